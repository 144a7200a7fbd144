import { create } from "zustand";
import {
  api,
  type ForecastHead,
  type KitItem,
  type LogEntry,
  Problem,
  type SetAside,
  type Sleeper,
  type Trip,
} from "../api/client";
import { forget, holdName, keep, same, takeOver } from "./kept";

/** The things a person owns and edits. Each is a plain value; an edit is the value before and the value after. */
export type Kinds = { trips: Trip; items: KitItem; sleepers: Sleeper; log: LogEntry };
export type Kind = keyof Kinds;
export type Change = {
  [K in Kind]: { kind: K; id: string; before: Kinds[K] | null; after: Kinds[K] | null };
}[Kind];
type Step = { changes: Change[]; merge?: string | undefined; at: number };

type Workspace = {
  ready: boolean;
  failure: Problem | null;
  trips: Record<string, Trip>;
  items: Record<string, KitItem>;
  sleepers: Record<string, Sleeper>;
  /** Days and nights as lived; empty until someone asks for them. */
  log: Record<string, LogEntry>;
  logRead: boolean;
  forecasts: Record<string, ForecastHead>;
  /** Rows that could not be read. */
  setAside: SetAside[];
  /** The data was opened for looking only. */
  readOnly: boolean;
  past: Step[];
  future: Step[];
  /** What is not on the server yet. */
  unsaved: Record<string, Kind>;
  saving: boolean;
  /** Why the last save failed; a conflict where the status is 409. */
  problem: Problem | null;
  /** What it failed on. */
  failed: string | null;
  /** The browser has no room to keep what is not saved. */
  unkept: boolean;
  /** Counts saves of things that plans are made of. */
  kitRevision: number;
  /** Reads everything; what is given is asked with the trips before the page draws any of it. */
  load: (ahead?: (trips: Record<string, Trip>) => Promise<void>) => Promise<void>;
  /** Reads the log, which no first page waits for. */
  readLog: () => Promise<void>;
  edit: (changes: Change[], merge?: string) => void;
  undo: () => void;
  redo: () => void;
  addForecast: (forecast: ForecastHead) => void;
  dropForecast: (id: string) => void;
  dropSetAside: (row: SetAside) => void;
  takeTheirs: () => Promise<void>;
  keepMine: () => Promise<void>;
  retry: () => void;
  /** Saves now what waits; done when nothing waits, or when it could not be saved. */
  settle: () => Promise<void>;
};

/** Edits of one field within this time are one step of undo. */
const mergeWithinMs = 1500;
const saveAfterMs = 250;
/** A server that is away is asked again after this time. */
const retryAfterMs = 3000;
const versions: Record<string, number> = {};
let timer: ReturnType<typeof setTimeout> | undefined;
let working = false;

const byId = <T extends { id: string }>(list: T[]): Record<string, T> =>
  Object.fromEntries(list.map((x) => [x.id, x]));

