import createClient from "openapi-fetch";
import { create } from "zustand";
import type { components, paths } from "./schema";

export type Schema = components["schemas"];
export type Trip = Schema["Trip"];
export type Night = Schema["Night"];
export type Layer = Schema["Layer"];
export type SleepSystem = Schema["SleepSystem"] & { bed: Schema["Bed"] };
export type KitItem = Schema["KitItem"];
export type Sleeper = Schema["Sleeper"];
export type LogEntry = Schema["LogEntry"];
export type LivedNight = Schema["LivedNight"];
export type LivedDay = Schema["LivedDay"];
export type Learned = Schema["LearnedResponse"];
export type TripChance = Schema["TripChance"];
export type ForecastHead = Schema["ForecastHead"];
export type NightAnswer = Schema["NightAnswer"];
export type NightLine = Schema["NightLine"];
export type Bedtime = Schema["Bedtime"];
export type NightEvent = Schema["NightEvent"];
export type Member = Schema["Member"];
export type Fix = Schema["Fix"];
export type Buy = Schema["Buy"];
export type School = Schema["School"];
export type PlayedNight = Schema["PlayedNight"];
export type Stop = Schema["Stop"];
export type DayAnswer = Schema["DayAnswer"];
export type DayBlock = Schema["DayBlock"];
export type Bar = Schema["Bar"];
export type DayPlan = Schema["DayPlan"];
export type DayTask = Schema["DayTask"];
export type EndsAnswer = Schema["EndsAnswer"];
export type LoadAnswer = Schema["LoadAnswer"];
export type LoadPlan = Schema["LoadPlan"];
export type LoadMend = Schema["LoadMend"];
export type Thing = Schema["ThingShown"];
export type DryAnswer = Schema["DryAnswer"];
export type ItemReading = Schema["ItemReading"];
export type Region = Schema["Region"];
export type Verdict = Schema["Verdict"];
export type PlainLine = Schema["PlainLine"];
export type ItemType = Schema["ItemType"];
export type Drawer = Schema["Drawer"];
export type SetAside = Schema["SetAside"];

/** One thing wrong with what was entered, as the server names it. */
export type Fault = { field: string; value: string; mend: string };

/** A problem detail (RFC 9457) with the faults it lists. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly faults: Fault[],
    readonly more: { goodLines?: number; errorCount?: number; needs?: string[]; zones?: string[] } = {},
  ) {
    super(title);
  }
}

/** What the server is too busy for is asked again in a moment; what it refused is not. */
export const whileBusy = (failures: number, problem: Error) =>
  failures < 4 && (problem as Problem).status === 503;

/** So is what was not answered at all, where nothing is shown without it. */
export const unlessRefused = (failures: number, problem: Error) =>
  (failures < 3 && (problem as Problem).status === 0) || whileBusy(failures, problem);

const client = createClient<paths>({ baseUrl: "/" });

/** When the last answer was given, where it was given from what the browser keeps because nobody answers; null where the server does. */
export const useAway = create<{ since: string | null }>()(() => ({ since: null }));

/** Whether this Ermine is shared and its pass phrase has not been given here, or no longer holds. */
export const useDoor = create<{ locked: boolean }>()(() => ({ locked: false }));

async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await call;
  } catch {
    throw new Problem(0, "Ermine does not answer. Is it still running?", []);
  }
  useAway.setState({ since: result.response.headers.get("x-ermine-kept") });
  if (result.response.status === 401) useDoor.setState({ locked: true });
  if (result.response.ok) return result.data as T;
  const detail = (result.error ?? {}) as { title?: string; errors?: Fault[] } & Problem["more"];
  throw new Problem(
    result.response.status,
    detail.title ?? "This did not work.",
    detail.errors ?? [],
    detail,
  );
}

/** A browser lets a request outlive its page only while its body is small. */
const outlives = (body: unknown) => JSON.stringify(body).length < 50_000;

/** A file as it is, for a call that looks at it. */
const sent = (file: Blob) => ({
  body: file as unknown as string,
  bodySerializer: (body: unknown) => body as Blob,
  headers: { "Content-Type": "application/octet-stream" },
});

/** A trip as it stands, a night of it and one of its people. */
export type Asked = { trip: Trip; night: number; member: number };

