import { useEffect, useRef, useState } from "react";
import { api, Problem, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { editTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { plain, units, useSettings } from "../units/units";
import { terrains } from "../units/words";
import { ago } from "./Reasons";
import { askStation, Cancelled, type Progress, Unanswered } from "./station";

const behaviours = {
  well: "answers well",
  flaky: "fails twice, then answers",
  slow: "answers too slowly",
  fails: "does not answer",
  rubbish: "answers rubbish",
};

/** Asks the simulated station for an ensemble. The last good forecast stays until a new one is read. */
export function AskStation(props: { open: boolean; onClose: () => void; trip: Trip }) {
  const { trip } = props;
  const first = trip.nights[0];
  const addForecast = useWorkspace((w) => w.addForecast);
  const standing = useWorkspace((s) => (trip.forecastId ? s.forecasts[trip.forecastId] : undefined));
  const u = useSettings();
  const [terrain, setTerrain] = useState<Schema["Terrain"]>(first?.terrain ?? "plateau");
  const [latitude, setLatitude] = useState<number | null>(66);
  const [elevation, setElevation] = useState<number | null>(first?.elevationM ?? 500);
  const [seed, setSeed] = useState<number | null>(1);
  const [behave, setBehave] = useState<keyof typeof behaviours>("well");
  const [progress, setProgress] = useState<Progress | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const cancel = useRef<AbortController | null>(null);
  useEffect(() => () => cancel.current?.abort(), []);

  const from = first?.date ?? new Date().toISOString().slice(0, 10);
  const last = trip.nights.at(-1)?.date ?? from;
  const days = Math.min(16, Math.round((Date.parse(last) - Date.parse(from)) / 86_400_000) + 2);

  const ask = async () => {
    setProblem(null);
    cancel.current = new AbortController();
    const query = new URLSearchParams({
      from,
      days: `${days}`,
      terrain,
      latitude: `${latitude ?? 0}`,
      elevationM: `${elevation ?? 0}`,
      seed: `${Math.round(seed ?? 1)}`,
      behave,
    });
    try {
      const body = await askStation(
        (attempt) => `/standin/station?${query}&attempt=${attempt}`,
        setProgress,
        cancel.current.signal,
      );
      const { forecast } = await api.readForecast(body, {
        name: `Simulated station, ${terrains[terrain]}, seed ${Math.round(seed ?? 1)}`,
        timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      });
      addForecast(forecast);
      editTrip(trip.id, (t) => ({ ...t, forecastId: forecast.id }));
      props.onClose();
    } catch (error) {
      if (error instanceof Problem) setProblem(error);
      else if (error instanceof Unanswered)
        setProblem(
          new Problem(0, `The station gave no forecast: ${error.message}.`, [
            {
              field: "station",
              value: behaviours[behave],
              mend: standing
                ? `The forecast from before stands; it was read ${ago(standing.readAt)}. Try again later.`
                : "Try again later, read a file, or type the lows.",
            },
          ]),
        );
      else if (!(error instanceof Cancelled)) throw error;
    } finally {
      setProgress(null);
    }
  };

  return (
    <Sheet
      open={props.open}
      onClose={() => {
        cancel.current?.abort();
        props.onClose();
      }}
      wide
      title="Ask the station"
      intro="A simulated forecast service that ships with Ermine: invented weather that hangs together, as an ensemble. It knows no real place."
    >
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
        <Choice label="Lie of the place" value={terrain} options={terrains} onChange={setTerrain} />
        <NumberField label="Latitude" places={1} unit={plain("°")} value={latitude} onChange={setLatitude} />
        <NumberField
          label="Elevation"
          places={0}
          unit={units.elevation(u)}
          value={elevation}
          onChange={setElevation}
        />
        <NumberField
          label="Seed: which weather"
          places={0}
          unit={plain("")}
          value={seed}
          onChange={setSeed}
        />
        <Choice label="The station" value={behave} options={behaviours} onChange={setBehave} />
      </div>
      <p className="mt-2 text-[13px] text-soft">
        From {from}, {days} days, 21 members.
      </p>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {progress ? (
          <>
            <progress
              value={progress.attempt - 0.5}
              max={progress.of}
              aria-label="Attempts"
              className="h-2 w-40 accent-(--ink)"
            />
            <span role="status">
              {progress.says} Attempt {progress.attempt} of {progress.of}.
            </span>
            <Button onClick={() => cancel.current?.abort()}>Stop</Button>
          </>
        ) : (
          <Button look="strong" onClick={() => void ask()}>
            Ask
          </Button>
        )}
      </div>
      {problem && (
        <div className="mt-4">
          <ProblemList problem={problem} />
        </div>
      )}
    </Sheet>
  );
}
