import { useState } from "react";
import { api, type LivedNight, type LogEntry, Problem, type Schema, type Trip } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Choice } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { useWrite } from "../units/units";
import { TraceView } from "./TraceView";
import { probes } from "./words";

type Read = Schema["LoggerResponse"];

const behaviours = {
  none: "reads well",
  drifts: "drifts",
  dropsOut: "drops out",
  leftInTent: "outside probe left in the tent",
  clockAhead: "clock two hours ahead",
};
const styles = { plain: "commas, °C", commas: "semicolons, decimal commas", fahrenheit: "°F, months first" };

/** Reads a logger's file, or the simulated one: what it read over the night, what does not look right, and what is taken from it. */
export function LoggerSheet(props: {
  open: boolean;
  onClose: () => void;
  trip: Trip;
  entry: LogEntry;
  onTake: (part: Partial<LivedNight>) => void;
}) {
  const { entry } = props;
  const w = useWrite();
  const [file, setFile] = useState<Blob | null>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [unit, setUnit] = useState<"celsius" | "fahrenheit" | null>(null);
  const [behave, setBehave] = useState<keyof typeof behaviours>("none");
  const [style, setStyle] = useState<keyof typeof styles>("plain");

  const ask = async (
    from: Blob,
    more: { clockHours?: number; probes?: string; temperatureUnit?: "celsius" | "fahrenheit" } = {},
  ) => {
    setProblem(null);
    setFile(from);
    const temperatureUnit = more.temperatureUnit ?? unit;
    try {
      setRead(
        await api.readLogger(from, {
          date: entry.date,
          inHour: entry.planned?.inHour ?? 21,
          upHour: entry.planned?.upHour ?? 31,
          clockHours: more.clockHours ?? read?.night.clockHours ?? 0,
          ...(more.probes ? { probes: more.probes } : {}),
          ...(temperatureUnit ? { temperatureUnit } : {}),
          ...(entry.planned?.tentAddsK != null ? { tentAddsK: entry.planned.tentAddsK } : {}),
          ...(props.trip.forecastId ? { forecastId: props.trip.forecastId } : {}),
        }),
      );
    } catch (error) {
      setRead(null);
      setProblem(error as Problem);
    }
  };

  const simulate = async () => {
    const lows = props.trip.nights.map((n, i) => {
      const low = n.date === entry.date ? entry.planned?.campLowC : n.typedLowC;
      return (low ?? -15 - i).toFixed(1);
    });
    const query = new URLSearchParams({
      from: props.trip.nights[0]?.date ?? entry.date,
      lows: lows.join(","),
      tentAddsK: `${Math.max(0, entry.planned?.tentAddsK ?? 4)}`,
      behave,
      style,
    });
    try {
      const response = await fetch(`/standin/logger?${query}`);
      if (!response.ok) throw new Problem(response.status, "The simulated logger did not answer.", []);
      await ask(await response.blob(), { clockHours: 0 });
    } catch (error) {
      setProblem(
        error instanceof Problem ? error : new Problem(0, "The simulated logger did not answer.", []),
      );
    }
  };

  const night = read?.night;
  const low = (probe: Schema["Probe"]) => night?.probes.find((p) => p.probe === probe)?.lowC ?? null;
  const inTent = night?.noticed.some((n) => n.what === "inTent") ?? false;
  const take = () => {
    if (!night) return;
    const round = (c: number | null) => (c === null ? null : Math.round(c * 10) / 10);
    const outside = round(low("outside"));
    const pillow = round(low("pillow"));
    props.onTake({
      // A probe that lay in the tent tells the tent's air, whatever it is called.
      ...(inTent
        ? { pillowC: pillow ?? outside }
        : {
            ...(outside !== null ? { outsideC: outside } : {}),
            ...(pillow !== null ? { pillowC: pillow } : {}),
          }),
      ...(night.inHour !== null && night.inHour >= 12 ? { inHour: night.inHour } : {}),
      ...(night.upHour !== null && night.upHour > (night.inHour ?? 12) ? { upHour: night.upHour } : {}),
      traces: night.probes.flatMap((p) => (p.trace ? [p.trace] : [])),
    });
    props.onClose();
  };

  return (
    <Sheet
      open={props.open}
      onClose={props.onClose}
      wide
      title="What the logger read"
      intro="A table of time and temperature at any spacing, with one or several probes. Nothing is taken until you say so."
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="inline-flex min-h-12 cursor-pointer items-center rounded-lg border border-ink bg-ink px-3.5 font-semibold text-paper sm:min-h-9">
          Choose a file
          <input
            type="file"
            className="sr-only"
            accept=".csv,.txt,.tsv,text/csv,text/plain"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              if (chosen) void ask(chosen, { clockHours: 0 });
              e.target.value = "";
            }}
          />
        </label>
        <details>
          <summary className="min-h-12 cursor-pointer py-2 text-[14px] underline sm:min-h-9">
            or the simulated logger
          </summary>
          <div className="mt-1 grid gap-2 sm:grid-cols-3">
            <Choice label="It" value={behave} options={behaviours} onChange={setBehave} />
            <Choice label="It writes" value={style} options={styles} onChange={setStyle} />
            <Button className="self-end" onClick={() => void simulate()}>
              Ask it
            </Button>
          </div>
        </details>
      </div>
      {problem && (
        <div className="mt-3">
          <ProblemList problem={problem} />
          {problem.more.needs?.includes("temperatureUnit") && file && (
            <div className="mt-2 flex gap-2">
              {(["celsius", "fahrenheit"] as const).map((u) => (
                <Button
                  key={u}
                  onClick={() => {
                    setUnit(u);
                    void ask(file, { temperatureUnit: u });
                  }}
                >
                  It is in {u === "celsius" ? "°C" : "°F"}
                </Button>
              ))}
            </div>
          )}
        </div>
      )}
      {night && file && (
        <>
          {night.probes.some((p) => p.trace) && (
            <TraceView
              traces={night.probes.flatMap((p) => (p.trace ? [p.trace] : []))}
              night={night}
              height={220}
            />
          )}
          <p className="mt-1 text-[13px] text-soft">
            {read.readings} readings from {read.from.slice(0, 16).replace("T", " ")} to{" "}
            {read.to.slice(0, 16).replace("T", " ")}
            {read.leftOut > 0 && `; ${read.leftOut} lines without a reading were passed over`}.
          </p>
          <ul className="mt-2">
            {night.probes.map((p, i) => (
              <li
                key={p.name}
                className="grid grid-cols-[1fr_8.5rem_7.5rem] items-end gap-2 border-line border-t py-1.5"
              >
                <span className="min-w-0 truncate pb-2">{p.name}</span>
                <Choice
                  label="It lay"
                  value={p.probe}
                  options={probes}
                  onChange={(to) =>
                    void ask(file, {
                      probes: night.probes.map((x, n) => (n === i ? to : x.probe)).join(","),
                    })
                  }
                />
                <b className="pb-1.5 text-right font-display text-xl">
                  {p.lowC === null ? "–" : w.temp(p.lowC, 1)}
                  {p.lowHour !== null && (
                    <span className="ml-1 font-normal font-sans text-[13px] text-soft">
                      {clock(p.lowHour)}
                    </span>
                  )}
                </b>
              </li>
            ))}
          </ul>
          {(night.inHour !== null || night.upHour !== null) && (
            <p className="text-[14px]">
              By the probe in the bag: {night.inHour !== null && `in at ${clock(night.inHour)}`}
              {night.inHour !== null && night.upHour !== null && ", "}
              {night.upHour !== null && `up at ${clock(night.upHour)}`}.
            </p>
          )}
          {night.clockHours !== 0 && (
            <p className="text-[14px]">
              Its clock is taken as {Math.abs(night.clockHours)} h {night.clockHours > 0 ? "ahead" : "behind"}
              .{" "}
              <button
                type="button"
                className="min-h-9 underline"
                onClick={() => void ask(file, { clockHours: 0 })}
              >
                take it as it stands
              </button>
            </p>
          )}
          <ul className="mt-2 space-y-1.5">
            {night.noticed.map((n) => (
              <li
                key={`${n.what}${n.probe}${n.fromHour}`}
                className="rounded-lg border border-ember border-dashed bg-warm-wash px-3 py-2"
              >
                <Says noticed={n} probes={night.probes} degrees={w.degrees} />{" "}
                {n.what === "clock" && (
                  <button
                    type="button"
                    className="min-h-9 font-semibold underline"
                    onClick={() => void ask(file, { clockHours: night.clockHours + n.value })}
                  >
                    Set it right
                  </button>
                )}
              </li>
            ))}
          </ul>
          <div className="mt-3 flex gap-2">
            <Button look="strong" onClick={take} disabled={night.probes.every((p) => p.lowC === null)}>
              Take its lows, hours and clock
            </Button>
          </div>
        </>
      )}
    </Sheet>
  );
}

