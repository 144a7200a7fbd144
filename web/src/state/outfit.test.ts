import { expect, test } from "vitest";
import type { Schema, Trip } from "../api/client";
import { outfitsOf, plainBedtime, plainHabits, withOutfit } from "./outfit";

const use = (itemId: string, job: Schema["Job"], part: Partial<Schema["Use"]> = {}): Schema["Use"] => ({
  id: `${itemId}/${job}`,
  itemId,
  sleeperId: "me",
  job,
  nights: null,
  fromHour: null,
  place: null,
  closure: "closed",
  hoodOpen: false,
  ...part,
});
const bed = { beneath: null, hammock: null, filling: null, breathInside: false, lies: "notSaid" } as const;
const trip = {
  members: [
    {
      sleeperId: "me",
      bed,
      nights: [
        {
          nightId: "n2",
          bed: { ...bed, beneath: { head: "nothing", torso: "nothing", legs: "rucksack", feet: "rucksack" } },
          bedtime: null,
        },
      ],
      ideas: [],
      quiet: [],
      days: [],
      habits: plainHabits,
    },
    { sleeperId: "you", bed, nights: [], ideas: [], quiet: [], days: [], habits: null },
  ],
  uses: [
    use("pad", "bed"),
    use("bag", "bed", { hoodOpen: true }),
    use("bag", "asQuilt", { nights: ["n2"] }),
    use("jacket", "along"),
    use("jacket", "putOn", { nights: ["n3"], fromHour: 27 }),
    use("socks", "spare", { place: "onBody" }),
    { ...use("mat", "bed"), sleeperId: "you" },
  ],
} as unknown as Trip;

test("an outfit is gathered from the uses of one person", () => {
  const mine = outfitsOf(trip)[0];
  expect(mine?.system.layers.map((l) => [l.itemId, l.hoodOpen, l.as])).toEqual([
    ["pad", false, "itself"],
    ["bag", true, "itself"],
  ]);
  expect(mine?.own.map((o) => [o.nightId, o.system?.layers[0]?.as, o.bedtime?.events[0]?.hour])).toEqual([
    ["n2", "quilt", undefined],
    ["n3", undefined, 27],
  ]);
  expect(mine?.along).toEqual(["jacket"]);
  expect(mine?.dry.roles).toEqual([
    { itemId: "socks", role: "spare", nightId: null, keep: "onBody", days: null },
  ]);
});

test("written back it is the same list, others untouched, and what stays keeps its id", () => {
  const mine = outfitsOf(trip)[0];
  if (!mine) throw new Error("nobody");
  const back = withOutfit(trip, mine);
  const byId = (t: Trip) => [...t.uses].sort((a, b) => a.id.localeCompare(b.id));
  expect(byId(back)).toEqual(byId(trip));
  const closed = withOutfit(trip, {
    ...mine,
    system: { ...mine.system, layers: mine.system.layers.map((l) => ({ ...l, hoodOpen: false })) },
  });
  expect(closed.uses.find((u) => u.id === "bag/bed")?.hoodOpen).toBe(false);
  expect(closed.members[1]).toBe(trip.members[1]);
});

test("what is put on stands among the uses and not among the events", () => {
  const mine = outfitsOf(trip)[0];
  if (!mine) throw new Error("nobody");
  const event = { ...plainBedtime, inHour: 20 };
  const back = withOutfit(trip, {
    ...mine,
    own: mine.own.map((o) =>
      o.nightId === "n3" && o.bedtime ? { ...o, bedtime: { ...event, events: o.bedtime.events } } : o,
    ),
  });
  const night = back.members[0]?.nights.find((n) => n.nightId === "n3");
  expect(night?.bedtime?.inHour).toBe(20);
  expect(night?.bedtime?.events).toEqual([]);
  expect(back.uses.filter((u) => u.job === "putOn").map((u) => u.fromHour)).toEqual([27]);
});

test("what is put on at one hour of several nights is one use until the hour differs", () => {
  const nights = (t: Trip) =>
    t.uses.filter((u) => u.job === "putOn").map((u) => [u.fromHour, ...(u.nights ?? [])]);
  const shared = {
    ...trip,
    uses: trip.uses.map((u) => (u.job === "putOn" ? { ...u, nights: ["n2", "n3"] } : u)),
  };
  const mine = outfitsOf(shared)[0];
  if (!mine) throw new Error("nobody");
  expect(nights(withOutfit(shared, mine))).toEqual([[27, "n2", "n3"]]);
  const moved = withOutfit(shared, {
    ...mine,
    own: mine.own.map((o) =>
      o.nightId === "n3" && o.bedtime
        ? { ...o, bedtime: { ...o.bedtime, events: o.bedtime.events.map((e) => ({ ...e, hour: 29 })) } }
        : o,
    ),
  });
  expect(nights(moved)).toEqual([
    [27, "n2"],
    [29, "n3"],
  ]);
  expect(new Set(moved.uses.map((u) => u.id)).size).toBe(moved.uses.length);
});
