import { describe, expect, it } from "vitest";
import type { Schema } from "../api/client";
import { holdsTo, lowOf, rungsNeeded, stateOf, stillThere, verdictAt } from "./lookup";

const rung = (itemId: string | null) =>
  ({ measures: [{ trouble: "atHand", part: { kind: "add", itemId } }] }) as unknown as Schema["Rung"];

/** From 2 down to −5; the second is taken after the first rung. */
const table = {
  warmestC: 2,
  coldestC: -5,
  above: [
    { hour: 21, aboveK: 4 },
    { hour: 22, aboveK: 3 },
    { hour: 30, aboveK: 0 },
  ],
  canHappen: [
    { mishap: "soaked", itemId: null },
    { mishap: "missing", itemId: "jacket" },
    { mishap: "missing", itemId: "mat" },
  ],
  states: [
    { with: [], verdicts: ["wwwwccdn", "wwwwwwwc"] },
    { with: [1], verdicts: ["wwwwccdn", "wwwwccdn"] },
    { with: [1, 2], verdicts: ["nnnnnnnn", "nnnnnnnn"] },
  ],
} as unknown as Schema["TonightTable"];
const [plain] = table.states as [Schema["TonightState"]];

describe("tonight", () => {
  it("reads a letter for a whole degree, what lies between as the colder", () => {
    expect(verdictAt(table, plain, 0, 2)).toBe("warm");
    expect(verdictAt(table, plain, 0, -1)).toBe("warm");
    expect(verdictAt(table, plain, 0, -1.01)).toBe("cool");
    expect(verdictAt(table, plain, 0, -4)).toBe("cold");
    expect(verdictAt(table, plain, 1, -4)).toBe("warm");
  });

  it("is no-go where the table ends, and as mild as its mildest above it", () => {
    expect(verdictAt(table, plain, 1, -6)).toBe("noGo");
    expect(verdictAt(table, plain, 0, 20)).toBe("warm");
  });

  it("leads from a reading to the low that the air still falls to, between two hours by the further fall", () => {
    expect(lowOf(table, 1, 21)).toBe(-3);
    expect(lowOf(table, 1, 21.5)).toBe(-3);
    expect(lowOf(table, 1, 30)).toBe(1);
  });

  it("finds what happened in whatever order it was pressed, and nothing for what was not worked out", () => {
    expect(stateOf(table, [2, 1])?.with).toEqual([1, 2]);
    expect(stateOf(table, [0, 1, 2])).toBeNull();
    expect(stateOf(table, [0, 1])).toBeNull();
  });

  it("says how many rungs are needed and how far they carry", () => {
    expect(rungsNeeded(table, plain, 0)).toBe(0);
    expect(rungsNeeded(table, plain, -3)).toBe(1);
    expect(rungsNeeded(table, plain, -5)).toBeNull();
    expect(holdsTo(table, plain, 0, "warm")).toBe(-1);
    expect(holdsTo(table, plain, 0, "cool")).toBe(-3);
    expect(holdsTo(table, table.states[2] as Schema["TonightState"], 0, "cool")).toBeNull();
  });

  it("offers nothing that is gone", () => {
    expect(stillThere(table, rung("jacket"), [1])).toEqual([]);
    expect(stillThere(table, rung("jacket"), [0, 2])).toHaveLength(1);
    expect(stillThere(table, rung(null), [1])).toHaveLength(1);
  });
});
