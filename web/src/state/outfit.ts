import type { Bedtime, NightEvent, Schema, SleepSystem, Trip } from "../api/client";

type Use = Schema["Use"];
type Job = Schema["Job"];
export type Idea = Schema["Idea"];
export type ItemRole = {
  itemId: string;
  role: Schema["Role"];
  nightId: string | null;
  keep: Schema["Place"] | null;
  /** The nights whose days it comes along on; null for every one. */
  days: string[] | null;
};
export type DryPlan = { roles: ItemRole[]; days: Schema["DayPlan"][]; habits: Schema["Habits"] };
/** A night that differs. */
export type OwnNight = { nightId: string; system: SleepSystem | null; bedtime: Bedtime | null };
/** What one person of a trip sleeps in, carries and does, gathered from the trip's list of uses; written back it is the same list. */
export type Outfit = {
  sleeperId: string;
  system: SleepSystem;
  along: string[];
  own: OwnNight[];
  ideas: Idea[];
  quiet: Schema["QuietRule"][];
  dry: DryPlan;
};

export const plainHabits: Schema["Habits"] = {
  airAtNoon: false,
  inSun: true,
  byStove: false,
  brushFrost: false,
  onBody: false,
  dampToBed: false,
  dampAgain: true,
  barrierSocks: false,
};

/** Nine to seven, nothing done. */
/** Something done in a night of which nothing is said yet. */
export const blankEvent: NightEvent = {
  id: "",
  kind: "closeUp",
  hour: 0,
  kcal: null,
  litres: null,
  waterC: null,
  itemId: null,
  watts: null,
  hours: null,
  massKg: null,
  region: null,
  wrapped: true,
};

export const plainBedtime: Bedtime = {
  inHour: 21,
  upHour: 31,
  start: "normal",
  events: [],
  readyToMove: false,
  dressed: false,
  ableToHear: false,
};

/** Jobs, and what is said of a thing that does them. */
function reversed<T extends string>(jobs: Record<T, Job>) {
  return Object.fromEntries(Object.entries(jobs).map(([said, job]) => [job, said])) as Partial<
    Record<Job, T>
  >;
}

const jobs: Record<Schema["Serving"], Job> = {
  itself: "bed",
  quilt: "asQuilt",
  blanket: "asBlanket",
  pillow: "asPillow",
  roundFeet: "roundFeet",
  underLegs: "underLegs",
  fromFeet: "fromFeet",
  wrapped: "wrapped",
  windCover: "windCover",
};
const servings = reversed(jobs);
const jobsOfRoles: Record<Schema["Role"], Job> = {
  day: "day",
  nightOnly: "nightOnly",
  spare: "spare",
  oneDayOnly: "oneDay",
};
const roles = reversed(jobsOfRoles);

const gathered = new WeakMap<Trip, Outfit[]>();

/** Of everyone who comes along, in their order. */
export function outfitsOf(trip: Trip): Outfit[] {
  let outfits = gathered.get(trip);
  if (!outfits) {
    outfits = trip.members.map((m) => gather(trip, m));
    gathered.set(trip, outfits);
  }
  return outfits;
}

function gather(trip: Trip, member: Schema["Member"]): Outfit {
  const uses = trip.uses.filter((u) => u.sleeperId === member.sleeperId);
  const bed = (made: Schema["Bed"], night: string | null): SleepSystem => ({
    bed: made,
    layers: uses.flatMap((u) => {
      const as = servings[u.job];
      return as && (night === null ? u.nights == null : u.nights?.includes(night))
        ? [{ itemId: u.itemId, closure: u.closure ?? "closed", hoodOpen: u.hoodOpen, as }]
        : [];
    }),
  });
  // A night on which only something is put on differs as well.
  const onlyPutOn: Schema["OwnNight"][] = [
    ...new Set(uses.filter((u) => u.job === "putOn").flatMap((u) => u.nights ?? [])),
  ]
    .filter((id) => !member.nights.some((n) => n.nightId === id))
    .map((nightId) => ({ nightId, bed: null, bedtime: null }));
  return {
    sleeperId: member.sleeperId,
    system: bed(member.bed, null),
    along: uses.filter((u) => u.job === "along").map((u) => u.itemId),
    own: [...member.nights, ...onlyPutOn].map((n) => {
      const put = uses
        .filter((u) => u.job === "putOn" && u.nights?.includes(n.nightId))
        .map((u) => ({ ...plainEvent, id: u.id, hour: u.fromHour ?? 0, itemId: u.itemId }));
      const bedtime = n.bedtime ?? (put.length > 0 ? plainBedtime : null);
      return {
        nightId: n.nightId,
        system: n.bed ? bed(n.bed, n.nightId) : null,
        bedtime: bedtime && { ...bedtime, events: [...bedtime.events, ...put] },
      };
    }),
    ideas: member.ideas,
    quiet: member.quiet,
    dry: {
      roles: uses.flatMap((u) => {
        const role = roles[u.job];
        return role
          ? [
              {
                itemId: u.itemId,
                role,
                nightId: u.nights?.[0] ?? null,
                keep: u.place ?? null,
                days: u.nights ?? null,
              },
            ]
          : [];
      }),
      days: member.days,
      habits: member.habits ?? plainHabits,
    },
  };
}

