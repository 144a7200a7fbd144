import { Popover } from "radix-ui";
import type { LoadAnswer, LoadPlan, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Check, Choice, TextField } from "../parts/Field";
import { useWrite } from "../units/units";
import { useNames } from "./Findings";
import type { LoadEdit } from "./useLoad";
import { lower } from "./words";

const carriesOf = { 1: "once", 2: "twice, in relays", 3: "three times", 4: "four times" } as Record<
  string,
  string
>;

/** Camps under the towers and the phases under them: each opened to be changed. */
export function Phases(props: {
  trip: Trip;
  plan: LoadPlan;
  answer: LoadAnswer;
  edit: LoadEdit;
  width: number;
  day: number;
}) {
  const { trip, plan, edit, answer } = props;
  const step = props.width / trip.nights.length;
  const at = (id: string) => trip.nights.findIndex((n) => n.id === id);
  const free = firstFree(trip, plan);
  const add = () => {
    const night = trip.nights[free ?? 0];
    if (!night) return;
    edit.plan((p) => ({
      ...p,
      phases: [
        ...p.phases,
        {
          id: crypto.randomUUID(),
          name: `Phase ${p.phases.length + 1}`,
          firstNightId: night.id,
          lastNightId: trip.nights[lastFree(trip, p, free ?? 0)]?.id ?? night.id,
          carries: 1,
          leaves: null,
        },
      ].sort((a, b) => at(a.firstNightId) - at(b.firstNightId)),
    }));
  };
  return (
    <div className="relative">
      <div className="flex text-center text-[12px] leading-tight sm:text-[13px]" aria-hidden="true">
        {trip.nights.map((n, i) => (
          <div
            key={n.id}
            style={{ width: step }}
            className={`px-0.5 pt-1.5 ${i === props.day ? "font-semibold" : ""}`}
          >
            <span className={step < 70 ? "hidden" : "line-clamp-2"}>{n.camp || "camp"}</span>
            <span className="text-soft">{step < 70 ? i + 1 : `day ${i + 1}`}</span>
          </div>
        ))}
      </div>
      <div className="relative mt-1.5 h-10">
        {plan.phases.map((p) => {
          const [first, last] = [at(p.firstNightId), at(p.lastNightId)];
          if (first < 0 || last < first) return null;
          return (
            <Popover.Root key={p.id}>
              <Popover.Trigger
                className="absolute top-0 flex min-h-10 flex-col items-center overflow-hidden border-ink border-t-[3px] px-1 text-[13px] font-semibold hover:bg-ice-wash"
                style={{ left: first * step + 4, width: (last - first + 1) * step - 8 }}
              >
                <span className="w-full truncate text-center">
                  {p.name}
                  {p.carries > 1 && ` ×${p.carries}`}
                </span>
              </Popover.Trigger>
              <Popover.Portal>
                <Popover.Content
                  sideOffset={4}
                  collisionPadding={8}
                  className="z-40 max-h-(--radix-popover-content-available-height) w-80 space-y-2.5 overflow-y-auto rounded-xl border border-edge/60 bg-card p-3 shadow-lg"
                >
                  <PhaseForm phase={p} trip={trip} plan={plan} answer={answer} edit={edit} />
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
          );
        })}
        {free !== null && (
          <button
            type="button"
            className="absolute top-0 min-h-10 border-edge border-t-[3px] border-dashed px-2 text-[13px] text-soft hover:text-ink print:hidden"
            style={{
              left: free * step + 4,
              width: Math.max(84, (lastFree(trip, plan, free) - free + 1) * step - 8),
            }}
            onClick={add}
          >
            + phase
          </button>
        )}
      </div>
    </div>
  );
}

const inPhase = (trip: Trip, plan: LoadPlan, day: number) =>
  plan.phases.some((p) => {
    const [first, last] = [p.firstNightId, p.lastNightId].map((id) =>
      trip.nights.findIndex((n) => n.id === id),
    );
    return first !== undefined && last !== undefined && first <= day && day <= last;
  });

const firstFree = (trip: Trip, plan: LoadPlan) => {
  const at = trip.nights.findIndex((_, d) => !inPhase(trip, plan, d));
  return at < 0 ? null : at;
};

