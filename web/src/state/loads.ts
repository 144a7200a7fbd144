import type { LoadAnswer, LoadMend, LoadPlan, Schema, Thing, Trip } from "../api/client";
import { withUses } from "./outfit";

export const emptyPlan: LoadPlan = {
  loads: [],
  phases: [],
  lots: [],
  ticks: [],
  rations: null,
  splitBy: "weight",
  strengths: null,
};

export const planOf = (trip: Trip): LoadPlan => trip.load ?? emptyPlan;

/** A trip with something of its plan of loads changed. */
export const withPlan = (trip: Trip, change: (plan: LoadPlan) => LoadPlan): Trip => ({
  ...trip,
  load: change(planOf(trip)),
});

/** Loads that Ermine took for granted, said from now on: what is put into one of them must find it again. */
const said = (plan: LoadPlan, loads: readonly Schema["Load"][] | null | undefined): LoadPlan => ({
  ...plan,
  loads: plan.loads.length > 0 ? plan.loads : [...(loads ?? [])],
});

export const saidBy = (plan: LoadPlan, answer: LoadAnswer) =>
  said(
    plan,
    answer.loads.map((l) => l.load).filter((l) => l.kind !== "person"),
  );

function set<T extends { id: string }>(
  now: readonly T[],
  gone: readonly string[] | null | undefined,
  put: readonly T[] | null | undefined,
): T[] {
  const then = new Map((put ?? []).map((p) => [p.id, p]));
  const kept = now
    .filter((n) => !gone?.includes(n.id))
    .map((n) => {
      const other = then.get(n.id);
      then.delete(n.id);
      return other ?? n;
    });
  return [...kept, ...then.values()];
}

/** The trip after a press. */
export function mended(trip: Trip, mend: LoadMend): Trip {
  const days = mend.worn ?? [];
  return {
    ...trip,
    uses: set(trip.uses, mend.usesGone, mend.usesSet),
    members: trip.members.map((m) => ({
      ...m,
      days: m.days.map((d) => {
        const then = days.find((w) => w.sleeperId === m.sleeperId && w.nightId === d.nightId);
        return then ? { ...d, worn: then.worn } : d;
      }),
    })),
    load:
      mend.lotsSet || mend.lotsGone
        ? {
            ...said(planOf(trip), mend.loadsSaid),
            lots: set(planOf(trip).lots, mend.lotsGone, mend.lotsSet),
          }
        : (trip.load ?? null),
  };
}

/** Where a thing is on a day. */
export const stayOn = (thing: Thing, day: number): Schema["StayShown"] =>
  thing.stays.findLast((s) => s.fromDay <= day) ?? (thing.stays[0] as Schema["StayShown"]);

export const gramsOn = (thing: Thing, day: number) => thing.gramsByDay?.[day] ?? thing.grams;

export type Where = { loadId: string; reach: Schema["Reached"] };

/** A thing put somewhere from a day on, until another; before and after it is where it was. */
export function moved(
  trip: Trip,
  answer: LoadAnswer,
  thing: Thing,
  to: Where,
  fromDay: number,
  untilDay = trip.nights.length - 1,
): Trip {
  const days = trip.nights.map((_, d): Where => {
    const { loadId, reach } = d >= fromDay && d <= untilDay ? to : stayOn(thing, d);
    return { loadId, reach };
  });
  const stays = days.flatMap((where, d) => {
    const before = days[d - 1];
    return before && before.loadId === where.loadId && before.reach === where.reach
      ? []
      : [{ ...where, fromNightId: d === 0 ? null : (trip.nights[d]?.id ?? null) }];
  });
  return withPlan(trip, (plan) => ({
    ...saidBy(plan, answer),
    lots: set(plan.lots, null, [lotOf(plan, thing, { stays })]),
  }));
}

/** A thing as a lot of the plan, with something changed. */
export const lotOf = (plan: LoadPlan, thing: Thing, part: Partial<Schema["Lot"]>): Schema["Lot"] => ({
  ...(plan.lots.find((l) => l.id === thing.lotId) ?? {
    id: thing.lotId,
    itemId: thing.itemId,
    count: thing.count,
    stays: [],
    sleeperId: thing.ownerId,
  }),
  ...part,
});