const plainEvent: Omit<Schema["NightEvent"], "id" | "hour" | "itemId"> = {
  kind: "putOn",
  kcal: null,
  litres: null,
  waterC: null,
  watts: null,
  hours: null,
  massKg: null,
  region: null,
  wrapped: true,
};

/** The trip with one person's outfit in place of what that person used before. A use that stays what it was keeps its id. */
export function withOutfit(trip: Trip, outfit: Outfit): Trip {
  const before = trip.uses.filter((u) => u.sleeperId === outfit.sleeperId);
  const uses: Use[] = [];
  const add = (itemId: string, job: Job, nights: string[] | null, part: Partial<Use> = {}) => {
    const at = before.findIndex(
      (u) =>
        u.itemId === itemId &&
        u.job === job &&
        `${u.nights ?? ""}` === `${nights ?? ""}` &&
        (!part.id || part.id === u.id),
    );
    const [same] = at < 0 ? [] : before.splice(at, 1);
    uses.push({
      ...(same ?? { id: crypto.randomUUID(), sleeperId: outfit.sleeperId }),
      itemId,
      job,
      nights,
      fromHour: null,
      place: null,
      closure: "closed",
      hoodOpen: false,
      ...part,
    });
  };
  const lay = (system: SleepSystem, nights: string[] | null) => {
    for (const { itemId, as, closure, hoodOpen } of system.layers)
      add(itemId, jobs[as ?? "itself"], nights, { closure, hoodOpen });
  };
  // At the same hour of several nights it is one use; where the hour differs on one of them, another.
  const putOn = (night: string, { id, hour }: Schema["NightEvent"], itemId: string) => {
    const same = uses.find((u) => u.id === id);
    if (same && same.itemId === itemId && same.fromHour === hour)
      same.nights = [...(same.nights ?? []), night];
    else add(itemId, "putOn", [night], { id: same ? crypto.randomUUID() : id, fromHour: hour });
  };
  lay(outfit.system, null);
  for (const own of outfit.own) {
    if (own.system) lay(own.system, [own.nightId]);
    for (const e of own.bedtime?.events ?? [])
      if (e.kind === "putOn" && e.itemId) putOn(own.nightId, e, e.itemId);
  }
  for (const id of outfit.along) add(id, "along", null);
  for (const r of outfit.dry.roles)
    add(r.itemId, jobsOfRoles[r.role], r.days ?? (r.nightId ? [r.nightId] : null), { place: r.keep });
  return {
    ...trip,
    members: trip.members.map((m) =>
      m.sleeperId === outfit.sleeperId
        ? {
            ...m,
            bed: { ...m.bed, ...outfit.system.bed },
            nights: outfit.own.map((o) => ({
              ...m.nights.find((n) => n.nightId === o.nightId),
              nightId: o.nightId,
              bed: o.system?.bed ?? null,
              bedtime: o.bedtime && {
                ...o.bedtime,
                events: o.bedtime.events.filter((e) => e.kind !== "putOn" || !e.itemId),
              },
            })),
            ideas: outfit.ideas,
            quiet: outfit.quiet,
            days: outfit.dry.days.map((d) => worn(d, uses)),
            habits: outfit.dry.habits,
          }
        : m,
    ),
    uses: [...trip.uses.filter((u) => u.sleeperId !== outfit.sleeperId), ...uses],
  };
}

/** The trip with other uses: what is taken out of them leaves the bars of its days. */
export const withUses = (trip: Trip, uses: Use[]): Trip => ({
  ...trip,
  members: trip.members.map((m) => {
    const mine = uses.filter((u) => u.sleeperId === m.sleeperId);
    return { ...m, days: m.days.map((d) => worn(d, mine)) };
  }),
  uses,
});

/** A day wears only what is along then: what is taken out of the trip, or left for that day, leaves its bars. */
function worn(day: Schema["DayPlan"], uses: Use[]): Schema["DayPlan"] {
  if (!day.worn) return day;
  const away = new Set(
    uses.filter((u) => roles[u.job] && u.nights && !u.nights.includes(day.nightId)).map((u) => u.itemId),
  );
  const along = new Set(uses.map((u) => u.itemId).filter((id) => !away.has(id)));
  return day.worn.every((b) => along.has(b.itemId))
    ? day
    : { ...day, worn: day.worn.filter((b) => along.has(b.itemId)) };
}
