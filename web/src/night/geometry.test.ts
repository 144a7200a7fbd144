import { expect, test } from "vitest";
import type { NightAnswer, Schema } from "../api/client";
import { geometry } from "./geometry";

const cells = (resistance: number): Schema["Stratum"]["cells"] => {
  const cell = { resistance, cover: 1, inner: 33, outer: -20 };
  return { head: cell, torso: cell, legs: cell, feet: cell };
};
const plan = (hung: boolean) =>
  ({
    cut: {
      hung,
      skin: 33,
      air: -20,
      ground: hung ? -20 : -11,
      above: [
        { kind: "topLayer", itemId: "bag", cells: cells(1.5) },
        { kind: "airLayer", itemId: null, cells: cells(0.09) },
      ],
      below: [
        { kind: "underside", itemId: null, cells: cells(0.05) },
        { kind: hung ? "underquilt" : "pad", itemId: "under", cells: cells(0.8) },
      ],
    },
  }) as unknown as NightAnswer;
const numbers = (d: string) => d.match(/-?[\d.]+/g)?.map(Number) ?? [];
const ys = (d: string) => numbers(d).filter((_, i) => i % 2 === 1);

test("on the ground the sleeper lies flat and the ground begins where the pads end", () => {
  const g = geometry(plan(false), 600, 400);
  expect(g.ropes).toBeNull();
  expect(g.sag(300)).toBe(0);
  expect(g.edge).toBeCloseTo(g.base + Math.max(...g.depth), 6);
});

test("a hammock hangs over the snow, sags in its middle and rises to its ropes", () => {
  const g = geometry(plan(true), 600, 400);
  expect(g.ropes).not.toBeNull();
  expect(g.sag(300)).toBeGreaterThan(g.sag(100));
  expect(g.edge).toBeGreaterThan(g.base + g.sag(300) + Math.max(...g.depth));
});

test("everything stays on the picture", () => {
  for (const hung of [true, false])
    for (const [width, height] of [
      [360, 400],
      [600, 405],
      [900, 560],
    ] as const) {
      const g = geometry(plan(hung), width, height);
      const all = [...g.above, ...g.below].flatMap((s) => ys(s.d));
      expect(Math.min(...all)).toBeGreaterThan(0);
      expect(Math.max(...all)).toBeLessThan(height);
    }
});

test("isotherms run between skin and air, and 0° is among them on both sides", () => {
  const lines = geometry(plan(false), 600, 400).isotherms(
    10,
    (c) => c,
    (s) => s,
  );
  expect(lines.every((l) => l.celsius < 33 && l.celsius > -20)).toBe(true);
  expect(lines.filter((l) => l.celsius === 0).length).toBe(2);
});
