import { useEffect, useRef, useState } from "react";
import { api, type Problem, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField, TextField } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { editTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units, useSettings } from "../units/units";
import { ForecastsRead } from "./ForecastsRead";

/** Reads a forecast file. What the file does not say itself is asked; what is broken is listed; the good part can be taken. */
export function ReadForecast(props: {
  open: boolean;
  onClose: () => void;
  trip: Trip;
  /** Read at once: it was dropped on the page. */
  given?: File;
}) {
  const addForecast = useWorkspace((w) => w.addForecast);
  const u = useSettings();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [zone, setZone] = useState("");
  const [temperature, setTemperature] = useState<"celsius" | "fahrenheit" | "">("");
  const [wind, setWind] = useState<"kilometresPerHour" | "milesPerHour" | "">("");
  const [elevation, setElevation] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);

  const read = async (chosen: File, takeGood = false, inZone = zone) => {
    setBusy(true);
    setFile(chosen);
    setProblem(null);
    try {
      const { forecast } = await api.readForecast(chosen, {
        name: chosen.name.slice(0, 80),
        takeGood,
        timeZone: inZone || undefined,
        browserZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
        temperatureUnit: temperature || undefined,
        windUnit: wind || undefined,
        elevationM: elevation ?? undefined,
      });
      addForecast(forecast);
      editTrip(props.trip.id, (t) => ({ ...t, forecastId: forecast.id }));
      setFile(null);
      props.onClose();
    } catch (error) {
      setProblem(error as Problem);
    } finally {
      setBusy(false);
    }
  };

  const { given } = props;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is given
  useEffect(() => {
    if (given) void read(given);
  }, [given]);

  return (
    <Sheet
      open={props.open}
      onClose={props.onClose}
      wide
      title="Read a forecast file"
      intro="A table, spreadsheet, JSON or GeoJSON with a time and a temperature, and wind, humidity and cloud where there are any. What the file says of its own units goes first."
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Time zone, where the file names none"
          value={zone}
          onChange={setZone}
          placeholder="Europe/Helsinki"
        />
        <NumberField
          label="Elevation it is for, where the file names none"
          optional
          places={0}
          unit={units.elevation(u)}
          value={elevation}
          onChange={setElevation}
        />
        <Choice
          label="Temperature, where the column names none"
          value={temperature}
          options={{ "": "ask me", celsius: "°C", fahrenheit: "°F" }}
          onChange={setTemperature}
        />
        <Choice
          label="Wind, where the column names none"
          value={wind}
          options={{ "": "m/s", kilometresPerHour: "km/h", milesPerHour: "mph" }}
          onChange={setWind}
        />
      </div>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.json,.geojson,.xlsx,text/csv,application/json"
        className="sr-only"
        aria-label="Forecast file"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          if (chosen) void read(chosen);
          e.target.value = "";
        }}
      />
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look={problem ? "plain" : "strong"} disabled={busy} onClick={() => input.current?.click()}>
          {busy ? "Reading…" : problem ? "Choose another file" : "Choose a file"}
        </Button>
        {problem && file && (
          <Button
            look={problem.more.needs?.length ? "strong" : "plain"}
            disabled={busy}
            onClick={() => void read(file)}
          >
            Read {file.name} again
          </Button>
        )}
        {problem && file && (problem.more.goodLines ?? 0) > 0 && (
          <Button look="strong" disabled={busy} onClick={() => void read(file, true)}>
            Take the {problem.more.goodLines} good lines
          </Button>
        )}
      </div>
      {problem && file && (problem.more.zones?.length ?? 0) > 0 && (
        <div className="mt-4 rounded-xl bg-ice-wash p-3">
          <p className="font-semibold">In which zone does the camp lie?</p>
          <p className="text-[14px] text-soft">
            {file.name} gives its times without one, or in UTC. One press, and it is read.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            {problem.more.zones?.map((z) => (
              <Button
                key={z}
                look="strong"
                disabled={busy}
                onClick={() => {
                  setZone(z);
                  void read(file, false, z);
                }}
              >
                {z.replaceAll("_", " ")}
              </Button>
            ))}
          </div>
        </div>
      )}
      {problem && !problem.more.zones?.length && (
        <div className="mt-4">
          <ProblemList problem={problem} />
        </div>
      )}
      <ForecastsRead trip={props.trip} onChosen={props.onClose} />
    </Sheet>
  );
}