export const useWorkspace = create<Workspace>()((set, get) => {
  const apply = (changes: Change[], way: "before" | "after") => {
    const { trips, items, sleepers, log } = get();
    const next = { trips: { ...trips }, items: { ...items }, sleepers: { ...sleepers }, log: { ...log } };
    const unsaved = { ...get().unsaved };
    for (const change of changes) {
      const value = change[way];
      if (value) (next[change.kind] as Record<string, unknown>)[change.id] = value;
      else delete next[change.kind][change.id];
      delete unsaved[change.id];
      unsaved[change.id] = change.kind;
    }
    set({ ...next, unsaved, problem: null, failed: null });
    for (const change of changes) keepNow(change.kind, change.id);
    schedule();
  };

  /** Keeps a thing as it stands in the browser, until the server has it. */
  const keepNow = (kind: Kind, id: string) => {
    const value = get()[kind][id] ?? null;
    const kept = keep({ kind, id, value, version: versions[id] ?? 0 } as Parameters<typeof keep>[0]);
    if (get().unkept === kept) set({ unkept: !kept });
  };

  const schedule = (after = saveAfterMs) => {
    clearTimeout(timer);
    timer = setTimeout(saveAll, after);
  };

  const saveOne = async (kind: Kind, id: string) => {
    const value = get()[kind][id];
    const version = versions[id] ?? 0;
    if (!value) {
      if (version > 0) await api.remove(kind, id, version);
      delete versions[id];
      return;
    }
    const put = { trips: api.putTrip, items: api.putItem, sleepers: api.putSleeper, log: api.putLog }[kind];
    try {
      versions[id] = (await put({ ...value, version } as never)).version;
    } catch (error) {
      // A page that closed may have saved the very same in its last moment: then there is nothing to decide.
      if (!(error instanceof Problem) || error.status !== 409) throw error;
      const theirs = (await standing(kind))[id];
      if (!theirs || !same(theirs, value)) throw error;
      versions[id] = theirs.version;
    }
  };

  /** What stands on the server of a kind. */
  const standing = async (kind: Kind): Promise<Record<string, Kinds[Kind]>> =>
    kind === "log" ? byId(await api.log()) : byId<Kinds[Kind]>((await api.workspace())[kind]);

  /** Saves in the order of editing, things and sleepers before what is logged of them and before the trips that use them; what fails stays unsaved and is tried with the next edit. */
  const saveAll = async () => {
    if (working) return;
    working = true;
    set({ saving: true });
    let failed: string | null = null;
    let kitChanged = false;
    try {
      for (;;) {
        const { unsaved } = get();
        const removed = (id: string) => !get()[unsaved[id] as Kind][id];
        const waiting = Object.keys(unsaved);
        const id =
          waiting.find((x) => (unsaved[x] === "items" || unsaved[x] === "sleepers") && !removed(x)) ??
          waiting.find((x) => unsaved[x] === "log" && !removed(x)) ??
          waiting.find((x) => unsaved[x] === "trips") ??
          waiting[0];
        const kind = id && unsaved[id];
        if (!id || !kind) break;
        const value = get()[kind][id];
        failed = id;
        await saveOne(kind, id);
        if (get()[kind][id] === value) {
          const { [id]: _, ...rest } = get().unsaved;
          set({ unsaved: rest });
          forget(id);
        } else keepNow(kind, id);
        kitChanged ||= kind !== "trips";
        // Plans are asked again once for all things saved together.
        if (kitChanged && !Object.values(get().unsaved).some((k) => k !== "trips")) {
          kitChanged = false;
          set({ kitRevision: get().kitRevision + 1 });
        }
      }
      set({ problem: null, failed: null });
    } catch (error) {
      const problem = error instanceof Problem ? error : new Problem(0, String(error), []);
      set({ problem, failed });
      if (problem.status === 0 || problem.status >= 500) schedule(retryAfterMs);
    } finally {
      if (kitChanged) set({ kitRevision: get().kitRevision + 1 });
      working = false;
      set({ saving: false });
    }
  };

  const read = async () => {
    const [all, log] = await Promise.all([api.workspace(), get().logRead ? api.log() : []]);
    for (const thing of [...all.trips, ...all.items, ...all.sleepers, ...log])
      versions[thing.id] = thing.version;
    return {
      log: byId(log),
      trips: byId(all.trips),
      items: byId(all.items),
      sleepers: byId(all.sleepers),
      forecasts: byId(all.forecasts),
      setAside: all.setAside,
      readOnly: all.readOnly,
    };
  };

  /** What pages closed before they could save it: on top of what was read, to be saved now; where both changed, the person is asked. */
  const bringBack = async () => {
    const changes: Change[] = [];
    const left = await takeOver();
    // What was logged has to be held against the log, which no first page waits for.
    if (left.some((edit) => edit.kind === "log")) await get().readLog();
    for (const edit of left) {
      const now = get()[edit.kind][edit.id] ?? null;
      if (same(now, edit.value)) {
        forget(edit.id);
        continue;
      }
      versions[edit.id] = edit.version;
      changes.push({ kind: edit.kind, id: edit.id, before: now, after: edit.value } as Change);
    }
    if (changes.length > 0) get().edit(changes);
  };

  addEventListener("pagehide", () => {
    if (Object.keys(get().unsaved).length > 0) void saveAll();
  });

  return {
    ready: false,
    failure: null,
    trips: {},
    items: {},
    sleepers: {},
    log: {},
    logRead: false,
    forecasts: {},
    setAside: [],
    readOnly: false,
    past: [],
    future: [],
    unsaved: {},
    saving: false,
    problem: null,
    failed: null,
    unkept: false,
    kitRevision: 0,
    load: async (ahead) => {
      try {
        const all = await read();
        await ahead?.(all.trips);
        set({ ...all, ready: true, failure: null });
        holdName();
        await bringBack();
      } catch (error) {
        set({ failure: error as Problem });
      }
    },
    readLog: async () => {
      if (get().logRead) return;
      const read = await api.log();
      const mine = get().log;
      const unsaved = get().unsaved;
      for (const entry of read) if (!unsaved[entry.id]) versions[entry.id] = entry.version;
      // What waits to be saved stands as it is here.
      const kept = Object.keys(unsaved).filter((id) => unsaved[id] === "log");
      const log = byId(read);
      for (const id of kept) {
        if (mine[id]) log[id] = mine[id];
        else delete log[id];
      }
      set({ log, logRead: true });
    },
    edit: (changes, merge) => {
      const past = get().past;
      const last = past.at(-1);
      // Time that runs on whatever is done to the clock.
      const now = performance.now();
      if (merge && last?.merge === merge && now - last.at < mergeWithinMs) {
        const joined = changes.map((c) => ({
          ...c,
          before: last.changes.find((b) => b.id === c.id)?.before ?? c.before,
        })) as Change[];
        set({ past: [...past.slice(0, -1), { changes: joined, merge, at: now }], future: [] });
      } else {
        set({ past: [...past.slice(-199), { changes, merge, at: now }], future: [] });
      }
      apply(changes, "after");
    },
    undo: () => {
      const step = get().past.at(-1);
      if (!step) return;
      set({ past: get().past.slice(0, -1), future: [...get().future, step] });
      apply([...step.changes].reverse(), "before");
    },
    redo: () => {
      const step = get().future.at(-1);
      if (!step) return;
      set({ future: get().future.slice(0, -1), past: [...get().past, { ...step, merge: undefined }] });
      apply(step.changes, "after");
    },
    addForecast: (forecast) => set({ forecasts: { ...get().forecasts, [forecast.id]: forecast } }),
    dropForecast: (id) => {
      const { [id]: _, ...rest } = get().forecasts;
      set({ forecasts: rest });
    },
    dropSetAside: (row) => set({ setAside: get().setAside.filter((s) => s !== row) }),
    takeTheirs: async () => {
      const { failed, unsaved } = get();
      const mine = Object.entries(unsaved).filter(([id]) => failed !== null && id !== failed);
      const values = mine.map(([id, kind]) => ({ id, kind, value: get()[kind][id] ?? null }));
      for (const id of Object.keys(unsaved)) if (!mine.some(([m]) => m === id)) forget(id);
      set({ ...(await read()), unsaved: {}, problem: null, failed: null, past: [], future: [] });
      // Only what is in conflict is given up.
      apply(
        values.map(({ id, kind, value }) => ({ kind, id, before: null, after: value }) as Change),
        "after",
      );
    },
    keepMine: async () => {
      const theirs = await read();
      // What was removed elsewhere is added again.
      for (const [id, kind] of Object.entries(get().unsaved)) if (!theirs[kind][id]) delete versions[id];
      set({ problem: null });
      await saveAll();
    },
    retry: () => void saveAll(),
    settle: async () => {
      while (Object.keys(get().unsaved).length > 0 && !get().problem) {
        if (working) await new Promise((done) => setTimeout(done, 20));
        else await saveAll();
      }
    },
  };
});

/** New things and sleepers that a trip uses and the server has not heard of: nothing about it can be answered before it has. */
export const awaits = (trip: Trip | undefined, unsaved: Record<string, Kind>) =>
  trip !== undefined &&
  Object.entries(unsaved).some(
    ([id, kind]) =>
      kind !== "trips" &&
      !versions[id] &&
      (trip.uses.some((u) => u.itemId === id) || trip.members.some((m) => m.sleeperId === id)),
  );

/** Edits one thing by a function of its present value. */
export function editOne<K extends Kind>(kind: K, id: string, f: (now: Kinds[K]) => Kinds[K], merge?: string) {
  const before = useWorkspace.getState()[kind][id] as Kinds[K] | undefined;
  if (!before) return;
  const after = f(before);
  if (after === before) return;
  useWorkspace.getState().edit([{ kind, id, before, after } as Change], merge);
}
