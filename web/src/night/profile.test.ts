import { expect, test } from "vitest";
import type { Schema } from "../api/client";
import { add, between, body, columns, hull, line, outline, thickness, xs } from "./profile";

type Cell = Schema["StratumCell"];
const cell = (resistance: number, cover: number): Cell => ({ resistance, cover, inner: 0, outer: 0 });
const stratum = (head: Cell, torso: Cell, legs: Cell, feet: Cell): Schema["Stratum"] => ({
  kind: "pad",
  itemId: "1",
  cells: { head, torso, legs, feet },
});
const at = (values: number[], x: number) => values[Math.round(x * (xs.length - 1))] as number;

test("the columns cover the sleeper from crown to toes without a gap", () => {
  expect(columns[0]?.from).toBe(0);
  expect(columns.at(-1)?.to).toBe(1);
  for (let i = 1; i < columns.length; i++) expect(columns[i]?.from).toBe(columns[i - 1]?.to);
});

test("cloth lies nowhere under the skin", () => {
  for (let i = 12; i < xs.length - 12; i++)
    expect(hull[i] as number).toBeGreaterThan((body[i] as number) - 0.08);
});

test("a stratum that covers all of a region is as thick as its resistance", () => {
  const t = thickness(stratum(cell(0.2, 1), cell(0.5, 1), cell(0.4, 1), cell(0.3, 1)), false);
  expect([at(t, 0.05), at(t, 0.3), at(t, 0.7), at(t, 0.95)]).toEqual([0.2, 0.5, 0.4, 0.3]);
});

test("a short pad ends on the legs, in full thickness up to its edge", () => {
  const t = thickness(stratum(cell(0.5, 1), cell(0.5, 1), cell(0.2, 0.4), cell(0, 0)), false);
  expect(at(t, 0.55)).toBeCloseTo(0.5);
  expect(at(t, 0.8)).toBe(0);
  expect(at(t, 0.95)).toBe(0);
  const mean = xs.filter((x) => x > 0.53 && x <= 0.88).map((x) => at(t, x));
  expect(mean.reduce((a, b) => a + b, 0) / mean.length).toBeCloseTo(0.2, 1);
});

test("booties reach up the legs from the feet, not down from the hips", () => {
  const t = thickness(stratum(cell(0, 0), cell(0, 0), cell(0.06, 0.12), cell(0.5, 1)), false);
  expect(at(t, 0.56)).toBe(0);
  expect(at(t, 0.87)).toBeCloseTo(0.5);
});

test("softening moves insulation about but loses none", () => {
  const s = stratum(cell(0, 0), cell(0.5, 1), cell(0.5, 1), cell(0, 0));
  const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
  expect(sum(thickness(s, true))).toBeCloseTo(sum(thickness(s, false)), 0);
});

test("an outline comes down to its base on both sides", () => {
  const heights = xs.map(() => 30);
  const points = outline(heights, 100, 400, 300, 20, 25);
  expect(points[0]).toEqual([80, 300]);
  expect(points.at(-1)?.[0]).toBeGreaterThan(500);
  expect(Math.min(...points.map((p) => p[1]))).toBe(270);
  expect(between(points, points)).toMatch(/^M.*Z$/);
  expect(
    line([
      [1, 2],
      [3, 4],
    ]),
  ).toBe("M1.0 2.0L3.0 4.0");
});

test("layers add up", () => {
  expect(add([1, 2], [10, 20], 0.5)).toEqual([6, 12]);
});
