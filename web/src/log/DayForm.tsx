import type { LogEntry, Schema } from "../api/client";
import { DayMark } from "../day/DayMark";
import { clock } from "../night/clock";
import { TextField } from "../parts/Field";
import { type Kept, withDay } from "../state/log";
import { activities, dayVerdicts } from "../units/words";
import { Asked, One } from "./Choose";
import { felts, sweats } from "./words";

const was = ["chilling", "cool", "right", "warm", "dripping"] as const;

/** The day before the night: what was on for what work, hands, feet and sweat. */
export function DayForm(props: {
  entry: LogEntry | undefined;
  kept: Kept | undefined;
  onChange: (change: (entry: LogEntry) => LogEntry) => void;
}) {
  const { entry } = props;
  const planned = entry ? entry.plannedDay : (props.kept?.day ?? null);
  const day = entry?.day ?? null;
  const set = (part: Partial<Schema["LivedDay"]>) => props.onChange((e) => withDay(e, part));
  const stretches = day?.stretches ?? [];
  return (
    <details className="mt-4" open={day !== null}>
      <summary className="min-h-12 cursor-pointer font-display text-lg font-bold">The day before it</summary>
      <Asked title="Hands, at their worst">
        <One of={felts} value={day?.hands ?? null} onChange={(hands) => set({ hands })} />
      </Asked>
      <Asked title="Feet, at their worst">
        <One of={felts} value={day?.feet ?? null} onChange={(feet) => set({ feet })} />
      </Asked>
      <Asked title="The base layer in the evening">
        <One
          columns="grid-cols-3"
          of={sweats}
          value={day?.sweat ?? null}
          onChange={(sweat) => set({ sweat })}
        />
      </Asked>
      {planned ? (
        <Asked title="Stretch by stretch" says="What the plan said is marked; press what it was.">
          <ul>
            {planned.stretches.map((s, i) => {
              const lived = stretches.find((l) => l.stretch === i)?.was;
              return (
                <li key={`${s.fromHour}${s.activity}`} className="border-line border-t py-1.5">
                  <p className="leading-tight">
                    <b>
                      {clock(s.fromHour)} {activities[s.activity]}
                    </b>{" "}
                    <span className="text-[13px] text-soft">
                      {s.worn.length > 0 ? s.worn.join(", ").toLowerCase() : "nothing set to be worn"}
                    </span>
                  </p>
                  <div className="mt-1 grid grid-cols-5 gap-1">
                    {was.map((v) => (
                      <button
                        key={v}
                        type="button"
                        aria-pressed={lived === v}
                        aria-label={`${dayVerdicts[v]}${s.verdict === v ? ", as planned" : ""}`}
                        className="flex min-h-12 min-w-0 flex-col items-center justify-center rounded-lg border border-edge/40 bg-card text-[12px] leading-tight aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-ice-wash aria-pressed:font-semibold"
                        onClick={() =>
                          set({
                            stretches: [
                              ...stretches.filter((l) => l.stretch !== i),
                              ...(lived === v ? [] : [{ stretch: i, was: v }]),
                            ],
                          })
                        }
                      >
                        <DayMark verdict={v} size={16} />
                        {dayVerdicts[v]}
                        {s.verdict === v && (
                          <span className="h-1 w-6 rounded-full bg-ice" aria-hidden="true" />
                        )}
                      </button>
                    ))}
                  </div>
                </li>
              );
            })}
          </ul>
        </Asked>
      ) : (
        <p className="mt-3 text-[13px] text-soft">
          No work was laid out for this day; hands and feet then teach nothing, but are kept.
        </p>
      )}
      <div className="mt-3">
        <TextField
          label={
            planned
              ? "What was on for what work, where it was other than planned"
              : "What was on for what work"
          }
          value={day?.worn ?? ""}
          path="day.worn"
          onChange={(worn) => set({ worn })}
        />
      </div>
    </details>
  );
}
