import { useRef, useState } from "react";
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
export function ReadForecast(props: { open: boolean; onClose: () => void; trip: Trip }) {
  const addForecast = useWorkspace((w) => w.addForecast);
  const u = useSettings();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [zone, setZone] = useState(() => Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [temperature, setTemperature] = useState<"celsius" | "fahrenheit" | "">("");
  const [wind, setWind] = useState<"kilometresPerHour" | "milesPerHour" | "">("");
  const [elevation, setElevation] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);

  const read = async (chosen: File, takeGood = false) => {
    setBusy(true);
    setFile(chosen);
    setProblem(null);
    try {
      const { forecast } = await api.readForecast(chosen, {
        name: chosen.name.slice(0, 80),
        takeGood,
        timeZone: zone || undefined,
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

  return (
    <Sheet
      open={props.open}
      onClose={props.onClose}
      wide
      title="Read a forecast file"
      intro="A table, JSON or GeoJSON with a time and a temperature, and wind, humidity and cloud where there are any. What the file says of its own units goes first."
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
        accept=".csv,.txt,.tsv,.json,.geojson,text/csv,application/json"
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
      {problem && (
        <div className="mt-4">
          <ProblemList problem={problem} />
        </div>
      )}
      <ForecastsRead trip={props.trip} onChosen={props.onClose} />
    </Sheet>
  );
}
