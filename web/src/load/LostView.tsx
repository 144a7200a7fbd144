import { useId } from "react";
import { api, type LoadAnswer, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Hatch } from "../parts/Hatch";
import { VerdictMark } from "../parts/VerdictMark";
import { useAsked } from "../state/trip";
import { untested, useWrite } from "../units/units";
import { improvised, verdicts } from "../units/words";
import { useNames } from "./Findings";
import type { LoadEdit } from "./useLoad";
import { lower } from "./words";

/** The losses of a day. */
export function useLost(trip: Trip | undefined, day: number, enabled: boolean) {
  return useAsked("load/lost", api.loadLost, trip, day, 0, null, enabled);
}

/** What a loss is called. */
export function lossName(loss: Schema["LoadLost"], answer: LoadAnswer, names: ReturnType<typeof useNames>) {
  if (loss.aloneId) return `${names.person(loss.aloneId)} alone for the night`;
  const load = answer.loads.find((l) => l.load.id === loss.loadId)?.load;
  const how =
    load?.kind === "sledge" ? "gone through the ice" : load?.kind === "depot" ? "not found" : "blown away";
  return `${load?.name ?? "A load"} ${how}`;
}

/** Each load gone: what each person has left, what that holds to with all of it on, and what carried elsewhere would help most. */
export function LostView(props: {
  trip: Trip;
  answer: LoadAnswer;
  day: number;
  edit: LoadEdit;
  width: number;
}) {
  const { trip, answer, day, edit } = props;
  const asked = useLost(trip, day, true);
  const names = useNames(answer);
  const w = useWrite();
  if (asked.error) return <p className="mt-3 text-ember">{asked.error.message}</p>;
  const lost = asked.data;
  if (!lost || lost.some((l) => l.day !== day))
    return <div className="mt-4 h-64 rounded-xl bg-warm-wash/60" />;
  if (lost.length === 0) return <p className="mt-4 text-soft">Nothing is in a load that could be lost.</p>;
  const order: Schema["Verdict"][] = ["warm", "hot", "cool", "cold", "noGo"];
  return (
    <>
      <ul className="mt-2">
        {lost.map((l) => {
          // Who loses nothing that warms, and sleeps on as planned, needs no line.
          const hit = l.people.filter(
            (p) => p.lost.length > 0 || l.shelterLost || order.indexOf(p.holds.at(-1)?.verdict ?? "warm") > 1,
          );
          return (
            <li key={(l.loadId ?? "") + l.aloneId} className="border-ink border-t-2 py-2">
              <h2 className="flex flex-wrap justify-between gap-x-3 text-lg leading-tight">
                <span>{lossName(l, answer, names)}</span>
                <span className="font-normal font-sans text-[14px] text-soft">
                  {w.weight(l.grams)} gone, {l.things} {l.things === 1 ? "thing" : "things"}
                </span>
              </h2>
              <p className="text-[14px] text-soft">
                {[
                  l.shelterLost ? "No shelter." : "",
                  l.stoveLost ? "No stove." : "",
                  l.foodDays !== null ? `Food for ${daysLeft(l.foodDays)}.` : "",
                  l.fuelDays !== null ? `Fuel for ${daysLeft(l.fuelDays)}.` : "",
                ].join(" ")}
              </p>
              {hit.length === 0 && <p className="text-[14px]">Everyone sleeps on as planned.</p>}
              <ul>
                {hit.map((p) => (
                  <Person key={p.sleeperId} person={p} answer={answer} edit={edit} width={props.width} />
                ))}
              </ul>
            </li>
          );
        })}
      </ul>
      <p className="max-w-3xl border-line border-t py-3 text-[14px] text-soft">
        It is reckoned with everything put on and dry things where they are dry, and errs towards colder. If
        it happens: out of the wind first, then something under you, then everything on, close together; do
        not wait for dark. Local rules, guides and rescue services come first.
      </p>
    </>
  );
}

const daysLeft = (days: number) =>
  days < 0.2 ? "no day" : days < 1.5 ? `${Math.round(days * 10) / 10} days` : `${Math.round(days)} days`;

