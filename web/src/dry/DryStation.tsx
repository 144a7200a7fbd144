import { useState } from "react";
import { api, type Schema } from "../api/client";
import { Button } from "../parts/Button";
import { Check } from "../parts/Field";
import { Assumed } from "../parts/Prose";
import type { DryPlan } from "../state/outfit";
import { editMember, othersUse, useAsked, useGo, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { habits as habitWords, purposes, regions } from "../units/words";
import { Fall } from "./Fall";
import { Ledger } from "./Ledger";
import { Lost } from "./Lost";

/** Keeping dry over days: where the water goes, which night dry things run out, and what each habit buys. */
export function Component() {
  const { trip, index, who, member } = useTrip();
  const go = useGo();
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const [looked, setLooked] = useState<Schema["Habit"] | null>(null);
  const asked = useAsked("dry", api.dry, trip, index, who);
  if (!trip || !member || trip.nights.length === 0)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No days to keep dry through.</h1>
        <p className="mt-2 mb-4 text-soft">
          Lay out the nights first; then every thing that comes along has a line here.
        </p>
        <Button look="strong" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );
  const answer = asked.data;
  const dry = member.dry;
  const change = (part: Partial<DryPlan>) =>
    editMember(trip, who, (m) => ({ ...m, dry: { ...m.dry, ...part } }), `dry/${Object.keys(part)}`);
  const other = answer?.habits.find((h) => h.habit === looked) ?? null;
  const barriers = Object.values(items).filter((i) => i.kind === "vapourBarrier");
  /** As it is set here, which the answer follows. */
  const isOn = (habit: Schema["Habit"]) =>
    habit === "barrier"
      ? member.system.layers.some((l) => items[l.itemId]?.kind === "vapourBarrier")
      : dry.habits[habit];
  const turn = (habit: Schema["Habit"], on: boolean) => {
    if (habit !== "barrier") return change({ habits: { ...dry.habits, [habit]: on } });
    const worn = new Set(barriers.map((b) => b.id));
    const taken = othersUse(trip, who);
    const best = barriers
      .filter((b) => !taken.has(b.id))
      .sort(
        (a, b) => b.cover.torso + b.cover.legs + b.cover.feet - (a.cover.torso + a.cover.legs + a.cover.feet),
      )[0];
    editMember(trip, who, (m) => ({
      ...m,
      system: {
        ...m.system,
        layers: on
          ? best
            ? [
                ...m.system.layers,
                { itemId: best.id, closure: "closed", hoodOpen: false, as: "itself" as const },
              ]
            : m.system.layers
          : m.system.layers.filter((l) => !worn.has(l.itemId)),
      },
    }));
  };

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_340px] lg:content-stretch">
      <section className="min-w-0 px-3 py-4 sm:px-5">
        <h1 className="text-[26px] leading-tight">{answer ? <Headline answer={answer} /> : "…"}</h1>
        {asked.error && <p className="mt-2 text-ember">{asked.error.message}</p>}
        {answer && (
          <>
            <div className="mt-3">
              <Fall nights={answer.nights} other={other} otherName={other ? nameOf(other) : ""} />
            </div>
            {answer.rows.length === 0 ? (
              <p className="mt-4 text-soft">
                Nothing that holds water comes along yet. Lay out a system on Night, and tick what comes along
                in Kit.
              </p>
            ) : (
              <div className="mt-4">
                <Ledger trip={trip} who={who} member={member} answer={answer} change={change} />
                <p className="mt-2 text-[13px] text-soft">
                  Each drop is an evening before bed. Underlined: worn or dried on the body that day. Ember:
                  no dry one is left. A star: frozen stiff.
                </p>
              </div>
            )}
          </>
        )}
      </section>
      {answer && (
        <aside className="space-y-5 border-line px-4 py-4 lg:border-l">
          <section>
            <h2 className="text-lg">Habits</h2>
            <ul>
              {answer.habits.map((h) => (
                <li
                  key={h.habit}
                  className={`border-line border-t py-1 ${looked === h.habit ? "bg-ice-wash" : ""}`}
                  onPointerEnter={() => setLooked(h.habit)}
                  onPointerLeave={() => setLooked(null)}
                  onFocus={() => setLooked(h.habit)}
                  onBlur={() => setLooked(null)}
                >
                  <div className="flex items-center justify-between gap-2">
                    <Check
                      label={habitWords[h.habit].name}
                      value={isOn(h.habit)}
                      onChange={(on) => turn(h.habit, on)}
                    />
                    <span className="shrink-0 text-right text-[13px] leading-tight">
                      <b className={bought(h) > 0.3 ? "" : "font-normal text-soft"}>
                        {h.worstMargin === null ? "–" : w.signed(bought(h))}
                      </b>
                      <br />
                      <span className="text-soft">
                        {w.massChange(Math.round(h.on ? -h.frostG : h.frostG))} frost
                      </span>
                    </span>
                  </div>
                  <p className="text-[13px] text-soft">{habitWords[h.habit].says}</p>
                </li>
              ))}
            </ul>
            <Check
              label="Hung in the sun, not in the shade"
              value={dry.habits.inSun}
              onChange={(inSun) => change({ habits: { ...dry.habits, inSun } })}
            />
            <p className="text-[13px] text-soft">
              What each buys at the worst night, and frost by the last evening, against doing without it.
            </p>
          </section>
          <section>
            <h2 className="text-lg">Dry things that carry the trip</h2>
            <ul>
              {answer.gaps.map((g) => (
                <li key={g.slot.purpose + g.slot.region} className="border-line border-t py-1 leading-tight">
                  <span className="flex justify-between">
                    <b className="capitalize">
                      {purposes[g.slot.purpose]}
                      {g.slot.purpose === "base" && `, ${regions[g.slot.region]}`}
                    </b>
                    <span className={g.night === null ? "text-soft" : "font-semibold text-ember"}>
                      {g.night === null ? "always a dry one" : `none dry on night ${g.night + 1}`}
                    </span>
                  </span>
                  <span className="text-[13px] text-soft">
                    {g.owned} along, {g.least === null ? "six more are not enough" : `${g.least} would do`}
                    {g.byHabit
                      .filter((b) => b.least !== g.least)
                      .map(
                        (b) =>
                          `; ${habitWords[b.habit].name.toLowerCase()} ${answer.habits.find((h) => h.habit === b.habit)?.on ? "given up" : "taken up"}: ${b.least ?? "more than six more"}`,
                      )}
                    .
                  </span>
                </li>
              ))}
            </ul>
          </section>
          <section className="space-y-1">
            <p>
              {answer.holdsFor === null
                ? "Going on like this, it holds for sixty nights."
                : `Going on like this, it holds for ${answer.holdsFor} ${answer.holdsFor === 1 ? "night" : "nights"}, then no longer.`}
            </p>
            {answer.rest && (
              <p>
                A day of rest before night {answer.rest.night + 1} would pay most:{" "}
                {w.degrees(answer.rest.gain)}° over the nights after it.
              </p>
            )}
            {answer.bedCost > 0.2 && (
              <p>Drying in bed costs about {w.degrees(answer.bedCost, 1)}° of warmth on the worst night.</p>
            )}
          </section>
          <Lost trip={trip} index={index} who={who} />
          <Assumed of={answer.assumed} />
        </aside>
      )}
    </main>
  );
}

