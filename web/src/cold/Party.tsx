import type { NightLine, Trip, TripChance } from "../api/client";
import { TenDots } from "../parts/TenDots";
import { VerdictMark } from "../parts/VerdictMark";
import { outfitsOf } from "../state/outfit";
import { useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { inTen, oneIn } from "../units/chance";
import { useSettings, useWrite } from "../units/units";

/** Everyone who comes along, night by night: whose night fails, and by how much. */
export function Party(props: {
  trip: Trip;
  who: number;
  party: NightLine[][];
  chances: (TripChance | null)[];
}) {
  const { trip, party } = props;
  const sleepers = useWorkspace((s) => s.sleepers);
  const settings = useSettings();
  const go = useGo();
  const w = useWrite();
  const worst = (lines: NightLine[] | undefined) => {
    const margins = (lines ?? []).map((l) => l.margin).filter((m): m is number => m !== null);
    return margins.length ? Math.min(...margins) : null;
  };
  return (
    <section className="mt-4">
      <h2 className="text-lg">The party</h2>
      <ul>
        {trip.members.map((m, i) => {
          const margin = worst(party[i]);
          return (
            <li
              key={m.sleeperId}
              className={`flex flex-wrap items-center gap-x-4 border-line border-t ${i === props.who ? "bg-ice-wash/60" : ""}`}
            >
              <button
                type="button"
                aria-pressed={i === props.who}
                onClick={() => settings.set({ who: { ...settings.who, [trip.id]: i } })}
                className="min-h-11 w-40 px-1 text-left font-semibold hover:underline"
              >
                {sleepers[m.sleeperId]?.name ?? "someone"}
              </button>
              <span className="flex">
                {(party[i] ?? []).map((line, n) => (
                  <button
                    key={line.nightId}
                    type="button"
                    aria-label={`Night ${n + 1} of ${sleepers[m.sleeperId]?.name}`}
                    className="grid size-11 place-items-center rounded-lg hover:bg-ice-wash sm:size-9"
                    onClick={() => {
                      settings.set({ who: { ...settings.who, [trip.id]: i } });
                      go.station("night", n);
                    }}
                  >
                    <VerdictMark verdict={line.verdict} size={17} />
                  </button>
                ))}
              </span>
              <span className={margin !== null && margin < 0 ? "text-ember" : "text-soft"}>
                {margin === null
                  ? outfitsOf(trip)[i]?.system.layers.length === 0
                    ? "nothing laid out"
                    : ""
                  : margin < 0
                    ? `short by ${w.degrees(Math.max(1, -margin))} at worst`
                    : `${w.degrees(margin)} to spare at worst`}
              </span>
              {props.chances[i] && (
                <span className="ml-auto flex items-center gap-2 text-[13px] text-soft">
                  {props.chances[i].harmNight !== null && (
                    <b className="text-ember">harm {oneIn(props.chances[i].harm)}</b>
                  )}
                  <TenDots chance={props.chances[i].all} size={5} />
                  {inTen(props.chances[i].all)}
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