function Person(props: { person: Schema["AfterLoss"]; answer: LoadAnswer; edit: LoadEdit; width: number }) {
  const { person, answer, edit } = props;
  const names = useNames(answer);
  const w = useWrite();
  const best = person.holds.at(-1);
  const on = person.onBody;
  const missing = [
    on.fires < 3 ? `${on.fires} of 3 ways to make fire` : "",
    on.light ? "" : "no light",
    on.whistle ? "" : "no whistle",
    on.call || on.way ? "" : "neither map nor call",
  ].filter(Boolean);
  if (!best) return null;
  return (
    <li className="py-1.5">
      <p className="flex items-center gap-2 leading-tight">
        <VerdictMark verdict={best.verdict} />
        <span>
          <b>{names.person(person.sleeperId)}</b>: what is left holds {line(best.holds, w)}
          {(best.verdict === "noGo" || best.verdict === "cold") &&
            ` and is lived through ${line(best.livesThrough, w)}`}{" "}
          {improvised[best.how]}
          {best.verdict && best.verdict !== "warm" && (
            <>
              , <b className="text-ember">{verdicts[best.verdict]}</b>
            </>
          )}
          .
        </span>
      </p>
      <Scale person={person} width={Math.min(640, props.width)} />
      <p className="text-[14px] text-soft">
        {person.lost.length > 0 &&
          `Gone: ${person.lost
            .slice(0, 6)
            .map((id) => lower(names.thing(id)))
            .join(", ")}${person.lost.length > 6 ? ` and ${person.lost.length - 6} more` : ""}. `}
        {person.left.length > 0 &&
          `Left to put on: ${person.left
            .slice(-5)
            .reverse()
            .map((id) => lower(names.thing(id)))
            .join(", ")}${person.left.length > 5 ? ` and ${person.left.length - 5} more` : ""}. `}
        On the body:{" "}
        {missing.length === 0 ? "fire three ways, light, whistle, way or call." : `${missing.join(", ")}.`}
        {person.lends && (
          <>
            {" "}
            {names.person(person.lends.fromId)} could lend the {lower(names.thing(person.lends.itemId))}
            {person.lends.gain !== null &&
              `: ${w.degrees(person.lends.gain, person.lends.gain < 2 ? 1 : 0)}° more`}
            .
          </>
        )}
      </p>
      {person.helps && (
        <Button className="mt-1 print:hidden" onClick={() => person.helps && edit.press(person.helps.mend)}>
          {names.thing(person.helps.itemId)} to {names.load(person.helps.mend.loadId ?? "")}
          {person.helps.gain !== null && `: ${w.degrees(person.helps.gain)}° more`}
        </Button>
      )}
    </li>
  );
}

const line = (l: Schema["ColdLine"], w: ReturnType<typeof useWrite>) =>
  l.holding === "inAnyAir" || (l.outside !== null && l.outside < untested)
    ? `to below ${w.temp(untested)}, beyond what was tested,`
    : l.holding === "inNone" || l.outside === null
      ? "in none"
      : `to ${w.temp(l.outside)}`;

/** What is left against the low: full where it is slept through, hatched where it is lived through, nothing beyond. */
function Scale({ person, width }: { person: Schema["AfterLoss"]; width: number }) {
  const w = useWrite();
  const hatch = useId();
  const [most, least] = [20, -45];
  const x = (c: number) => 4 + ((most - Math.min(most, Math.max(least, c))) / (most - least)) * (width - 60);
  const best = person.holds.at(-1);
  if (!best || width < 60) return null;
  const at = (l: Schema["ColdLine"]) =>
    l.holding === "inAnyAir" ? least : l.holding === "inNone" || l.outside === null ? most : l.outside;
  const [holds, lives] = [x(at(best.holds)), x(at(best.livesThrough))];
  return (
    <svg
      width={width}
      height={30}
      className="my-0.5"
      role="img"
      aria-label={`Low ${w.temp(person.low ?? 0)}`}
    >
      <defs>
        <Hatch id={hatch} />
      </defs>
      <rect x={4} y={6} width={width - 60} height={10} rx="3" fill="var(--sky-top)" stroke="var(--line)" />
      <rect x={4} y={6} width={Math.max(0, lives - 4)} height={10} rx="3" fill={`url(#${hatch})`} />
      <rect x={4} y={6} width={Math.max(0, holds - 4)} height={10} rx="3" fill="var(--ink)" />
      {[0, -10, -20, -30, -40].map((t) => (
        <text key={t} x={x(t)} y={28} textAnchor="middle" fontSize="11" fill="var(--soft)">
          {w.temp(t)}
        </text>
      ))}
      {person.low !== null && (
        <>
          <line x1={x(person.low)} x2={x(person.low)} y1={1} y2={19} stroke="var(--ice)" strokeWidth="2.5" />
          <text
            x={width - 54}
            y={15}
            fontSize="12"
            fontWeight="700"
            fill="var(--ice)"
            stroke="var(--paper)"
            strokeWidth="3"
            paintOrder="stroke"
          >
            low {w.temp(person.low)}
          </text>
        </>
      )}
    </svg>
  );
}