/** What having the habit is worth on the worst night, whether it is on now or not. */
const bought = (h: Schema["HabitEffect"]) => (h.on ? -1 : 1) * (h.worstMargin ?? 0);

const nameOf = (h: Schema["HabitEffect"]) =>
  `${h.on ? "without: " : "with: "}${habitWords[h.habit].name.toLowerCase()}`;

/** What frost takes off by the end, and when something dry runs out. */
function Headline({ answer }: { answer: Schema["DryAnswer"] }) {
  const w = useWrite();
  const last = answer.nights.at(-1);
  const fall = last?.holdsTo != null && last.holdsToDry != null ? last.holdsTo - last.holdsToDry : 0;
  const frost = last?.frostG ?? 0;
  const gap = answer.gaps.filter((g) => g.night !== null).sort((a, b) => (a.night ?? 0) - (b.night ?? 0))[0];
  return (
    <>
      {fall >= 0.5
        ? `Frost takes ${w.degrees(fall)}° off by night ${answer.nights.length}: ${w.mass(Math.round(frost))} in the bag.`
        : "The bag stays as good as dry."}{" "}
      {gap ? (
        <span className="text-ember">
          No dry {purposes[gap.slot.purpose]} on night {(gap.night ?? 0) + 1}.
        </span>
      ) : (
        <span className="text-soft">
          {answer.gaps.length === 0
            ? "No socks, base, hat or gloves are along: nothing small to keep dry."
            : "Something dry is left for every night."}
        </span>
      )}
    </>
  );
}
