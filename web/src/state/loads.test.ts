import { describe, expect, it } from "vitest";
import type { LoadAnswer, Thing, Trip } from "../api/client";
import {
  mended,
  moved,
  parted,
  planWithMember,
  planWithoutMember,
  planWithoutNight,
  stayOn,
  withLot,
  withoutThing,
} from "./loads";

const nights = ["n0", "n1", "n2", "n3"].map((id, i) => ({ id, camp: i === 2 ? "camp 1" : `camp ${i}` }));
const trip = {
  id: "t",
  nights,
  members: [],
  uses: [{ id: "u", itemId: "rope" }],
  load: null,
} as unknown as Trip;
const thing = {
  lotId: "rope",
  itemId: "rope",
  count: 1,
  ownerId: "a",
  grams: 1600,
  gramsByDay: null,
  stays: [{ fromDay: 0, loadId: "pack", reach: "inside", seconds: 90 }],
} as unknown as Thing;
const answer = {
  loads: [
    { load: { id: "a", name: "On the body", kind: "person" }, holdsL: null },
    { load: { id: "pack", name: "Pack", kind: "pack", sleeperId: "a" }, holdsL: 70 },
  ],
} as unknown as LoadAnswer;

describe("the plan of loads", () => {
  it("puts a thing somewhere for some days, and back where it was", () => {
    const then = moved(trip, answer, thing, { loadId: "depot", reach: "inside" }, 1, 2);
    expect(then.load?.lots[0]?.stays).toEqual([
      { loadId: "pack", reach: "inside", fromNightId: null },
      { loadId: "depot", reach: "inside", fromNightId: "n1" },
      { loadId: "pack", reach: "inside", fromNightId: "n3" },
    ]);
    // Loads that were only taken for granted are said, and what one has on is not one of them.
    expect(then.load?.loads.map((l) => l.id)).toEqual(["pack"]);
  });

  it("does as a press says and nothing else", () => {
    const then = mended(trip, {
      kind: "takeOther",
      usesGone: ["u"],
      usesSet: [{ id: "v", itemId: "tarp" }],
    } as never);
    expect(then.uses).toEqual([{ id: "v", itemId: "tarp" }]);
    expect(then.load).toBeNull();
  });

  it("parts a lot, changes it and takes it out with its uses", () => {
    const two = withLot(trip, thing, { count: 5 });
    const apart = parted(two, { ...thing, count: 5 }, 2);
    expect(apart.load?.lots.map((l) => l.count)).toEqual([3, 2]);
    expect(withoutThing(two, thing)).toMatchObject({ uses: [], load: { lots: [] } });
    // Nor is it worn then.
    const bar = { id: "b", itemId: "rope", fromHour: 8, toHour: 9 };
    const dressed = { ...two, members: [{ sleeperId: "a", days: [{ nightId: "n1", worn: [bar] }] }] };
    expect(withoutThing(dressed as never, thing).members[0]?.days[0]?.worn).toEqual([]);
    // The other part still needs it.
    expect(withoutThing(apart, thing).uses).toHaveLength(1);
  });

  it("says where a thing is on a day", () => {
    const stays = [
      { fromDay: 0, loadId: "x" },
      { fromDay: 2, loadId: "y" },
    ] as Thing["stays"];
    expect([0, 1, 2, 3].map((d) => stayOn({ ...thing, stays }, d).loadId)).toEqual(["x", "x", "y", "y"]);
  });

  it("outlives a night that is taken out", () => {
    const load = {
      loads: [
        { id: "d1", kind: "depot", nightId: "n1" },
        { id: "d3", kind: "depot", nightId: "n3" },
      ],
      phases: [
        { id: "p", firstNightId: "n0", lastNightId: "n1" },
        { id: "q", firstNightId: "n3", lastNightId: "n3" },
      ],
      lots: [{ id: "l", stays: [{ loadId: "d3" }, { loadId: "d1", fromNightId: "n1" }] }],
      ticks: [],
    };
    const without = (id: string) => planWithoutNight({ ...trip, load } as unknown as Trip, id);
    // Camp 1 is slept at on another night: the depot stays, and what began that morning begins on the next.
    expect(without("n1")?.loads[0]?.nightId).toBe("n2");
    expect(without("n1")?.phases[0]).toMatchObject({ firstNightId: "n0", lastNightId: "n0" });
    expect(without("n1")?.lots[0]?.stays[1]?.fromNightId).toBe("n2");
    // Nothing is left at a camp that is no more.
    expect(without("n3")?.loads.map((l) => l.id)).toEqual(["d1"]);
    expect(without("n3")?.phases.map((p) => p.id)).toEqual(["p"]);
    expect(without("n3")?.lots[0]?.stays).toHaveLength(1);
  });

  it("outlives one of the people, and gives a new one a pack", () => {
    const plan = {
      loads: [
        { id: "pa", kind: "pack", sleeperId: "a" },
        { id: "pb", kind: "pack", sleeperId: "b" },
      ],
      phases: [{ id: "p", leaves: ["pa", "pb"] }],
      lots: [
        { id: "own", sleeperId: "a", stays: [] },
        { id: "shared", sleeperId: null, stays: [{ loadId: "pa" }] },
        { id: "worn", sleeperId: null, stays: [{ loadId: "b" }] },
      ],
      ticks: [],
      strengths: [{ sleeperId: "a", percent: 80 }],
    } as never;
    const without = planWithoutMember(plan, "a");
    expect(without?.loads.map((l) => l.id)).toEqual(["pb"]);
    expect(without?.phases[0]?.leaves).toEqual(["pb"]);
    expect(without?.lots.map((l) => [l.id, l.stays.length])).toEqual([
      ["shared", 0],
      ["worn", 1],
    ]);
    expect(without?.strengths).toEqual([]);
    expect(planWithMember(plan, "c")?.loads.at(-1)).toMatchObject({ kind: "pack", sleeperId: "c" });
    expect(planWithMember(null, "c")).toBeNull();
  });
});
