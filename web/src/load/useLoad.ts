import { api, type LoadAnswer, type LoadMend, type LoadPlan, type Trip } from "../api/client";
import { mended, planOf, saidBy, withPlan } from "../state/loads";
import { editTrip, useAsked } from "../state/trip";

/** The last answer of each trip, shown while what is typed cannot be answered. */
const lastSound = new Map<string, LoadAnswer>();

export type LoadEdit = {
  /** Changes the trip; changes of the same name are undone together. */
  trip: (f: (trip: Trip) => Trip, merge?: string) => void;
  /** Changes what is said of its loads; what was only taken for granted is said first. */
  plan: (f: (plan: LoadPlan) => LoadPlan, merge?: string) => void;
  press: (mend: LoadMend) => void;
};

/** Loads of a trip: the weights at once, what follows from nights and days as soon as it is there, and how it is changed. */
export function useLoad(trip: Trip | undefined) {
  const quick = useAsked("load/quick", (a, signal) => api.load({ ...a, quick: true }, signal), trip, 0, 0);
  const whole = useAsked("load", (a, signal) => api.load({ ...a, quick: false }, signal), trip, 0, 0);
  const isOf = (answer: LoadAnswer | undefined) =>
    trip &&
    answer?.days.length === trip.nights.length &&
    answer.days.every((d, i) => d.nightId === trip.nights[i]?.id);
  const now = !quick.isPlaceholderData && isOf(quick.data) ? quick.data : undefined;
  const full = !whole.isPlaceholderData && isOf(whole.data) ? whole.data : undefined;
  const old = trip && lastSound.get(trip.id);
  const answer: LoadAnswer | undefined =
    full ??
    (now
      ? // What nights and days say of it follows; until then the last of it stays.
        {
          ...now,
          damp: old?.damp ?? [],
          uses: old?.uses ?? [],
          needs: old?.needs ?? null,
          walks: old?.walks ?? [],
        }
      : isOf(old)
        ? old
        : undefined);
  if (trip && answer) lastSound.set(trip.id, answer);
  const edit: LoadEdit | null = trip
    ? {
        trip: (f, merge) => editTrip(trip.id, f, merge && `${trip.id}/load/${merge}`),
        plan: (f, merge) =>
          editTrip(
            trip.id,
            (t) => withPlan(t, (plan) => f(answer ? saidBy(plan, answer) : plan)),
            merge && `${trip.id}/load/${merge}`,
          ),
        press: (mend) => editTrip(trip.id, (t) => mended(t, mend)),
      }
    : null;
  return { answer, error: quick.error ?? whole.error, edit, plan: trip ? planOf(trip) : undefined };
}
