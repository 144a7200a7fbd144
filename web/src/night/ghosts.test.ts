import { expect, test } from "vitest";
import type { KitItem, NightAnswer, SleepSystem } from "../api/client";
import { geometry } from "./geometry";
import { ghostShape, missing, usualFor } from "./ghosts";

const cover = { head: 0, torso: 0, legs: 0, feet: 0, face: 0, hands: 0 };
const things: Record<string, KitItem> = Object.fromEntries(
  (
    [
      ["pad", { kind: "pad", cover: { ...cover, torso: 1 } }],
      ["bag", { kind: "bag", cover: { ...cover, torso: 1 } }],
      ["top", { kind: "garment", cover: { ...cover, torso: 1 } }],
      ["jacket", { kind: "garment", cover: { ...cover, torso: 1, head: 0.9 } }],
      ["hat", { kind: "garment", cover: { ...cover, head: 1 } }],
      ["socks", { kind: "garment", cover: { ...cover, feet: 1 } }],
      ["tights", { kind: "garment", cover: { ...cover, legs: 1 } }],
    ] as const
  ).map(([id, part]) => [id, { id, ...part } as KitItem]),
);
const bed = (ids: string[], hung = false) =>
  ({
    bed: { hammock: hung ? { fit: "snug" } : null },
    layers: ids.map((itemId) => ({ itemId })),
  }) as unknown as SleepSystem;

test("an empty bed lacks all five, a hung one an underquilt in place of the pad", () => {
  expect(missing(bed([]), things)).toEqual(["pad", "base", "top", "hat", "socks"]);
  expect(missing(bed([], true), things)[0]).toBe("underquilt");
});

test("what is laid out is no ghost any more; a jacket is no base and no hat", () => {
  expect(missing(bed(["pad", "top"]), things)).toEqual(["top", "hat", "socks"]);
  expect(missing(bed(["pad", "bag", "jacket"]), things)).toEqual(["base", "hat", "socks"]);
});

test("a bed that is laid out has no ghosts, whatever it goes without", () => {
  expect(missing(bed(["pad", "bag", "top", "tights", "socks"]), things)).toEqual([]);
  expect(missing(bed(["bag", "top", "tights", "socks", "hat"]), things)).toContain("pad");
});

test("every ghost is drawn within the picture and has something to choose", () => {
  const plan = {
    cut: { above: [], below: [], hung: false, skin: 33, air: -20, ground: -10 },
  } as unknown as NightAnswer;
  for (const width of [360, 620]) {
    const g = geometry(plan, width, 400);
    const at = missing(bed([]), things).map((ghost) => ghostShape(ghost, g));
    for (const shape of at) {
      expect(shape.d).not.toContain("NaN");
      expect(shape.y).toBeGreaterThan(0);
      expect(shape.y).toBeLessThan(400);
    }
    // Names as tall as a gloved finger stand clear of each other.
    const [pad, base, top] = at;
    expect(Math.abs((pad?.y ?? 0) - (base?.y ?? 0))).toBeGreaterThan(44);
    expect(Math.abs((top?.y ?? 0) - (base?.y ?? 0))).toBeGreaterThan(44);
  }
  expect(Object.values(usualFor).every((keys) => keys.length >= 3)).toBe(true);
});
