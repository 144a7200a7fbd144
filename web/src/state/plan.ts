import type { QueryClient } from "@tanstack/react-query";
import { type Asked, api, type Trip } from "../api/client";
import { useSettings } from "../units/units";
import { useWorkspace } from "./workspace";

const begins = (trip: Trip) => trip.nights[0]?.date ?? "~";

/** The trip that begins first. Its dates are compared as they are: a collator takes longer to come up than a plan. */
export const nextOf = (trips: Record<string, Trip>) =>
  Object.values(trips).reduce<Trip | undefined>(
    (first, trip) => (first && begins(first) <= begins(trip) ? first : trip),
    undefined,
  )?.id;

/** Whose night is looked at: nobody beyond those who come along. */
export const whoOf = (trip: Trip | undefined, asked: number) =>
  Math.min(asked, Math.max(0, (trip?.members.length ?? 1) - 1));

/** The last answer of each trip, shown while what is typed cannot be answered. */
export const lastSound = new Map<string, Awaited<ReturnType<typeof api.plan>>>();

const numbers = new WeakMap<object, number>();
let last = 0;

/** A number for a trip as it stands: one is never changed, only replaced, and its thousands of fields need not be compared. */
export function numberOf(trip: Trip | undefined) {
  if (!trip) return 0;
  const known = numbers.get(trip);
  if (known) return known;
  numbers.set(trip, ++last);
  return last;
}

export const planQuery = (asked: Asked, revision: number) => ({
  queryKey: ["plan", revision, asked.night, asked.member, numberOf(asked.trip)],
  queryFn: async ({ signal }: { signal: AbortSignal }) => {
    const answer = await api.plan(asked, signal);
    lastSound.set(asked.trip.id, answer);
    return answer;
  },
});

/** What is answered within this, ms, is drawn with the page at once; what takes longer follows. */
const drawnAtOnce = 250;

/** Asks for the first page's answer as soon as its trip is known, and waits a little for it: a page that is drawn with it need not be drawn twice. */
export async function askAhead(queries: QueryClient, trips: Record<string, Trip>) {
  const [, , inAddress, , shown] = location.pathname.split("/");
  const settings = useSettings.getState();
  const id = [inAddress, settings.lastTrip, nextOf(trips)].find((x) => x && trips[x]);
  const trip = id ? trips[id] : undefined;
  if (!trip) return;
  const night = Math.max(0, Number(shown ?? 1) - 1 || 0);
  const member = whoOf(trip, settings.who[trip.id] ?? 0);
  await Promise.race([
    queries.prefetchQuery(planQuery({ trip, night, member }, useWorkspace.getState().kitRevision)),
    new Promise((late) => setTimeout(late, drawnAtOnce)),
  ]);
}