export const api = {
  workspace: () => answer(client.GET("/api/workspace")),
  door: () => answer(client.GET("/api/door")),
  enter: (body: Schema["DoorRequest"]) => answer(client.POST("/api/door", { body })),
  leave: () => answer(client.DELETE("/api/door")),
  readings: () => answer(client.GET("/api/items/readings")),
  reading: (item: KitItem) => answer(client.POST("/api/items/reading", { body: item })),
  loft: (body: Schema["LoftRequest"]) => answer(client.POST("/api/items/loft", { body })),
  examples: () => answer(client.GET("/api/examples")),
  types: () => answer(client.GET("/api/kit/types")),
  line: (body: { text: string; units: string }, signal?: AbortSignal) =>
    answer(client.POST("/api/entry/line", { body, signal: signal ?? null })),
  lines: (body: { lines: string[]; units: string }) => answer(client.POST("/api/entry/lines", { body })),
  nights: (body: { text: string; units: string; today: string }, signal?: AbortSignal) =>
    answer(client.POST("/api/entry/nights", { body, signal: signal ?? null })),
  adds: (asked: Asked & { replaces: string | null; offered?: KitItem[] }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/adds", { body: asked, signal: signal ?? null })),
  lookups: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/lookups", { body: asked, signal: signal ?? null })),
  plan: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan", { body: asked, signal: signal ?? null })),
  fixes: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/fixes", { body: asked, signal: signal ?? null })),
  buys: (asked: Asked & { prices: Record<string, number> }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/buys", { body: asked, signal: signal ?? null })),
  schools: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/schools", { body: asked, signal: signal ?? null })),
  compare: (asked: Asked & { systems: SleepSystem[] }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/compare", { body: asked, signal: signal ?? null })),
  table: (
    asked: { trip: Trip; member: number; asked: Schema["ChoiceAsked"]; table: Schema["TableAsked"] },
    signal?: AbortSignal,
  ) => answer(client.POST("/api/plan/table", { body: asked, signal: signal ?? null })),
  spare: (
    asked: { trip: Trip; member: number; asked: Schema["SeasonAsked"]; prices: Record<string, number> },
    signal?: AbortSignal,
  ) => answer(client.POST("/api/plan/spare", { body: asked, signal: signal ?? null })),
  dry: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/dry", { body: asked, signal: signal ?? null })),
  day: ({ night, ...asked }: Asked & { quick?: boolean }, signal?: AbortSignal) =>
    answer(
      client.POST("/api/plan/day", {
        body: { quick: false, ...asked, night, day: night },
        signal: signal ?? null,
      }),
    ),
  ends: ({ night, ...asked }: Asked, signal?: AbortSignal) =>
    answer(
      client.POST("/api/plan/ends", {
        body: { quick: false, ...asked, night, day: night },
        signal: signal ?? null,
      }),
    ),
  ownLine: (body: Schema["OwnLineRequest"]) => answer(client.POST("/api/calc/own-line", { body })),
  dress: ({ night, ...asked }: Asked, signal?: AbortSignal) =>
    answer(
      client.POST("/api/plan/dress", {
        body: { quick: false, ...asked, night, day: night },
        signal: signal ?? null,
      }),
    ),
  daySchools: ({ night, ...asked }: Asked, signal?: AbortSignal) =>
    answer(
      client.POST("/api/plan/day/schools", {
        body: { quick: false, ...asked, night, day: night },
        signal: signal ?? null,
      }),
    ),
  dayTable: ({ night, ...asked }: Asked, signal?: AbortSignal) =>
    answer(
      client.POST("/api/plan/day/table", {
        body: { quick: false, ...asked, night, day: night },
        signal: signal ?? null,
      }),
    ),
  load: ({ night: _, ...asked }: Asked & { quick: boolean }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/load", { body: asked, signal: signal ?? null })),
  loadLost: ({ trip, night }: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/load/lost", { body: { trip, day: night }, signal: signal ?? null })),
  split: (asked: { trip: Trip; day: number; by: Schema["SplitBy"]; proven: boolean }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/load/split", { body: asked, signal: signal ?? null })),
  packing: (trip: Trip, by: Schema["ListBy"], signal?: AbortSignal) =>
    answer(client.POST("/api/plan/load/list", { body: { trip, by }, signal: signal ?? null })),
  /** The lists as a file: a table, or the tasks of a calendar. */
  packingFile: async (trip: Trip, by: Schema["ListBy"], as: "csv" | "ics"): Promise<Blob> => {
    const response = await fetch(`/api/plan/load/list.${as}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ trip, by }),
    });
    if (!response.ok) throw new Problem(response.status, "The list could not be written.", []);
    return response.blob();
  },
  losses: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/losses", { body: asked, signal: signal ?? null })),
  cards: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/cards", { body: asked, signal: signal ?? null })),
  tonight: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/tonight", { body: asked, signal: signal ?? null })),
  rehearsal: (asked: Asked & { seed: number; answers: number[] }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/rehearsal", { body: asked, signal: signal ?? null })),
  leader: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/leader", { body: asked, signal: signal ?? null })),
  lesson: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/lesson", { body: asked, signal: signal ?? null })),
  partySheet: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/party-sheet", { body: asked, signal: signal ?? null })),
  heatSources: () => answer(client.GET("/api/heat-sources")),
  log: () => answer(client.GET("/api/log")),
  learned: (signal?: AbortSignal) => answer(client.GET("/api/log/learned", { signal: signal ?? null })),
  planKept: (asked: Asked & { changes: NightEvent[] }, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/log", { body: asked, signal: signal ?? null })),
  chance: (asked: Asked, signal?: AbortSignal) =>
    answer(client.POST("/api/plan/chance", { body: asked, signal: signal ?? null })),
  readLogger: (file: Blob, query: NonNullable<paths["/api/log/logger"]["post"]["parameters"]["query"]>) =>
    answer(client.POST("/api/log/logger", { params: { query }, ...sent(file) })),
  putLog: (entry: LogEntry) =>
    answer(
      client.PUT("/api/log/{id}", {
        params: { path: { id: entry.id } },
        body: entry,
        keepalive: outlives(entry),
      }),
    ),
  putTrip: (trip: Trip) =>
    answer(
      client.PUT("/api/trips/{id}", {
        params: { path: { id: trip.id } },
        body: trip,
        keepalive: outlives(trip),
      }),
    ),
  putItem: (item: KitItem) =>
    answer(
      client.PUT("/api/items/{id}", {
        params: { path: { id: item.id } },
        body: item,
        keepalive: outlives(item),
      }),
    ),
  putSleeper: (sleeper: Sleeper) =>
    answer(
      client.PUT("/api/sleepers/{id}", {
        params: { path: { id: sleeper.id } },
        body: sleeper,
        keepalive: true,
      }),
    ),
  remove: (kind: "trips" | "items" | "sleepers" | "log", id: string, version: number) =>
    answer(
      client.DELETE(`/api/${kind}/{id}`, { params: { path: { id }, query: { version } }, keepalive: true }),
    ),
  readForecast: (file: Blob, query: NonNullable<paths["/api/forecasts"]["post"]["parameters"]["query"]>) =>
    answer(
      client.POST("/api/forecasts", {
        params: { query },
        ...sent(file),
      }),
    ),
  whatIs: (file: Blob) => answer(client.POST("/api/files/what", sent(file))),
  readKit: (file: Blob, query: { columns?: string; units: string }) =>
    answer(client.POST("/api/kit/read", { params: { query }, ...sent(file) })),
  readPackage: (file: Blob) =>
    answer(
      client.POST("/api/package/read", {
        ...sent(file),
        headers: { "Content-Type": "application/json" },
      } as never),
    ) as Promise<Schema["PackageRead"]>,
  health: (signal?: AbortSignal) => answer(client.GET("/api/health", { signal: signal ?? null })),
  makeBackup: () => answer(client.POST("/api/backups")),
  restoreBackup: (name: string) =>
    answer(client.POST("/api/backups/{name}/restore", { params: { path: { name } } })),
  emptyPackage: async (): Promise<Record<string, unknown>> => {
    const response = await fetch("/api/package/empty");
    if (!response.ok) throw new Problem(response.status, "The book could not be made.", []);
    return response.json();
  },
  saveForecasts: (forecasts: Schema["ForecastSeries"][]) =>
    answer(client.POST("/api/forecasts/whole", { body: forecasts })),
  nameForecast: (id: string, name: string) =>
    answer(client.PUT("/api/forecasts/{id}", { params: { path: { id } }, body: { name } })),
  removeForecast: (id: string) => answer(client.DELETE("/api/forecasts/{id}", { params: { path: { id } } })),
  removeSetAside: (row: SetAside) =>
    answer(
      client.DELETE("/api/set-aside/{kind}/{row}", { params: { path: { kind: row.kind, row: row.row } } }),
    ),
  itinerary: (file: Blob) =>
    answer(
      client.POST("/api/itinerary", {
        ...sent(file),
      }),
    ),
};