/** A lot changed, or taken for what it is now and then changed. */
export const withLot = (trip: Trip, thing: Thing, part: Partial<Schema["Lot"]>): Trip =>
  withPlan(trip, (plan) => ({ ...plan, lots: set(plan.lots, null, [lotOf(plan, thing, part)]) }));

/** A thing that is not along any more: its lot and all that uses it. */
export function withoutThing(trip: Trip, thing: Thing): Trip {
  const without = withPlan(trip, (plan) => ({
    ...plan,
    lots: plan.lots.filter((l) => l.id !== thing.lotId),
  }));
  return planOf(trip).lots.filter((l) => l.itemId === thing.itemId).length > 1
    ? without
    : withUses(
        without,
        trip.uses.filter((u) => u.itemId !== thing.itemId),
      );
}

/** A part of a lot parted from it, to lie elsewhere. */
export const parted = (trip: Trip, thing: Thing, count: number): Trip =>
  withPlan(trip, (plan) => {
    const whole = lotOf(plan, thing, {});
    return {
      ...plan,
      lots: set(plan.lots, null, [
        { ...whole, count: whole.count - count },
        { ...whole, id: crypto.randomUUID(), count },
      ]),
    };
  });

/** A trip without a night: phases shrink, depots and stays that began there move or go. */
export function planWithoutNight(trip: Trip, nightId: string): LoadPlan | null {
  const plan = trip.load;
  if (!plan) return null;
  const at = trip.nights.findIndex((n) => n.id === nightId);
  const next = trip.nights[at + 1]?.id;
  const before = trip.nights[at - 1]?.id;
  const camp = trip.nights[at]?.camp;
  const sameCamp = trip.nights.find((n) => n.id !== nightId && camp !== "" && n.camp === camp)?.id;
  const gone = new Set(plan.loads.filter((l) => l.nightId === nightId && !sameCamp).map((l) => l.id));
  return {
    ...plan,
    loads: plan.loads
      .filter((l) => !gone.has(l.id))
      .map((l) => (l.nightId === nightId ? { ...l, nightId: sameCamp ?? null } : l)),
    phases: plan.phases.flatMap((p) => {
      const first = p.firstNightId === nightId ? next : p.firstNightId;
      const last = p.lastNightId === nightId ? before : p.lastNightId;
      return p.firstNightId === nightId && p.lastNightId === nightId
        ? []
        : first && last
          ? [{ ...p, firstNightId: first, lastNightId: last }]
          : [];
    }),
    lots: plan.lots.map((l) => ({
      ...l,
      stays: l.stays
        .filter((s) => !gone.has(s.loadId))
        .flatMap((s) => {
          if (s.fromNightId !== nightId) return [s];
          const taken = next !== undefined && l.stays.some((o) => o.fromNightId === next);
          return next && !taken ? [{ ...s, fromNightId: next }] : [];
        }),
    })),
  };
}

/** A plan without one of the people: what that one owns and carries goes along home. */
export function planWithoutMember(plan: LoadPlan | null | undefined, sleeperId: string): LoadPlan | null {
  if (!plan) return null;
  const gone = new Set([sleeperId, ...plan.loads.filter((l) => l.sleeperId === sleeperId).map((l) => l.id)]);
  return {
    ...plan,
    loads: plan.loads.filter((l) => !gone.has(l.id)),
    phases: plan.phases.map((p) => ({ ...p, leaves: p.leaves?.filter((l) => !gone.has(l)) ?? null })),
    lots: plan.lots
      .filter((l) => l.sleeperId !== sleeperId)
      // What the party shares and that one carried is placed anew.
      .map((l) => (l.stays.some((s) => gone.has(s.loadId)) ? { ...l, stays: [] } : l)),
    strengths: plan.strengths?.filter((s) => s.sleeperId !== sleeperId) ?? null,
  };
}

/** A plan with one more of the people: where loads are named, that one has a pack as well. */
export const planWithMember = (plan: LoadPlan | null | undefined, sleeperId: string): LoadPlan | null =>
  plan && plan.loads.length > 0
    ? {
        ...plan,
        loads: [
          ...plan.loads,
          {
            id: crypto.randomUUID(),
            name: "Pack",
            kind: "pack",
            sleeperId,
            volumeL: null,
            itemId: null,
            nightId: null,
          },
        ],
      }
    : (plan ?? null);
