import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import {
  api,
  type LivedNight,
  type LogEntry,
  type Night,
  type NightEvent,
  type Problem,
  type Schema,
  type Trip,
} from "../api/client";
import { newId, useAsked } from "./trip";
import { editOne, useWorkspace } from "./workspace";

export type Kept = Schema["PlanKept"];

/** The log, read when it is first asked for. */
export function useLog() {
  const { log, logRead, readLog } = useWorkspace();
  const [problem, setProblem] = useState<Problem | null>(null);
  useEffect(() => {
    readLog().then(
      () => setProblem(null),
      (error) => setProblem(error as Problem),
    );
  }, [readLog]);
  const entries = Object.values(log).sort(
    (a, b) => a.date.localeCompare(b.date) || a.loggedAt.localeCompare(b.loggedAt),
  );
  return { entries, ready: logRead, problem };
}

/** What the log has taught, and how good the plan has been; asked again whenever something of it is saved. */
export function useLearned() {
  const revision = useWorkspace((w) => w.kitRevision);
  return useQuery({
    queryKey: ["learned", revision],
    queryFn: ({ signal }) => api.learned(signal),
    placeholderData: keepPreviousData,
  });
}

/** The plan of a night as it stands, to be kept beside what is lived. */
export const usePlanKept = (trip: Trip | undefined, index: number, who: number, changes: NightEvent[]) =>
  useAsked(
    "kept",
    (asked, signal) => api.planKept({ ...asked, changes }, signal),
    trip,
    index,
    who,
    changes.map((c) => [c.kind, c.hour, c.itemId]),
  );

/** The entry of a person's night; of several the one that was logged last, as it counts. */
export const entryOf = (entries: LogEntry[], sleeperId: string | undefined, date: string | undefined) =>
  entries.findLast((e) => e.sleeperId === sleeperId && e.date === date);

const unsaid: Omit<LivedNight, "slept"> = {
  where: [],
  damp: [],
  outsideC: null,
  outsideToC: null,
  pillowC: null,
  pillowToC: null,
  changes: [],
  warmerByK: 0,
  feet: null,
  traces: null,
  lofts: null,
  inHour: null,
  upHour: null,
};

/** Logs something of a night or a day: adds the entry where there is none yet, with the plan as it stands where it is known. */
export function logIt(
  at: { trip: Trip; index: number; sleeperId: string; entry: LogEntry | undefined; kept: Kept | undefined },
  change: (entry: LogEntry) => LogEntry,
) {
  const { trip, index, sleeperId, entry, kept } = at;
  if (entry) return editOne("log", entry.id, change, `log/${entry.id}`);
  const night = trip.nights[index];
  if (!night) return;
  const fresh = newEntry(trip, night, sleeperId, kept);
  useWorkspace.getState().edit([{ kind: "log", id: fresh.id, before: null, after: change(fresh) }]);
}

/** An entry in which nothing is said yet, with the plan as it stands where it is known. */
export function newEntry(trip: Trip, night: Night, sleeperId: string, kept: Kept | undefined): LogEntry {
  return {
    id: newId(),
    sleeperId,
    date: night.date,
    trip: trip.name,
    camp: night.camp,
    tripId: trip.id,
    nightId: night.id,
    planned: kept?.night ?? null,
    night: null,
    plannedDay: kept?.day ?? null,
    day: null,
    leftOut: null,
    notes: "",
    // As the server writes it, so that what it gives back is the same.
    loggedAt: `${new Date().toISOString().slice(0, 19)}+00:00`,
    version: 0,
  };
}

/** An entry with something of its night changed; fine where nothing was said of it yet. */
export const withNight = (entry: LogEntry, part: Partial<LivedNight>): LogEntry => ({
  ...entry,
  night: { ...unsaid, slept: "fine", ...entry.night, ...part },
});

/** An entry with something of its day changed. */
export const withDay = (entry: LogEntry, part: Partial<Schema["LivedDay"]>): LogEntry => ({
  ...entry,
  day: { hands: null, feet: null, sweat: null, stretches: [], worn: "", ...entry.day, ...part },
});

export function removeEntry(entry: LogEntry) {
  useWorkspace.getState().edit([{ kind: "log", id: entry.id, before: entry, after: null }]);
}
