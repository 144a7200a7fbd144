import { type ReactNode, useMemo } from "react";
import type { Schema, Trip } from "../api/client";
import { titleOf } from "../night/fixTitle";
import { Assumed, Prose } from "../parts/Prose";
import { VerdictMark } from "../parts/VerdictMark";
import { useWorkspace } from "../state/workspace";
import { useLineWords, useName } from "../take/words";
import { useWrite } from "../units/units";
import {
  activities,
  and,
  dayReasons,
  dayVerdicts,
  drawers,
  habits,
  purposes,
  regions,
  verdicts,
} from "../units/words";
import { comesFrom, sentence } from "./words";

type Person = Schema["PersonTaught"];

const marks: Record<Schema["Marked"], string> = {
  none: "",
  child: "under eighteen",
  overSixty: "over sixty",
};

/** One person of the party: how the nights stand, what is lacking, what would do for nothing, list and reason. */
export function PersonPage(props: { trip: Trip; person: Person; made: string }) {
  const { trip, person } = props;
  const name = useWorkspace((s) => s.sleepers[person.sleeperId]?.name ?? "someone");
  const w = useWrite();
  const says = useHeadline(person, name);
  return (
    <article
      aria-label={`Page of ${name}`}
      data-sheet
      className="mb-6 w-full rounded-lg bg-card p-4 text-ink shadow-md sm:p-6 print:mb-0 print:p-0 print:text-[8.5pt] print:leading-[1.25] print:not-last:break-after-page print:shadow-none"
    >
      <header className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 border-ink border-b-2 pb-2">
        <div>
          <h2 className="text-2xl leading-tight">
            {name}
            {person.marked !== "none" && (
              <span className="ml-2 inline-block border-2 border-ember px-2 align-middle font-sans text-base text-ember [clip-path:polygon(0_0,calc(100%-0.6em)_0,100%_0.6em,100%_100%,0_100%)]">
                {marks[person.marked]}
              </span>
            )}
          </h2>
          <p className="text-soft">
            {trip.name} · made {props.made}
          </p>
        </div>
        <ol aria-label="Nights" className="flex flex-wrap gap-x-3">
          {person.nights.map((n, i) => (
            <li key={n.nightId} className="text-center leading-none">
              <span className="block text-[12px] text-soft">{i + 1}</span>
              <VerdictMark verdict={n.verdict} size={20} />
              <span className={`block text-[12px] ${n.short ? "font-bold text-ember" : "text-soft"}`}>
                {n.margin == null ? "–" : w.signed(n.margin, 0)}
              </span>
            </li>
          ))}
        </ol>
      </header>
      <p className="mt-3 font-display font-bold text-xl leading-tight">{says.head}</p>
      {says.next && <p className="mt-1 text-lg leading-snug print:text-[10pt]">{says.next}</p>}
      {person.markedWhy && (
        <p className="mt-1 leading-snug">
          {person.markedWhy}
          {person.inHandK > 0 && ` ${w.degrees(person.inHandK)}° are kept in hand on this page.`}
        </p>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-4 md:grid-cols-[5fr_7fr] print:block print:space-y-[3mm]">
        <Lacking person={person} />
        <Things person={person} />
      </div>
      <Assumed of={person.assumed} title="What was taken for granted" className="mt-3" />
      <p className="mt-[2mm] hidden text-[7.5pt] text-soft print:block">
        <Prose of={person.assumed.join(" ")} />
      </p>
    </article>
  );
}

/** The answer of the page in two sentences. */
function useHeadline(person: Person, name: string): { head: string; next?: string } {
  const w = useWrite();
  const line = useLineWords();
  const say = useInstead();
  if (person.noBed) return { head: `${name} has nothing to sleep in yet.`, next: "Lay a bed on Night." };
  if (person.hardest == null || !person.asPacked)
    return { head: "No low is known yet.", next: "Lay the nights out on Cold." };
  const at = person.hardest + 1;
  const short = person.nights.flatMap((n, i) => (n.short ? [i + 1] : []));
  const { asPacked, forNothing } = person;
  const holds = line(asPacked.holds.together);
  if (short.length === 0)
    return {
      head: "Every night holds as packed.",
      next: `The hardest is night ${at}: planned for ${w.temp(person.low ?? 0)}, held to ${holds}.`,
    };
  const nights =
    short.length === 1 ? `Night ${short[0]} does not hold` : `Nights ${and(short.map(String))} do not hold`;
  const head = person.getsInChilled
    ? `${nights}. On night ${at} the bed would, but ${name} gets in chilled from the day.`
    : asPacked.margin != null && asPacked.margin < person.inHandK
      ? `${short.length === 1 ? "" : `${nights}. `}Night ${at} is short by ${w.degrees(person.inHandK - asPacked.margin)}: ${holds} against ${w.temp(person.low ?? 0)}.`
      : `${nights}. Night ${at}: ${verdicts[asPacked.verdict ?? "cool"]}.`;
  if (!forNothing || forNothing.together.length === 0)
    return {
      head,
      next: person.getsInChilled
        ? "Nothing laid on mends that: warm up before getting in, or change the day."
        : "Nothing that is owned, in a cupboard or borrowed closes it: a warmer place, or another plan.",
    };
  const left = person.nights.flatMap((n, i) => (n.shortThen ? [i + 1] : []));
  const with_ = and(forNothing.together.map((i) => `${say(i)} (${comesFrom[i.from].toLowerCase()})`));
  return {
    head,
    next: forNothing.enough
      ? `For nothing: ${with_}. Then every night holds.`
      : `For nothing: ${with_}. Night${left.length > 1 ? "s" : ""} ${and(left.map(String))} still do${left.length > 1 ? "" : "es"} not hold: the day before ${left.length > 1 ? "them" : "it"} has to leave less of a chill, or the plan changes.`,
  };
}

function useInstead() {
  const name = useName();
  return (i: Schema["Instead"]) =>
    i.part.kind === "swap"
      ? `${i.name} in place of ${name(i.part.replacesId)}`
      : i.name && i.part.kind === "add"
        ? i.name
        : titleOf(i.part, (id) => (id ? i.name || name(id) : name(id)));
}

function Lacking({ person }: { person: Person }) {
  const w = useWrite();
  const line = useLineWords();
  const say = useInstead();
  const alone = person.forNothing?.alone ?? [];
  const nothing =
    alone.length === 0 &&
    person.coldDay.length === 0 &&
    person.runsOut.length === 0 &&
    person.notAlong.length === 0;
  return (
    <section className="print:columns-2 print:gap-[8mm]">
      <h3 className="text-lg print:text-[11pt]">Lacking, and what would do for nothing</h3>
      {nothing && <p className="mt-1">Nothing that Ermine looks for.</p>}
      {alone.length > 0 && (
        <Group title={`For night ${(alone[0]?.night ?? 0) + 1}, one of these`}>
          {alone.map((i) => (
            <li
              key={i.from + say(i)}
              className="break-inside-avoid border-line border-t py-1 leading-snug print:py-[0.5mm]"
            >
              <span className="flex items-center gap-2">
                <VerdictMark verdict={i.then.verdict} size={16} />
                <b>{say(i)}</b>
                <span className="ml-auto whitespace-nowrap">{line(i.then.holds.together)}</span>
              </span>
              <span className="text-[13px] text-soft print:text-[8pt]">
                {comesFrom[i.from]}
                {i.massG > 0 ? `, ${w.massChange(i.massG)}` : ""}
                {i.enough ? "" : ", not enough alone"}. {i.how}
              </span>
            </li>
          ))}
        </Group>
      )}
      {person.coldDay.length > 0 && (
        <Group title={`By day, worst before night ${(person.coldDay[0]?.night ?? 0) + 1}`}>
          {person.coldDay.map((b) => (
            <li
              key={b.block.id}
              className="break-inside-avoid border-line border-t py-1 leading-snug print:py-[0.5mm]"
            >
              <b>
                {sentence(activities[b.block.activity])}: {dayVerdicts[b.lived.verdict]}
              </b>
              {b.lived.reason !== "none" && `, ${dayReasons[b.lived.reason]}`}.{" "}
              <span className="text-[13px] text-soft print:text-[8pt]">
                {b.serves.length === 0
                  ? "Nothing owned or in a cupboard would do alone: shorter, or out of the wind."
                  : `${and(b.serves.map((s) => `${s.name}${s.itemId ? " (at home)" : " (cupboard)"}`))} would help${b.serves.some((s) => s.enough) ? ", and be enough" : ", and not be enough alone"}.`}
              </span>
            </li>
          ))}
        </Group>
      )}
      {person.runsOut.length > 0 && (
        <Group title="Dry things that run out">
          {person.runsOut.map((g) => {
            const by = g.byHabit.find((h) => h.least != null && h.least <= g.owned);
            return (
              <li
                key={g.slot.purpose + g.slot.region}
                className="break-inside-avoid border-line border-t py-1 leading-snug print:py-[0.5mm]"
              >
                <b>
                  {sentence(purposes[g.slot.purpose])}
                  {g.slot.purpose === "base" && `, ${regions[g.slot.region]}`}
                </b>{" "}
                none dry on night {(g.night ?? 0) + 1}.{" "}
                <span className="text-[13px] text-soft print:text-[8pt]">
                  {by
                    ? `For nothing: turn one habit, “${habits[by.habit].name.toLowerCase()}”, and the ${g.owned} there are do.`
                    : g.least == null
                      ? "Six more are not enough: dry by a stove, or shorten the trip."
                      : `${g.least - g.owned} more would do: wool from the cupboard, not cotton.`}
                </span>
              </li>
            );
          })}
        </Group>
      )}
      {person.notAlong.length > 0 && (
        <Group title="Not along, whatever the forecast">
          {person.notAlong.map((n) => (
            <li
              key={n.what}
              className="break-inside-avoid border-line border-t py-1 leading-snug print:py-[0.5mm]"
            >
              <b>{n.what}.</b> {n.why}{" "}
              <span className="text-[13px] text-soft print:text-[8pt]">Instead: {n.instead}</span>
            </li>
          ))}
        </Group>
      )}
    </section>
  );
}

const Group = (props: { title: string; children: ReactNode }) => (
  <>
    <h4 className="mt-3 font-semibold text-soft print:mt-[2mm]">{props.title}</h4>
    <ul>{props.children}</ul>
  </>
);

function Things({ person }: { person: Person }) {
  const w = useWrite();
  const name = useName();
  const drawersOf = useMemo(
    () =>
      [...new Set(person.things.map((t) => t.drawer))].map((d) => ({
        d,
        of: person.things.filter((t) => t.drawer === d),
      })),
    [person.things],
  );
  return (
    <section className="print:columns-2 print:gap-[8mm]">
      <h3 className="text-lg print:text-[11pt]">List and reason</h3>
      {person.things.length === 0 && <p className="mt-1">Nothing is laid out or worn yet.</p>}
      {drawersOf.map(({ d, of }) => (
        <div key={d} className="mt-2 border-line border-t pt-1 print:mt-[1mm]">
          <h4 className="break-after-avoid text-soft">{drawers[d]}</h4>
          <ul>
            {of.map((t) => (
              <li
                key={t.itemId}
                className="grid grid-cols-[1fr_auto] items-baseline gap-x-2 py-[2px] leading-snug"
              >
                <span>
                  <span
                    aria-hidden="true"
                    className="mr-1 inline-block size-[0.8em] border border-edge align-[-0.05em]"
                  />
                  <b>{name(t.itemId)}</b>{" "}
                  <span className="text-[13px] text-soft print:text-[8pt]">
                    {t.why}
                    {t.spare && " It does next to nothing on this trip: it could stay at home."}
                  </span>
                </span>
                {t.worth != null && t.worth >= 0.5 && (
                  <span
                    className="whitespace-nowrap"
                    title="The hardest night holds so much less far without it"
                  >
                    {w.degrees(t.worth)}°
                  </span>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
      {person.things.some((t) => t.worth != null) && (
        <p className="mt-2 text-[13px] text-soft print:text-[8pt]">
          Degrees: so much less far the hardest night holds without it.
        </p>
      )}
    </section>
  );
}
