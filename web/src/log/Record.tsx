import type { Learned, Schema, Verdict } from "../api/client";
import { VerdictMark } from "../parts/VerdictMark";
import { useWorkspace } from "../state/workspace";
import { counted, inTen } from "../units/chance";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";

const order: Verdict[] = ["warm", "cool", "cold", "noGo"];

/** How good Ermine has been: promised against lived over all that was logged. */
export function Record({ learned }: { learned: Learned }) {
  const { record } = learned;
  const w = useWrite();
  const { sleepers, items } = useWorkspace();
  const { all } = record;
  if (all.nights === 0)
    return (
      <p className="mt-4 max-w-xl text-soft">
        Nothing to judge by yet: a night counts once it is logged with its plan and with a low that was read.
      </p>
    );
  return (
    <div className="mt-3 grid max-w-5xl gap-x-10 gap-y-6 lg:grid-cols-2">
      <section>
        <h2 className="text-lg">Told against slept</h2>
        <p className="text-[13px] text-soft">
          What the plan says of the low that came, for the sleeper as known from the nights before, and how it
          was slept.
        </p>
        <Table nights={record.nights} />
      </section>
      <section>
        <h2 className="text-lg">Chances against nights</h2>
        <p className="text-[13px] text-soft">
          Of nights that were given about the same chance: how many of ten were slept through. On the step
          they are right.
        </p>
        <Held chances={record.chances} />
      </section>
      <section>
        <h2 className="text-lg">How far off</h2>
        <p className="text-[13px] text-soft">
          Mean distance between what was told and what was slept; 0 where the night lies in its band. Learned
          means: from the nights before it alone.
        </p>
        <ul className="mt-1">
          <Off name="All nights" tally={all} w={w} strong />
          {Object.entries(record.bySleeper).map(([id, t]) => (
            <Off key={id} name={sleepers[id]?.name ?? "Someone who is gone"} tally={t} w={w} />
          ))}
          {Object.entries(record.byThing).map(([id, t]) => (
            <Off
              key={id}
              name={`In ${(items[id]?.name ?? "a thing that is gone").toLowerCase()}`}
              tally={t}
              w={w}
            />
          ))}
        </ul>
      </section>
      <section className="print:hidden">
        <h2 className="text-lg">Take it along</h2>
        <p className="mt-1 text-soft">Every night with what was promised and what came, a line each.</p>
        <a
          href="/api/log.csv"
          download
          className="mt-2 inline-flex min-h-12 items-center rounded-lg border border-edge/60 bg-card px-3.5 font-semibold hover:border-ink sm:min-h-9"
        >
          Save as a table
        </a>
      </section>
    </div>
  );
}

/** Said in a sentence. */
export function recordSays(all: Schema["Judgement"]) {
  return all.nights === 0
    ? "Nothing to judge by yet."
    : `${all.hits} of ${counted(all.nights, "night")} came out as told.`;
}

function Table({ nights }: { nights: Schema["Judged"][] }) {
  const used = order.filter((v) => nights.some((n) => n.promised === v || n.lived === v));
  return (
    <table className="mt-2 border-collapse text-center">
      <thead>
        <tr>
          <th className="pr-3 text-left font-normal text-[13px] text-soft">told ↓ · slept →</th>
          {used.map((v) => (
            <th key={v} scope="col" className="w-20 pb-1 font-semibold">
              <span className="inline-flex items-center gap-1">
                <VerdictMark verdict={v} size={14} /> {verdicts[v]}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {used.map((told) => (
          <tr key={told}>
            <th scope="row" className="pr-3 text-left font-semibold">
              <span className="inline-flex items-center gap-1">
                <VerdictMark verdict={told} size={14} /> {verdicts[told]}
              </span>
            </th>
            {used.map((lived) => {
              const n = nights.filter((x) => x.promised === told && x.lived === lived).length;
              const colder = order.indexOf(lived) > order.indexOf(told);
              return (
                <td
                  key={lived}
                  className={`h-12 border border-line font-display text-xl ${n === 0 ? "text-soft" : told === lived ? "bg-ice-wash font-bold" : colder ? "bg-ember-wash font-bold text-ember" : "bg-card"}`}
                >
                  {n === 0 ? "·" : n}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Held({ chances }: { chances: Schema["ChanceHeld"][] }) {
  if (chances.length === 0)
    return <p className="mt-2 text-soft">No chance was given to any of these nights.</p>;
  return (
    <ul className="mt-2 space-y-1.5">
      {chances.map((c) => (
        <li key={c.from} className="grid grid-cols-[9.5rem_1fr_5.5rem] items-center gap-3">
          <span className="leading-tight">{inTen(c.promised)}</span>
          <svg width="100%" height={22} aria-hidden="true">
            <rect y={8} width="100%" height={6} rx={3} fill="var(--line)" />
            <rect y={8} width={`${(100 * c.sleptThrough) / c.nights}%`} height={6} rx={3} fill="var(--ink)" />
            <line
              x1={`${100 * c.promised}%`}
              x2={`${100 * c.promised}%`}
              y1={1}
              y2={21}
              stroke="var(--ember)"
              strokeWidth={2.5}
            />
          </svg>
          <span className="text-right text-[14px]">
            {c.sleptThrough} of {c.nights}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Off(props: {
  name: string;
  tally: Schema["Judgement"];
  w: ReturnType<typeof useWrite>;
  strong?: boolean;
}) {
  const { tally: t, w } = props;
  return (
    <li className="grid grid-cols-[1fr_auto] gap-3 border-line border-t py-1.5 leading-tight">
      <span className={props.strong ? "font-semibold" : ""}>
        {props.name}{" "}
        <span className="text-[13px] text-soft">
          {counted(t.nights, "night")}
          {t.colder > 0 && `, ${t.colder} colder than told`}
          {t.milder > 0 && `, ${t.milder} warmer`}
        </span>
      </span>
      <span className="text-right">
        {w.degrees(t.meanMissBeforeK, 1)}° <span className="text-soft">stated</span> ·{" "}
        <b>{w.degrees(t.meanMissAfterK, 1)}°</b> <span className="text-soft">learned</span>
      </span>
    </li>
  );
}