function Says(props: {
  noticed: Schema["Noticed"];
  probes: Schema["ProbeNight"][];
  degrees: (k: number, places?: number) => string;
}) {
  const { noticed: n } = props;
  const name = n.probe === null ? "It" : (props.probes[n.probe]?.name ?? "It");
  const at = `${clock(n.fromHour)}–${clock(n.toHour)}`;
  switch (n.what) {
    case "gap":
      return (
        <>
          <b>{name}</b> read nothing {at}: the low may lie in there.
        </>
      );
    case "jump":
      return (
        <>
          <b>{name}</b> jumps by {props.degrees(Math.abs(n.value))}° at {clock(n.toHour)}: was it moved, or
          touched?
        </>
      );
    case "inTent":
      return (
        <>
          <b>{name}</b> reads as the air in the tent: was it left inside? Its low is taken for the pillow's.
        </>
      );
    case "clock":
      return (
        <>
          <b>Its clock</b> seems {Math.abs(n.value)} h {n.value > 0 ? "ahead" : "behind"}: so shifted it fits
          the forecast's course.
        </>
      );
    case "clockStep":
      return (
        <>
          <b>Its clock</b> was put {n.value < 0 ? "back" : "forward"} by {Math.abs(n.value)} h at{" "}
          {clock(n.fromHour)}; hours are shown as it wrote them.
        </>
      );
    case "noDawn":
      return (
        <>
          <b>{name}</b> ends at {clock(n.fromHour)}, before dawn, when it is coldest: the real low may be
          lower.
        </>
      );
    default:
      return (
        <>
          <b>Nothing of this night</b> is in the file. Is the date right, or its clock?
        </>
      );
  }
}
