import type { DayAnswer, EndsAnswer, Schema, Trip } from "../api/client";
import type { DayEdit } from "../day/useDay";
import { clock } from "../night/clock";
import { Spoken } from "../night/Rules";
import { Assumed } from "../parts/Prose";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { watched } from "../units/words";
import { FaceAside } from "./FaceAside";
import { FeetAside } from "./FeetAside";
import { HandsAside } from "./HandsAside";
import type { EndsOf } from "./headline";

export type AsideProps = {
  answer: DayAnswer;
  ends: EndsAnswer;
  edit: DayEdit;
  selected: string | null;
  onSelect: (id: string | null) => void;
  nameOf: (id: string) => string;
};

/** Which view a rule of the day belongs to, besides the whole body's. */
const rulesOf: Record<string, EndsOf> = {
  "task-fails": "hands",
  "task-longer-than-block": "hands",
  "tasks-overlap": "hands",
  "fuel-on-skin": "hands",
  "bare-metal": "hands",
  "no-leash": "hands",
  "glove-too-small": "hands",
  "boot-too-small": "feet",
  "bindings-do-not-fit": "feet",
  "liners-in-boots": "feet",
  "wet-boots": "feet",
  "bare-eyes": "face",
  "bare-face": "face",
};

/** Beside the cut of hand, foot or face: what to do about it. */
export function EndsAside(props: {
  trip: Trip;
  who: number;
  of: EndsOf;
  answer: DayAnswer;
  ends: EndsAnswer | undefined;
  edit: DayEdit;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const { ends, of } = props;
  const items = useWorkspace((s) => s.items);
  if (!ends) return <aside className="px-4 py-4 text-soft lg:border-line lg:border-l">…</aside>;
  const more = { ...props, ends, nameOf: (id: string) => items[id]?.name ?? "?" };
  const rules = props.answer.cautions.filter((c) => rulesOf[c.rule] === of && c.answer === null);
  return (
    <aside className="space-y-5 border-line px-4 py-4 lg:border-l">
      {rules.length > 0 && (
        <ul className="space-y-2">
          {rules.map((c) => (
            <Spoken key={c.rule} trip={props.trip} who={props.who} caution={c} />
          ))}
        </ul>
      )}
      {of === "hands" && <HandsAside {...more} />}
      {of === "feet" && <FeetAside {...more} />}
      {of === "face" && <FaceAside {...more} />}
      <WatchList ends={ends} trip={props.trip} />
      <Assumed of={ends.assumed} />
    </aside>
  );
}

/** The same at the same hours is said once for all. */
export function watchesOf(watch: Schema["Watch"][]): Schema["Watch"][][] {
  const lines = new Map<string, Schema["Watch"][]>();
  for (const l of watch) {
    const key = `${l.what}/${clock(l.fromHour)}/${clock(l.toHour)}/${l.everyMinutes}`;
    lines.set(key, [...(lines.get(key) ?? []), l]);
  }
  return [...lines.values()];
}

/** At which hour to look at whom, and what to do about what is found. */
export function WatchList({ ends, trip }: { ends: EndsAnswer; trip: Trip }) {
  const sleepers = useWorkspace((s) => s.sleepers);
  const w = useWrite();
  const why = (l: Schema["Watch"]) =>
    l.what === "noseAndCheeks"
      ? `bare skin freezes in ${l.why < 2 ? "under 2" : Math.round(l.why)} min`
      : l.what === "ears"
        ? `bare, wind chill ${w.temp(l.why)}`
        : `down to ${w.temp(l.why)}`;
  const lines = watchesOf(ends.watch);
  return (
    <section className="break-inside-avoid">
      <h2 className="text-lg">Look at each other</h2>
      {lines.length === 0 ? (
        <p className="text-[14px] text-soft">
          {ends.line.length === 0
            ? "Once the day has air, the hours stand here."
            : "Nothing on this day calls for it by the numbers. Look all the same at every stop."}
        </p>
      ) : (
        <ul>
          {lines.map((all) => {
            const l = all[0] as Schema["Watch"];
            return (
              <li key={`${l.what}${l.fromHour}`} className="border-line border-t py-1 leading-tight">
                <b>
                  {clock(l.fromHour)}
                  {l.everyMinutes !== null && `–${clock(l.toHour)}`}
                </b>{" "}
                {all.length === trip.members.length && all.length > 1
                  ? "everyone's"
                  : `${all.map((a) => sleepers[a.sleeperId]?.name ?? "someone").join(" and ")}:`}{" "}
                <b className="font-semibold">{watched[l.what]}</b>
                <span className="text-[13px] text-soft">
                  {l.everyMinutes !== null ? `, every ${l.everyMinutes} min` : ""} ·{" "}
                  {why(all.reduce((a, b) => (b.why < a.why ? b : a)))}
                </span>
              </li>
            );
          })}
        </ul>
      )}
      <details className="mt-1 text-[14px] print:hidden">
        <summary className="min-h-8 cursor-pointer font-semibold">If something is white or numb</summary>
        <ul className="list-disc space-y-1 pl-5">
          {ends.firstAid.map((a) => (
            <li key={a}>{a}</li>
          ))}
        </ul>
      </details>
      <p className="hidden text-[12.5px] print:block">{ends.firstAid.join(" ")}</p>
    </section>
  );
}
