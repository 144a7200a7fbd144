import { useEffect, useState } from "react";
import type { Schema, Trip } from "../api/client";
import { DayMark } from "../day/DayMark";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import type { Outfit } from "../state/outfit";
import { editMember, useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite, write } from "../units/units";
import { and, dayVerdicts, doing } from "../units/words";
import { dressedIn } from "./packing";
import { useChoice } from "./useChoice";
import { PinOrLeave, Wishes } from "./Wishes";

type Chosen = Schema["ClothesChosen"];

/** The lightest clothes that dress every day as well as all that one owns, day by day and piece by piece. */
export function Clothes({
  trip,
  who,
  member,
  name,
  waits,
}: {
  trip: Trip;
  who: number;
  member: Outfit;
  name: string;
  waits: boolean;
}) {
  const go = useGo();
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const [asked, setAsked] = useState<Schema["ClothesAsked"]>({
    pinned: [],
    leftAtHome: [],
    borne: false,
    unplanned: true,
  });
  const { clothes, stale, running, problem, ask, stop } = useChoice("clothes");
  const chosen = problem ? null : clothes;

  useEffect(() => {
    if (waits || trip.nights.length === 0) return;
    const soon = setTimeout(() => void ask({ trip, member: who, asked }), 250);
    return () => clearTimeout(soon);
  }, [trip, who, asked, waits, ask]);

  const nameOf = (id: string) => items[id]?.name ?? "a thing that is gone";
  const toggled = (list: string[], id: string) =>
    list.includes(id) ? list.filter((x) => x !== id) : [...list, id];
  const left = chosen ? member.along.filter((id) => !chosen.along.includes(id)) : [];
  const blocks = new Map(
    (trip.members[who]?.days ?? []).flatMap((d) => d.blocks ?? []).map((b) => [b.id, b] as const),
  );

  return (
    <div className="grid content-start gap-x-8 lg:grid-cols-[minmax(0,1fr)_440px]">
      <div className="min-w-0">
        <h1 className="text-[26px] leading-tight" aria-live="polite">
          {chosen
            ? headline(chosen, w.mass, asked.borne)
            : problem
              ? "It was not chosen."
              : "Dressing every day…"}
        </h1>
        {problem && <ProblemList problem={problem} />}
        {chosen && chosen.days.length === 0 && (
          <Button look="strong" className="mt-3" onClick={() => go.station("day", 0)}>
            Lay out a day
          </Button>
        )}
        {chosen && chosen.days.length > 0 && (
          <p className="text-soft">
            For {name}. What is slept in, spares and boots come along anyway and add nothing.
            {chosen.notLaidOut.length > 0 &&
              ` Not looked at, for no work is laid out: ${chosen.notLaidOut.length === 1 ? "day" : "days"} ${and(chosen.notLaidOut.map((n) => `${n + 1}`))}.`}
          </p>
        )}
        <div className="my-3 flex flex-wrap gap-2 print:hidden">
          <Segments
            label="How well"
            value={asked.borne ? "borne" : "right"}
            options={{ right: "right, where it can be", borne: "neither chilling nor dripping" }}
            onChange={(v) => setAsked({ ...asked, borne: v === "borne" })}
          />
          <button
            type="button"
            aria-pressed={asked.unplanned}
            onClick={() => setAsked({ ...asked, unplanned: !asked.unplanned })}
            className="min-h-11 rounded-full border border-edge/50 px-3 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper sm:min-h-9"
          >
            with an hour’s wait nobody planned
          </button>
        </div>
        <Wishes
          pinned={asked.pinned}
          leftAtHome={asked.leftAtHome}
          onUnpin={(id) => setAsked({ ...asked, pinned: toggled(asked.pinned, id) })}
          onBack={(id) => setAsked({ ...asked, leftAtHome: toggled(asked.leftAtHome, id) })}
        />
        {running && (
          <p className="mb-2 flex items-center gap-3 text-[14px] print:hidden" role="status">
            {chosen && !stale
              ? "Looking whether anything lighter does as well…"
              : "Dressing every day in all you own…"}
            <Button onClick={stop}>Stop</Button>
          </p>
        )}
        {chosen && chosen.days.length > 0 && (
          <>
            <DaysTable chosen={chosen} waits={asked.unplanned} onDay={(n) => go.station("day", n)} />
            <p className="mt-3 text-[14px] text-soft">
              {write(chosen.looked)} sets of pieces weighed by the balance of every stretch;{" "}
              {chosen.playedOut} dressed and played, with the nights between, in{" "}
              {write(chosen.seconds, chosen.seconds < 0.95 ? 1 : 0)} s. {howSure(chosen, w.mass)}
              {chosen.notWeighed.length > 0 &&
                ` Of kinds with many pieces these were only tried in place of a heavier one: ${chosen.notWeighed.map(nameOf).join(", ")}.`}
            </p>
            <p className="mt-1 text-[14px] text-soft">
              One of each: what is lost or soaked has no second. Mark spares in Dry and they stay. Worked out,
              not promised; local rules, guides and medical advice come first.
            </p>
          </>
        )}
      </div>
      {chosen && chosen.pieces.length > 0 && (
        <aside className="mt-6 min-w-0 lg:mt-0" aria-label="The clothes">
          <h2 className="text-xl">
            {w.mass(chosen.addsG)}, {chosen.pieces.filter((p) => p.grams > 0).length} pieces
          </h2>
          <Button
            look="strong"
            className="my-2 w-full print:hidden"
            disabled={stale}
            onClick={() => {
              editMember(trip, who, (m) => dressedIn(m, chosen));
              go.station("day", chosen.days[0]?.night ?? 0);
            }}
          >
            Pack these and dress every day
          </Button>
          <ul className="border-line border-t">
            {chosen.pieces.map((p) => (
              <li key={p.itemId} className="border-line border-b py-1.5">
                <div className="flex items-baseline justify-between gap-2">
                  <span className={member.along.includes(p.itemId) || p.grams === 0 ? "" : "font-semibold"}>
                    {p.grams > 0 && !member.along.includes(p.itemId) && (
                      <span className="sr-only">new: </span>
                    )}
                    {nameOf(p.itemId)}
                  </span>
                  <span className="shrink-0 text-soft">{p.grams > 0 ? w.mass(p.grams) : "comes along"}</span>
                </div>
                {p.grams > 0 && (
                  <div className="flex flex-wrap items-center justify-between gap-x-2 text-[13px] text-soft">
                    <span className="min-w-0">
                      {p.night == null
                        ? "the days as they are played need it"
                        : `without it day ${p.night + 1} is too ${p.tooCold ? "cold" : "warm"}, ${p.hour == null ? "" : `${clock(p.hour)}, `}${p.unplanned ? "waiting unplanned" : doing[blocks.get(p.blockId ?? "")?.activity ?? "own"]}`}
                    </span>
                    <PinOrLeave
                      pinned={asked.pinned.includes(p.itemId)}
                      onPin={() => setAsked({ ...asked, pinned: toggled(asked.pinned, p.itemId) })}
                      onLeave={() =>
                        setAsked({
                          ...asked,
                          leftAtHome: toggled(asked.leftAtHome, p.itemId),
                          pinned: asked.pinned.filter((id) => id !== p.itemId),
                        })
                      }
                    />
                  </div>
                )}
              </li>
            ))}
          </ul>
          {left.length > 0 && (
            <p className="mt-2 text-[14px] text-soft">
              Stays behind of what is packed: {left.map(nameOf).join(", ")}.
            </p>
          )}
        </aside>
      )}
    </div>
  );
}

