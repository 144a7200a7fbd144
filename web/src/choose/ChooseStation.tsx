import { useEffect, useMemo, useState } from "react";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { editMember, newId, useGo, useTrip, withBed } from "../state/trip";
import { awaits, useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { and } from "../units/words";
import { Chosen } from "./Chosen";
import { Clothes } from "./Clothes";
import { Line } from "./Line";
import { LowTable } from "./LowTable";
import { Party } from "./Party";
import { Proof } from "./Proof";
import { sleptIn } from "./packing";
import { Season } from "./Season";
import { type ChoiceAsked, type ChosenBed, useChoice } from "./useChoice";
import { scopesOf, Wanted } from "./Wanted";

const plain: ChoiceAsked = {
  nights: [],
  pinned: [],
  leftAtHome: [],
  schools: {
    noBarrier: false,
    quiltsOnly: false,
    syntheticOutside: false,
    somethingToSitOn: false,
    dayClothes: false,
  },
  chance: null,
  spareK: 0,
  mostG: null,
  mostL: null,
};

/** The lightest of what one owns that holds, the line between light and warm, and which of it for which low. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const go = useGo();
  const w = useWrite();
  const [view, setView] = useState<"trip" | "party" | "lows" | "buy" | "clothes">("trip");
  const [scope, setScope] = useState("trip");
  const [asked, setAsked] = useState(plain);
  const [picked, setPicked] = useState<number | null>(null);
  const items = useWorkspace((s) => s.items);
  const sleepers = useWorkspace((s) => s.sleepers);
  const waits = useWorkspace((s) => trip === undefined || awaits(trip, s.unsaved));
  const choice = useChoice("choose");
  const line = useChoice("line");
  const scopes = useMemo(() => (trip ? scopesOf(trip, index) : []), [trip, index]);
  const nights = useMemo(() => scopes.find((s) => s.key === scope)?.nights ?? [], [scopes, scope]);
  const wanted = useMemo(() => ({ ...asked, nights }), [asked, nights]);
  const { ask: choose, stop: endChoosing } = choice;
  const { ask: walk, stop: endWalking } = line;

  // Asked anew a moment after what is wanted or the trip was last changed; nothing goes on behind another view.
  useEffect(() => {
    if (!trip || waits || trip.nights.length === 0 || view !== "trip") return;
    setPicked(null);
    const soon = setTimeout(async () => {
      if (await choose({ trip, member: who, asked: wanted }))
        await walk({ trip, member: who, asked: { ...wanted, mostG: null, chance: null } });
    }, 250);
    return () => {
      clearTimeout(soon);
      endChoosing();
      endWalking();
    };
  }, [trip, who, wanted, waits, view, choose, walk, endChoosing, endWalking]);

  if (!trip || !night || !member)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No night to choose for.</h1>
        <Button look="strong" className="mt-4" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );

  const done = choice.chosen;
  const best = done ? done.bed : (choice.beds.at(-1) ?? null);
  const now = done?.now ?? line.line?.now ?? null;
  const points = line.line
    ? line.line.points.map((point) => ({ bed: point.bed, point }))
    : [...line.beds].sort((a, b) => a.addsG - b.addsG).map((bed) => ({ bed }));
  const shown = picked !== null ? (points[picked]?.bed ?? best) : best;
  const nameOf = (id: string) => items[id]?.name ?? "a thing that is gone";
  // What no bed helps, and what nothing is known of, is said where it says that it holds.
  const cold = done ? [...done.inNoBed, ...done.unknown].sort((a, b) => a - b).map((n) => `${n + 1}`) : [];
  const lighter = best && now ? now.addsG - best.addsG : 0;
  const pack = (bed: ChosenBed) => {
    const ids = nights.flatMap((n) => trip.nights[n]?.id ?? []);
    editMember(trip, who, (m) => sleptIn(m, bed, ids));
    go.station("night", nights[0] ?? index);
  };
  const change = (part: Partial<ChoiceAsked>) => setAsked((a) => ({ ...a, ...part }));
  const toggled = (list: string[], id: string) =>
    list.includes(id) ? list.filter((x) => x !== id) : [...list, id];

  const head = (
    <div className="mb-2 flex flex-wrap items-center justify-between gap-2 print:hidden">
      <Segments
        label="What to choose for"
        value={view}
        options={
          {
            trip: trip.members.length > 1 ? "for one of you" : "for this trip",
            ...(trip.members.length > 1 ? { party: "for the party" } : {}),
            lows: "which for which low",
            buy: "what to buy",
            clothes: "clothes by day",
          } as Record<typeof view, string>
        }
        onChange={setView}
      />
      <Button look="quiet" onClick={() => go.station("night", index)}>
        Back to the night
      </Button>
    </div>
  );

  if (view === "party")
    return (
      <main className="px-3 py-4 sm:px-5">
        {head}
        <Party
          trip={trip}
          index={index}
          waits={waits}
          scopes={scopes}
          schools={asked.schools}
          leftAtHome={asked.leftAtHome}
        />
      </main>
    );

  if (view === "lows")
    return (
      <main className="px-3 py-4 sm:px-5">
        {head}
        <LowTable
          trip={trip}
          who={who}
          night={night}
          name={sleepers[member.sleeperId]?.name ?? "you"}
          asked={asked}
        />
      </main>
    );

  if (view === "buy")
    return (
      <main className="px-3 py-4 sm:px-5">
        {head}
        <Season
          trip={trip}
          who={who}
          name={sleepers[member.sleeperId]?.name ?? "you"}
          night={night}
          waits={waits}
          asked={asked}
        />
      </main>
    );

  if (view === "clothes")
    return (
      <main className="px-3 py-4 sm:px-5">
        {head}
        <Clothes
          trip={trip}
          who={who}
          member={member}
          name={sleepers[member.sleeperId]?.name ?? "you"}
          waits={waits}
        />
      </main>
    );

  return (
    <main className="grid content-start gap-x-6 px-3 py-4 sm:px-5 lg:grid-cols-[minmax(0,1fr)_340px]">
      <div className="min-w-0">
        {head}
        <h1 className="text-[26px] leading-tight" aria-live="polite">
          {best
            ? `${w.mass(best.addsG)} ${best.spareK >= 0 ? "holds" : "is the warmest"}${nights.length === 1 ? ` night ${index + 1}` : ` every night${cold.length > 0 ? ` but ${and(cold)}` : ""}`}${
                lighter > 5
                  ? `: ${w.mass(Math.round(lighter))} lighter than as packed`
                  : lighter < -5
                    ? `: ${w.mass(Math.round(-lighter))} more than as packed${now && now.spareK < 0 ? `, which is ${w.degrees(Math.max(1, -now.spareK))}° short` : ""}`
                    : ""
              }.`
            : done?.missed
              ? `Nothing that is free holds: everything at once is ${done.missed.byK != null ? `${w.degrees(Math.max(1, done.missed.byK))}° short` : "short"} on night ${done.missed.night + 1}.`
              : done && done.inNoBed.length > 0
                ? "No bed helps one who comes in so cold."
                : done && !done.proof.proven
                  ? `No bed was found in ${Math.round(done.proof.seconds)} s: there may be one. Ask for fewer nights, or leave more at home.`
                  : done
                    ? "No low is known yet: type one, or read a forecast."
                    : choice.problem
                      ? "It was not chosen."
                      : "Choosing…"}
        </h1>
        {choice.problem && <ProblemList problem={choice.problem} />}
        {done?.missed && (
          <p className="mt-1">
            {done.missed.closing.length > 0
              ? `One more would close it: ${done.missed.closing.map((c) => `${c.name} (${w.mass(c.grams)})`).join(", or ")}.`
              : asked.mostG != null || asked.mostL != null
                ? "Allow more weight or volume."
                : "No single thing more would close it: plan for a milder night, another shelter, or turn back earlier."}
          </p>
        )}
        {done && best && done.unknown.length > 0 && (
          <p className="mt-1 text-ember">
            {done.unknown.length === 1 ? "Night" : "Nights"} {done.unknown.map((n) => n + 1).join(", ")} left
            out: no low is known yet.
          </p>
        )}
        {done && done.inNoBed.length > 0 && (
          <p className="mt-1 text-ember">
            {done.inNoBed.length === 1 ? "Night" : "Nights"} {and(done.inNoBed.map((n) => `${n + 1}`))} left
            out: no bed helps one who comes in so cold. Mend the day before, then choose again.
          </p>
        )}
        {choice.proof && (best || done) && (
          <div className="mt-1">
            <Proof proof={choice.proof} lightestG={asked.mostG == null && best ? best.addsG : null} />
          </div>
        )}
        {(choice.running || line.running) && (
          <p className="mt-1 flex items-center gap-3 text-[14px] print:hidden" role="status">
            {choice.running ? "Still looking for a lighter one…" : "Walking the line…"}
            <Button
              onClick={() => {
                choice.stop();
                line.stop();
              }}
            >
              Stop
            </Button>
          </p>
        )}
        <div className="mt-3">
          <Line
            points={points}
            now={now}
            over={line.line?.nowOverG ?? null}
            selected={picked ?? nearest(points, best)}
            onSelect={setPicked}
            nameOf={nameOf}
          />
        </div>
        {line.line && line.line.nowUnderK != null && line.line.nowUnderK > 0.5 && (
          <p className="text-[14px] text-soft">
            For as many grams as are packed the line gives {w.degrees(line.line.nowUnderK)}° more.
          </p>
        )}
        {line.problem && <ProblemList problem={line.problem} />}
        <div className="mt-4">
          <Wanted scopes={scopes} scope={scope} onScope={setScope} asked={asked} onAsked={change} />
        </div>
      </div>
      <aside className="mt-6 min-w-0 lg:mt-0">
        {shown && now && (
          <Chosen
            bed={shown}
            before={now}
            without={shown === done?.bed ? (done?.without ?? []) : []}
            along={member.along}
            pinned={asked.pinned}
            onPin={(id) => change({ pinned: toggled(asked.pinned, id) })}
            onLeave={(id) =>
              change({
                leftAtHome: toggled(asked.leftAtHome, id),
                pinned: asked.pinned.filter((p) => p !== id),
              })
            }
            onPack={() => pack(shown)}
            aside={member.ideas.some(
              (i) => JSON.stringify(i.system.layers) === JSON.stringify(shown.system.layers),
            )}
            onPutAside={() =>
              editMember(trip, who, (m) => ({
                ...m,
                ideas: [
                  ...m.ideas,
                  { id: newId(), name: `Chosen, ${w.mass(shown.addsG)}`, system: withBed(shown.system) },
                ],
              }))
            }
          />
        )}
        <p className="mt-4 text-[13px] text-soft">
          Chosen from what is owned and free: not used by others, not kept for one day, not worn by day.
          Worked out, not promised; local rules, guides and medical advice come first.
        </p>
      </aside>
    </main>
  );
}

/** The point of the line that a bed is. */
function nearest(points: { bed: ChosenBed }[], bed: ChosenBed | null) {
  if (!bed) return null;
  const at = points.findIndex((p) => Math.abs(p.bed.addsG - bed.addsG) < 0.1);
  return at < 0 ? null : at;
}
