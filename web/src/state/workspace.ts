import { create } from "zustand";
import { api, type ForecastHead, type KitItem, Problem, type Sleeper, type Trip } from "../api/client";

/** The things a person owns and edits. Each is a plain value; an edit is the value before and the value after. */
export type Kinds = { trips: Trip; items: KitItem; sleepers: Sleeper };
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
  forecasts: Record<string, ForecastHead>;
  past: Step[];
  future: Step[];
  /** What is not on the server yet. */
  unsaved: Record<string, Kind>;
  saving: boolean;
  /** Why the last save failed; a conflict where the status is 409. */
  problem: Problem | null;
  /** Counts saves of things that plans are made of. */
  kitRevision: number;
  load: () => Promise<void>;
  edit: (changes: Change[], merge?: string) => void;
  undo: () => void;
  redo: () => void;
  addForecast: (forecast: ForecastHead) => void;
  takeTheirs: () => Promise<void>;
  keepMine: () => Promise<void>;
  retry: () => void;
};

/** Edits of one field within this time are one step of undo. */
const mergeWithinMs = 1500;
const saveAfterMs = 250;
const versions: Record<string, number> = {};
let timer: ReturnType<typeof setTimeout> | undefined;
let working = false;

const byId = <T extends { id: string }>(list: T[]): Record<string, T> =>
  Object.fromEntries(list.map((x) => [x.id, x]));

export const useWorkspace = create<Workspace>()((set, get) => {
  const apply = (changes: Change[], way: "before" | "after") => {
    const next = { trips: { ...get().trips }, items: { ...get().items }, sleepers: { ...get().sleepers } };
    const unsaved = { ...get().unsaved };
    for (const change of changes) {
      const value = change[way];
      if (value) (next[change.kind] as Record<string, unknown>)[change.id] = value;
      else delete next[change.kind][change.id];
      delete unsaved[change.id];
      unsaved[change.id] = change.kind;
    }
    set({ ...next, unsaved, problem: null });
    schedule();
  };

  const schedule = () => {
    clearTimeout(timer);
    timer = setTimeout(saveAll, saveAfterMs);
  };

  const saveOne = async (kind: Kind, id: string) => {
    const value = get()[kind][id];
    const version = versions[id] ?? 0;
    if (!value) {
      if (version > 0) await api.remove(kind, id, version);
      delete versions[id];
      return;
    }
    const saved = await { trips: api.putTrip, items: api.putItem, sleepers: api.putSleeper }[kind]({
      ...value,
      version,
    } as never);
    versions[id] = saved.version;
  };

  /** Saves in the order of editing, things before the trips that use them; what fails stays unsaved and is tried with the next edit. */
  const saveAll = async () => {
    if (working) return;
    working = true;
    set({ saving: true });
    try {
      for (;;) {
        const { unsaved } = get();
        const removed = (id: string) => !get()[unsaved[id] as Kind][id];
        const waiting = Object.keys(unsaved);
        const id =
          waiting.find((x) => unsaved[x] !== "trips" && !removed(x)) ??
          waiting.find((x) => unsaved[x] === "trips") ??
          waiting[0];
        const kind = id && unsaved[id];
        if (!id || !kind) break;
        const value = get()[kind][id];
        await saveOne(kind, id);
        if (get()[kind][id] === value) {
          const { [id]: _, ...rest } = get().unsaved;
          set({ unsaved: rest });
        }
        if (kind !== "trips") set({ kitRevision: get().kitRevision + 1 });
      }
      set({ problem: null });
    } catch (error) {
      set({ problem: error instanceof Problem ? error : new Problem(0, String(error), []) });
    } finally {
      working = false;
      set({ saving: false });
    }
  };

  const read = async () => {
    const all = await api.workspace();
    for (const thing of [...all.trips, ...all.items, ...all.sleepers]) versions[thing.id] = thing.version;
    return {
      trips: byId(all.trips),
      items: byId(all.items),
      sleepers: byId(all.sleepers),
      forecasts: byId(all.forecasts),
    };
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
    forecasts: {},
    past: [],
    future: [],
    unsaved: {},
    saving: false,
    problem: null,
    kitRevision: 0,
    load: async () => {
      try {
        set({ ...(await read()), ready: true, failure: null });
      } catch (error) {
        set({ failure: error as Problem });
      }
    },
    edit: (changes, merge) => {
      const past = get().past;
      const last = past.at(-1);
      const now = Date.now();
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
    takeTheirs: async () => set({ ...(await read()), unsaved: {}, problem: null, past: [], future: [] }),
    keepMine: async () => {
      await read();
      set({ problem: null });
      await saveAll();
    },
    retry: () => void saveAll(),
  };
});

/** Edits one thing by a function of its present value. */
export function editOne<K extends Kind>(kind: K, id: string, f: (now: Kinds[K]) => Kinds[K], merge?: string) {
  const before = useWorkspace.getState()[kind][id] as Kinds[K] | undefined;
  if (!before) return;
  const after = f(before);
  if (after === before) return;
  useWorkspace.getState().edit([{ kind, id, before, after } as Change], merge);
}
