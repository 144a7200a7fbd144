import { keepPreviousData, type QueryClient, useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import {
  api,
  type Evening,
  type KitItem,
  type Layer,
  type Night,
  type SleepSystem,
  type Trip,
} from "../api/client";
import { useSettings } from "../units/units";
import { editOne, useWorkspace } from "./workspace";

/** The trip and night in the address, and ways to move between nights. */
export function useTrip() {
  const { tripId = "", night: shown } = useParams();
  const trip = useWorkspace((w) => w.trips[tripId]);
  const count = trip?.nights.length ?? 0;
  const index = Math.min(Math.max(0, Number(shown ?? 1) - 1 || 0), Math.max(0, count - 1));
  return { trip, index, night: trip?.nights[index] };
}

/** The trip in the address, or the one looked at last, or the first there is. */
export function useHomeTrip(): string | undefined {
  const { tripId } = useParams();
  const last = useSettings((s) => s.lastTrip);
  const trips = useWorkspace((w) => w.trips);
  return [tripId, last, Object.keys(trips)[0]].find((id) => id !== undefined && trips[id]);
}

export function useGo() {
  const navigate = useNavigate();
  const id = useHomeTrip();
  return {
    station: (station: string, index = 0) =>
      navigate(
        station === "kit" ? `/trips/${id ?? "none"}/kit` : `/trips/${id ?? "none"}/${station}/${index + 1}`,
      ),
    trip: (to: string) => navigate(`/trips/${to}/cold/1`),
  };
}

/** The last answer of each trip, shown while what is typed cannot be answered. */
const lastSound = new Map<string, Awaited<ReturnType<typeof api.plan>>>();

const planQuery = (trip: Trip, index: number, revision: number) => ({
  queryKey: ["plan", revision, index, trip],
  queryFn: async () => {
    const answer = await api.plan(trip, index);
    lastSound.set(trip.id, answer);
    return answer;
  },
});

/** Asks for the first page's answer as soon as its trip is known, while the page itself is still being built. */
export function askAhead(queries: QueryClient) {
  const { trips, kitRevision } = useWorkspace.getState();
  const [, , inAddress, , night] = location.pathname.split("/");
  const id = [inAddress, useSettings.getState().lastTrip, Object.keys(trips)[0]].find((x) => x && trips[x]);
  const trip = id ? trips[id] : undefined;
  if (trip)
    void queries.prefetchQuery(planQuery(trip, Math.max(0, Number(night ?? 1) - 1 || 0), kitRevision));
}

/** Verdicts of every night and the whole answer for one; the last answer stays while a new one is computed. */
export function usePlan(trip: Trip | undefined, index: number) {
  const revision = useWorkspace((w) => w.kitRevision);
  const query = useQuery({
    ...planQuery(trip as Trip, index, revision),
    enabled: trip !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return { data: query.data ?? (trip && lastSound.get(trip.id)), error: query.error };
}

export function useFixes(trip: Trip | undefined, index: number) {
  const revision = useWorkspace((w) => w.kitRevision);
  return useQuery({
    queryKey: ["fixes", revision, index, trip],
    queryFn: () => api.fixes(trip as Trip, index),
    enabled: trip !== undefined && trip.nights.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** What the numbers of everything owned mean. */
export function useReadings() {
  const revision = useWorkspace((w) => w.kitRevision);
  return useQuery({
    queryKey: ["readings", revision],
    queryFn: api.readings,
    placeholderData: keepPreviousData,
  });
}

export const editTrip = (id: string, f: (trip: Trip) => Trip, merge?: string) =>
  editOne("trips", id, f, merge);

export function editNight(trip: Trip, index: number, change: Partial<Night>, merge?: string) {
  editTrip(
    trip.id,
    (t) => ({ ...t, nights: t.nights.map((n, i) => (i === index ? { ...n, ...change } : n)) }),
    merge && `${trip.id}/${index}/${merge}`,
  );
}

/** An evening as it is until something is set: nine to seven, nothing done. */
export const eveningOf = (night: Night): Evening =>
  night.evening ?? { inHour: 21, upHour: 31, start: "normal", events: [] };

export const systemOf = (trip: Trip, night: Night | undefined): SleepSystem =>
  night?.ownSystem ?? trip.system;

/** Changes the system of a night: its own where it has one, else the one that all nights share. */
export function editSystem(trip: Trip, index: number, system: SleepSystem) {
  const own = trip.nights[index]?.ownSystem;
  if (own) editNight(trip, index, { ownSystem: system });
  else editTrip(trip.id, (t) => ({ ...t, system }));
}

/** 0 under the body, 1 on it, 2 over it: the order in which a system is stacked from the ground up. */
export const tier = (item: KitItem) =>
  item.kind === "pad" ? 0 : item.kind === "garment" || item.kind === "vapourBarrier" ? 1 : 2;

/** Layers from the ground up, each with its thing. */
export function layersOf(system: SleepSystem, items: Record<string, KitItem>) {
  return system.layers
    .flatMap((layer) => {
      const item = items[layer.itemId];
      return item ? [{ layer, item }] : [];
    })
    .sort((a, b) => tier(a.item) - tier(b.item));
}

export type Placed = { layer: Layer; item: KitItem };

export const newId = () => crypto.randomUUID();

export function newNight(date: string, like?: Night): Night {
  return {
    id: newId(),
    date,
    camp: "",
    elevationM: like?.elevationM ?? 500,
    terrain: like?.terrain ?? "slope",
    surface: like?.surface ?? "seasonalSnow",
    shelter: like?.shelter ?? "doubleWall",
    sleepers: like?.sleepers ?? 1,
    ventsOpen: like?.ventsOpen ?? false,
    typedLowC: null,
    typedHighC: null,
    typedWindMs: null,
    typedCloud: null,
    ownSystem: null,
    evening: null,
  };
}

export function dayAfter(date: string, days = 1): string {
  const day = new Date(`${date}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
}

const weekdays = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];

/** Sat 13. Without Intl, whose first use costs a tenth of a second. */
export function dayName(date: string): string {
  const day = new Date(`${date}T12:00:00Z`);
  return `${weekdays[day.getUTCDay()]} ${day.getUTCDate()}`;
}
