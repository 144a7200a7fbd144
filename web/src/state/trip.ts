import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import {
  type Asked,
  api,
  type Bedtime,
  type KitItem,
  type Layer,
  type Member,
  type Night,
  type Schema,
  type SleepSystem,
  type Trip,
  unlessRefused,
} from "../api/client";
import { useSettings } from "../units/units";
import { planWithoutNight } from "./loads";
import { type Outfit, type OwnNight, outfitsOf, plainBedtime, withOutfit } from "./outfit";
import { lastSound, nextOf, numberOf, planQuery, whoOf } from "./plan";
import { awaits, editOne, useWorkspace } from "./workspace";

/** The trip and night in the address, whose night it is, and what that person does then. */
export function useTrip() {
  const { tripId = "", night: shown } = useParams();
  const trip = useWorkspace((w) => w.trips[tripId]);
  const asked = useSettings((s) => s.who[tripId] ?? 0);
  const count = trip?.nights.length ?? 0;
  const index = Math.min(Math.max(0, Number(shown ?? 1) - 1 || 0), Math.max(0, count - 1));
  const who = whoOf(trip, asked);
  return { trip, index, night: trip?.nights[index], who, member: trip && outfitsOf(trip)[who] };
}

/** The trip in the address, or the one looked at last, or the one that begins first. */
export function useHomeTrip(): string | undefined {
  const { tripId } = useParams();
  const last = useSettings((s) => s.lastTrip);
  const trips = useWorkspace((w) => w.trips);
  return [tripId, last, nextOf(trips)].find((id) => id !== undefined && trips[id]);
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

/** Whether the server knows all that a trip is made of. */
const useAnswerable = (trip: Trip | undefined) =>
  useWorkspace((w) => trip !== undefined && !awaits(trip, w.unsaved));

/** Verdicts of every night and the whole answer for one; the last answer stays while a new one is computed. */
export function usePlan(trip: Trip | undefined, index: number, who: number) {
  const revision = useWorkspace((w) => w.kitRevision);
  const query = useQuery({
    ...planQuery({ trip: trip as Trip, night: index, member: who }, revision),
    enabled: useAnswerable(trip),
    placeholderData: keepPreviousData,
  });
  return { data: query.data ?? (trip && lastSound.get(trip.id)), error: query.error };
}

/** Something else asked about a night; the last answer stays while a new one is computed. */
export function useAsked<T>(
  name: string,
  ask: (asked: Asked, signal: AbortSignal) => Promise<T>,
  trip: Trip | undefined,
  index: number,
  who: number,
  more: unknown = null,
  enabled = true,
) {
  const revision = useWorkspace((w) => w.kitRevision);
  return useQuery({
    queryKey: [name, revision, index, who, numberOf(trip), more],
    queryFn: ({ signal }) => ask({ trip: trip as Trip, night: index, member: who }, signal),
    enabled: useAnswerable(trip) && enabled && (trip?.nights.length ?? 0) > 0,
    placeholderData: keepPreviousData,
  });
}

/** What the numbers of everything owned mean. */
export function useReadings() {
  const revision = useWorkspace((w) => w.kitRevision);
  return useQuery({
    queryKey: ["readings", revision],
    queryFn: api.readings,
    placeholderData: keepPreviousData,
    retry: unlessRefused,
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

/** Changes what one person sleeps in, carries and does. */
export const editMember = (trip: Trip, who: number, f: (outfit: Outfit) => Outfit, merge?: string) =>
  editTrip(
    trip.id,
    (t) => {
      const outfit = outfitsOf(t)[who];
      return outfit ? withOutfit(t, f(outfit)) : t;
    },
    merge && `${trip.id}/${who}/${merge}`,
  );

/** On the ground, nothing besides pads. */
export const plainBed: Schema["Bed"] = {
  beneath: null,
  hammock: null,
  filling: null,
  breathInside: false,
  lies: "notSaid",
};

/** A system that says how its bed is made. */
export const withBed = (system: Schema["SleepSystem"]): SleepSystem => ({
  ...system,
  bed: system.bed ?? plainBed,
});

export const emptySystem: SleepSystem = {
  layers: [],
  bed: plainBed,
};
const ownOf = (member: Outfit | undefined, nightId: string | undefined) =>
  member?.own.find((o) => o.nightId === nightId);
export const ownSystemOf = (member: Outfit | undefined, nightId: string | undefined) =>
  ownOf(member, nightId)?.system ?? null;
export const bedtimeOf = (member: Outfit | undefined, nightId: string | undefined): Bedtime =>
  ownOf(member, nightId)?.bedtime ?? plainBedtime;
export const systemOf = (member: Outfit | undefined, nightId: string | undefined): SleepSystem =>
  ownSystemOf(member, nightId) ?? member?.system ?? emptySystem;

/** A member with something different on one night. */
export function withOwn(member: Outfit, nightId: string, part: Partial<OwnNight>): Outfit {
  const own = { nightId, system: null, bedtime: null, ...ownOf(member, nightId), ...part };
  const others = member.own.filter((o) => o.nightId !== nightId);
  return { ...member, own: own.system || own.bedtime ? [...others, own] : others };
}

/** A member sleeping in another system on a night: its own where it has one, else the one that all nights share. */
export const withSystem = (member: Outfit, nightId: string, system: SleepSystem): Outfit =>
  ownSystemOf(member, nightId) ? withOwn(member, nightId, { system }) : { ...member, system };

/** The order in which a system is stacked from the ground up; places are under the body, on it and over it. */
const tiers: Record<KitItem["kind"], number> = {
  underquilt: 0,
  pad: 1,
  garment: 2,
  vapourBarrier: 2,
  liner: 3,
  bag: 4,
  quilt: 4,
  bivy: 5,
  gear: 6,
};
export const tier = (item: KitItem) => tiers[item.kind];
export const place = (item: KitItem) => (tier(item) < 2 ? 0 : tier(item) === 2 ? 1 : 2);

/** Where a thing lies that may serve as something else. */
const tierAs = ({ layer, item }: Placed) =>
  layer.as === "quilt" || layer.as === "blanket" || layer.as === "wrapped"
    ? tiers.quilt
    : layer.as === "pillow" || layer.as === "underLegs"
      ? tiers.pad
      : layer.as === "windCover"
        ? tiers.underquilt
        : tier(item);

/** Layers from the ground up, each with its thing. */
export function layersOf(system: SleepSystem, items: Record<string, KitItem>) {
  return system.layers
    .flatMap((layer) => {
      const item = items[layer.itemId];
      return item ? [{ layer, item }] : [];
    })
    .sort((a, b) => tierAs(a) - tierAs(b));
}

export type Placed = { layer: Layer; item: KitItem };

/** What the others of the party use. */
export const othersUse = (trip: Trip | undefined, who: number) =>
  new Set(trip?.uses.filter((u) => u.sleeperId !== trip.members[who]?.sleeperId).map((u) => u.itemId));

/** A trip without a night, and without what was set for it. */
export const withoutNight = (trip: Trip, nightId: string): Trip => ({
  ...trip,
  nights: trip.nights.filter((n) => n.id !== nightId),
  members: trip.members.map((m) => ({
    ...m,
    nights: m.nights.filter((n) => n.nightId !== nightId),
    days: m.days.filter((d) => d.nightId !== nightId),
  })),
  uses: trip.uses.flatMap((u) => {
    const nights = u.nights?.filter((n) => n !== nightId) ?? null;
    return nights?.length === 0 ? [] : [{ ...u, nights }];
  }),
  load: planWithoutNight(trip, nightId),
});

export const newMember = (sleeperId: string): Member => ({
  sleeperId,
  bed: plainBed,
  nights: [],
  ideas: [],
  quiet: [],
  days: [],
  habits: null,
});

/** An identity of its own; a page that came over a plain network or from a file may lack the browser's own way. */
export const newId = (): string =>
  crypto.randomUUID?.() ??
  "10000000-1000-4000-8000-100000000000".replace(/[018]/g, (c) =>
    (
      Number(c) ^
      ((crypto.getRandomValues(new Uint8Array(1))[0] as number) & (15 >> (Number(c) / 4)))
    ).toString(16),
  );

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
    glacierMeanC: like?.glacierMeanC ?? null,
    insideC: like?.insideC ?? null,
    overrules: null,
  };
}

/** Today, as nights are dated. */
export const today = () => new Date().toISOString().slice(0, 10);

export function dayAfter(date: string, days = 1): string {
  const day = new Date(`${date}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
}

const months = ["Jan", "Feb", "Mar", "Apr", "May", "June", "July", "Aug", "Sept", "Oct", "Nov", "Dec"];

/** 20 Mar 2027 */
export function dateInWords(date: string): string {
  const day = new Date(`${date}T00:00Z`);
  return `${day.getUTCDate()} ${months[day.getUTCMonth()]} ${day.getUTCFullYear()}`;
}

const weekdays = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];

/** Sat 13. Without Intl, whose first use costs a tenth of a second. */
export function dayName(date: string): string {
  const day = new Date(`${date}T12:00:00Z`);
  return `${weekdays[day.getUTCDay()]} ${day.getUTCDate()}`;
}