function howSure(chosen: Chosen, mass: (g: number) => string) {
  if (chosen.proven) return "Nothing lighter of what was weighed goes as well.";
  if (chosen.leastG === 0) return "Not proven: it may be lighter.";
  return chosen.leastG < chosen.addsG - 0.5
    ? `Not proven: it may be lighter, but nothing under ${mass(Math.round(chosen.leastG))} goes as well.`
    : "By all that was tried nothing lighter goes as well; there was no time to try it again.";
}

function headline(chosen: Chosen, mass: (g: number) => string, borne: boolean): string {
  if (chosen.days.length === 0) return "No day is laid out yet.";
  const lighter = Math.round(chosen.nowG - chosen.addsG);
  const bad = (verdict: Schema["DayVerdict"]) =>
    borne ? verdict === "chilling" || verdict === "dripping" : verdict !== "right";
  const still = chosen.days.filter((d) => bad(d.then.verdict));
  const how =
    still.length === 0
      ? `dress every day ${borne ? "so that nothing chills or drips" : "right"}`
      : "dress every day as well as all you own";
  const than =
    lighter > 5
      ? `: ${mass(lighter)} lighter than as packed`
      : lighter < -5
        ? `: ${mass(-lighter)} more than as packed`
        : "";
  return `${mass(Math.round(chosen.addsG))} of clothes ${how}${than}.`;
}

/** Each day in these clothes, as it is dressed now, and in everything one owns. */
function DaysTable({
  chosen,
  waits,
  onDay,
}: {
  chosen: Chosen;
  /** An hour that nobody planned is looked at. */
  waits: boolean;
  onDay: (night: number) => void;
}) {
  return (
    <table className="w-full max-w-2xl border-collapse text-left">
      <thead>
        <tr className="border-ink border-b-2 text-[13px] text-soft">
          <th className="py-1 pr-3 align-bottom font-normal">Day</th>
          <th className="py-1 pr-3 align-bottom font-normal">in these</th>
          <th className="py-1 pr-3 align-bottom font-normal">as dressed now</th>
          <th className="py-1 pr-3 align-bottom font-normal">in all you own</th>
          {waits && <th className="py-1 pr-3 align-bottom font-normal">an hour’s wait</th>}
        </tr>
      </thead>
      <tbody>
        {chosen.days.map((d) => (
          <tr key={d.nightId} className="border-line border-b">
            <td className="py-1">
              <button
                type="button"
                className="min-h-11 px-1 font-display text-lg underline sm:min-h-8"
                onClick={() => onDay(d.night)}
              >
                {d.night + 1}
              </button>
            </td>
            {[d.then, d.now, d.everything].map((goes, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: three columns in their order
              <td key={n} className={`pr-3 ${n === 0 ? "font-semibold" : "text-soft"}`}>
                <span className="flex items-center gap-1.5">
                  <DayMark verdict={goes.verdict} />
                  <span aria-hidden="true">{dayVerdicts[goes.verdict]}</span>
                </span>
              </td>
            ))}
            {waits && (
              <td className={d.unplannedHolds === false ? "text-ember" : "text-soft"}>
                {d.unplannedHolds == null ? "not out" : d.unplannedHolds ? "borne" : "chills"}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
