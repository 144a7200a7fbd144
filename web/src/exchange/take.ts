import type { KitItem, LogEntry, Schema, Sleeper, Trip } from "../api/client";
import { freeName, namesOf } from "../entry/names";
import { planOf } from "../state/loads";
import type { Change } from "../state/workspace";

type PackageRead = Schema["PackageRead"];
type Here = {
  trips: Record<string, Trip>;
  items: Record<string, KitItem>;
  sleepers: Record<string, Sleeper>;
  log: Record<string, LogEntry>;
};

/** The changes that take a package: new things are added, those of a name that is here are taken for what is here or added beside it. */
export function changesOf(
  read: PackageRead,
  here: Here,
  choice: { theirs: boolean; beside: boolean },
): Change[] {
  const standing = new Map(read.standing.map((s) => [s.id, s]));
  const names = {
    items: namesOf(here.items),
    sleepers: new Set(Object.values(here.sleepers).map((s) => s.name.toLowerCase())),
    trips: new Set(Object.values(here.trips).map((t) => t.name.toLowerCase())),
  };
  /** What a thing of the package is called here. */
  const ids = new Map<string, string>();
  const changes: Change[] = [];
  const one = <T extends { id: string; name: string; version?: number }>(
    kind: "items" | "sleepers",
    theirs: T,
    mine: T | undefined,
  ) => {
    const s = standing.get(theirs.id);
    if (s?.standing === "same" || (s?.standing === "differs" && !choice.theirs)) return;
    if (s?.standing === "differs" && mine) {
      changes.push({
        kind,
        id: theirs.id,
        before: mine,
        after: { ...theirs, name: mine.name, version: mine.version },
      } as unknown as Change);
      return;
    }
    if (s?.standing === "sameName" && !choice.beside && s.here) {
      ids.set(theirs.id, s.here);
      return;
    }
    changes.push({
      kind,
      id: theirs.id,
      before: null,
      after: { ...theirs, name: freeName(theirs.name, names[kind]), version: 0 },
    } as unknown as Change);
  };
  for (const i of read.items) one("items", i, here.items[i.id]);
  for (const s of read.sleepers) one("sleepers", s, here.sleepers[s.id]);
  const id = (old: string) => ids.get(old) ?? old;
  for (const trip of read.trips) {
    const s = standing.get(trip.id);
    const mine = here.trips[trip.id];
    if (s?.standing === "same" || (s?.standing === "differs" && !choice.theirs)) continue;
    const after: Trip = {
      ...trip,
      name: mine ? mine.name : freeName(trip.name, names.trips),
      version: mine?.version ?? 0,
      members: trip.members.map((m) => ({
        ...m,
        sleeperId: id(m.sleeperId),
        ideas: m.ideas.map((i) => ({
          ...i,
          system: { ...i.system, layers: i.system.layers.map((l) => ({ ...l, itemId: id(l.itemId) })) },
        })),
        nights: m.nights.map((n) => ({
          ...n,
          bedtime: n.bedtime && {
            ...n.bedtime,
            events: n.bedtime.events.map((e) => ({ ...e, itemId: e.itemId && id(e.itemId) })),
          },
        })),
        days: m.days.map((d) => ({ ...d, soaked: d.soaked.map(id) })),
      })),
      uses: trip.uses.map((u) => ({ ...u, itemId: id(u.itemId), sleeperId: id(u.sleeperId) })),
    };
    changes.push({ kind: "trips", id: trip.id, before: mine ?? null, after });
  }
  for (const entry of read.log) {
    const s = standing.get(entry.id);
    const mine = here.log[entry.id];
    if (s?.standing === "same" || (s?.standing === "differs" && !choice.theirs)) continue;
    const after: LogEntry = { ...entry, sleeperId: id(entry.sleeperId), version: mine?.version ?? 0 };
    changes.push({ kind: "log", id: entry.id, before: mine ?? null, after });
  }
  for (const { tripId, ticks } of read.ticks) {
    const trip = here.trips[id(tripId)];
    const fresh = ticks.filter(
      (t) => !trip?.load?.ticks.some((known) => known.line === t.line && known.round === t.round),
    );
    if (!trip || fresh.length === 0) continue;
    const load = planOf(trip);
    changes.push({
      kind: "trips",
      id: trip.id,
      before: trip,
      after: { ...trip, load: { ...load, ticks: [...load.ticks, ...fresh] } },
    });
  }
  return changes;
}