const lastFree = (trip: Trip, plan: LoadPlan, from: number) => {
  let to = from;
  while (to + 1 < trip.nights.length && !inPhase(trip, plan, to + 1)) to++;
  return to;
};

/** What a phase takes, leaves and picks up. */
function Says({ said, answer }: { said: Schema["PhaseOfLoads"]; answer: LoadAnswer }) {
  const names = useNames(answer);
  const w = useWrite();
  const listed = (list: readonly Schema["ChangesHands"][]) =>
    `${[...new Set(list.map((c) => c.depotId))].map(names.load).join(" and ")} ${w.weight(
      list.reduce((a, c) => a + c.grams, 0),
    )}: ${list
      .slice(0, 5)
      .map((c) => lower(names.thing(c.itemId)))
      .join(", ")}${list.length > 5 ? ` and ${list.length - 5} more` : ""}`;
  return (
    <p className="text-[14px] text-soft">
      All together it takes {w.weight(said.takesG)}
      {said.leaves.length > 0 && `, leaves at the ${listed(said.leaves)}`}
      {said.picksUp.length > 0 && `, picks up at the ${listed(said.picksUp)}`}
      {said.eatenG + said.burntG > 1 &&
        `, and uses up ${w.weight(said.eatenG + said.burntG)} of food and fuel`}
      .
    </p>
  );
}

function PhaseForm(props: {
  phase: Schema["Phase"];
  trip: Trip;
  plan: LoadPlan;
  answer: LoadAnswer;
  edit: LoadEdit;
}) {
  const { phase, trip, plan, edit } = props;
  const change = (part: Partial<Schema["Phase"]>) =>
    edit.plan(
      (p) => ({ ...p, phases: p.phases.map((o) => (o.id === phase.id ? { ...o, ...part } : o)) }),
      `phase/${phase.id}/${Object.keys(part)}`,
    );
  const index = (id: string) => trip.nights.findIndex((n) => n.id === id);
  const n = plan.phases.findIndex((p) => p.id === phase.id);
  const least = n > 0 ? index(plan.phases[n - 1]?.lastNightId ?? "") + 1 : 0;
  const next = plan.phases[n + 1];
  const most = next ? index(next.firstNightId) - 1 : trip.nights.length - 1;
  const days = (from: number, to: number) =>
    Object.fromEntries(
      trip.nights.flatMap((night, i) =>
        i >= from && i <= to ? [[night.id, `day ${i + 1}, to ${night.camp || "camp"}`]] : [],
      ),
    ) as Record<string, string>;
  const left = new Set(phase.leaves ?? []);
  const said = props.answer.phases.find((p) => p.phaseId === phase.id);
  return (
    <>
      {said && <Says said={said} answer={props.answer} />}
      <TextField label="What it is called" value={phase.name} onChange={(name) => change({ name })} />
      <Choice
        label="Its first day"
        value={phase.firstNightId}
        options={days(least, index(phase.lastNightId))}
        onChange={(firstNightId) => change({ firstNightId })}
      />
      <Choice
        label="Its last day"
        value={phase.lastNightId}
        options={days(index(phase.firstNightId), most)}
        onChange={(lastNightId) => change({ lastNightId })}
      />
      <Choice
        label="The way is gone with what is drawn"
        value={`${phase.carries}`}
        options={carriesOf}
        onChange={(c) => change({ carries: Number(c) })}
      />
      <fieldset>
        <legend className="text-[13px] text-soft">Left behind, at the depot it sets out from</legend>
        {props.answer.loads
          .filter(({ load }) => load.kind === "sledge" || load.kind === "duffel" || load.kind === "pack")
          .map(({ load }) => (
            <Check
              key={load.id}
              label={load.name}
              value={left.has(load.id)}
              onChange={(on) => {
                const then = new Set(left);
                if (on) then.add(load.id);
                else then.delete(load.id);
                change({ leaves: then.size > 0 ? [...then] : null });
              }}
            />
          ))}
      </fieldset>
      <Button
        look="quiet"
        onClick={() => edit.plan((p) => ({ ...p, phases: p.phases.filter((o) => o.id !== phase.id) }))}
      >
        Take the phase out
      </Button>
    </>
  );
}
