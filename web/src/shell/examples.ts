import { api } from "../api/client";
import { freeName, namesOf } from "../entry/names";
import { type Change, useWorkspace } from "../state/workspace";

type Examples = Awaited<ReturnType<typeof api.examples>>;

/** Puts the demo trips with all that they need beside what is there: one step to undo. */
export async function showExamples() {
  const examples = await api.examples();
  const forecasts = await api.saveForecasts(examples.forecasts);
  await useWorkspace.getState().readLog();
  const { trips, items, sleepers, log, addForecast, edit } = useWorkspace.getState();
  for (const forecast of forecasts) addForecast(forecast);
  const names = {
    items: namesOf(items),
    sleepers: new Set(Object.values(sleepers).map((s) => s.name.toLowerCase())),
    trips: new Set(Object.values(trips).map((t) => t.name.toLowerCase())),
  };
  const changes = [
    ...examples.sleepers
      .filter((s) => !sleepers[s.id])
      .map((s) => ({
        kind: "sleepers",
        id: s.id,
        before: null,
        after: { ...s, name: freeName(s.name, names.sleepers) },
      })),
    ...examples.items
      .filter((i) => !items[i.id])
      .map((i) => ({
        kind: "items",
        id: i.id,
        before: null,
        after: { ...i, name: freeName(i.name, names.items) },
      })),
    ...examples.trips
      .filter((t) => !trips[t.id])
      .map((t) => ({
        kind: "trips",
        id: t.id,
        before: null,
        after: { ...t, name: freeName(t.name, names.trips) },
      })),
    ...examples.log.filter((e) => !log[e.id]).map((e) => ({ kind: "log", id: e.id, before: null, after: e })),
  ] as Change[];
  if (changes.length > 0) edit(changes);
}

/** Takes away the demo trips, and of their things and sleepers what no trip of one's own uses: one step to undo. */
export async function dropExamples() {
  const examples = await api.examples();
  await useWorkspace.getState().readLog();
  const { trips, items, sleepers, log, edit } = useWorkspace.getState();
  const theirs = new Set(examples.trips.map((t) => t.id));
  const own = Object.values(trips).filter((t) => !theirs.has(t.id));
  const usedItems = new Set(
    own.flatMap((t) => [
      ...t.uses.map((u) => u.itemId),
      ...t.members.flatMap((m) => m.ideas.flatMap((i) => i.system.layers.map((l) => l.itemId))),
    ]),
  );
  const usedSleepers = new Set(own.flatMap((t) => t.members.map((m) => m.sleeperId)));
  // Someone has to be left to sleep.
  const stays = Object.values(sleepers).some((s) => !examples.sleepers.some((e) => e.id === s.id))
    ? null
    : examples.sleepers[0]?.id;
  const changes = [
    ...gone(examples.trips, trips, new Set()).map((t) => ({
      kind: "trips",
      id: t.id,
      before: t,
      after: null,
    })),
    ...gone(examples.items, items, usedItems).map((i) => ({
      kind: "items",
      id: i.id,
      before: i,
      after: null,
    })),
    ...gone(examples.sleepers, sleepers, usedSleepers)
      .filter((s) => s.id !== stays)
      .map((s) => ({ kind: "sleepers", id: s.id, before: s, after: null })),
    ...gone(examples.log, log, new Set()).map((e) => ({ kind: "log", id: e.id, before: e, after: null })),
  ] as Change[];
  if (changes.length > 0) edit(changes);
}

const gone = <T>(examples: { id: string }[], here: Record<string, T>, used: Set<string>): T[] =>
  examples.flatMap((e) => (here[e.id] && !used.has(e.id) ? [here[e.id] as T] : []));

/** Whether any trip is one of the examples. */
export const hasExamples = (examples: Examples | undefined, trips: Record<string, unknown>) =>
  examples?.trips.some((t) => trips[t.id]) ?? false;
