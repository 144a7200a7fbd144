import { describe, expect, it } from "vitest";
import type { Schema } from "../api/client";
import { depthOf, foot, footAt, hand, linesBetween, rings } from "./shape";

const layer = (itemId: string, thicknessMm: number, innerC: number, outerC: number): Schema["EndLayer"] => ({
  itemId,
  thicknessMm,
  resistance: 0.1,
  cover: 1,
  innerC,
  outerC,
});
const cut: Schema["EndCut"] = {
  part: "hands",
  hour: 12,
  skin: 25,
  air: -20,
  layers: [layer("liner", 2, 25, 15), layer("mitten", 16, 15, -15)],
  tight: false,
  overMm: 0,
  squeezes: null,
};
const fingersOf = (id: string) => (id === "liner" ? "apart" : "together") as Schema["Fingers"];

describe("the cuts", () => {
  it("lays rings on each other to scale", () => {
    const [liner, mitten] = rings(cut, fingersOf);
    expect([liner?.from, liner?.to, mitten?.from, mitten?.to]).toEqual([0, 2, 2, 18]);
    expect(mitten?.fingers).toBe("together");
  });

  it("finds a temperature where it lies, and none outside", () => {
    const layers = rings(cut, fingersOf);
    expect(depthOf(layers, 20)).toMatchObject({ mm: 1, ring: { itemId: "liner" } });
    expect(depthOf(layers, 0)).toMatchObject({ mm: 10, ring: { itemId: "mitten" } });
    // In the still air outside there is nothing to draw it in.
    expect(depthOf(layers, -18)).toBeNull();
    expect(depthOf(layers, 30)).toBeNull();
  });

  it("counts round temperatures between skin and air", () => {
    expect(linesBetween(25, -20, 10)).toEqual([20, 10, 0, -10]);
    expect(linesBetween(20, -20, 20)).toEqual([0]);
  });

  it("spreads the fingers by what they wear apart, not by the mitten over it", () => {
    const gap = (layers: ReturnType<typeof rings>) => {
      const { centres } = hand(layers);
      return (centres[1]?.[0] ?? 0) - (centres[0]?.[0] ?? 0);
    };
    const thin = gap(rings(cut, fingersOf));
    const thick = gap(rings({ ...cut, layers: [layer("liner", 8, 25, 0)] }, () => "apart"));
    expect(thick - thin).toBeCloseTo(12);
    expect(gap(rings({ ...cut, layers: [layer("m", 20, 25, 0)] }, () => "together"))).toBeLessThan(thin);
  });

  it("keeps the same distance from the foot all round", () => {
    const out = footAt(10);
    const far = out.map(([x, y]) => Math.min(...foot.map(([fx, fy]) => Math.hypot(x - fx, y - fy))));
    // Where the instep is hollow it may come nearer, never further.
    expect(Math.max(...far)).toBeLessThan(10.01);
    expect(Math.min(...far)).toBeGreaterThan(7.5);
    const sole = out.filter(([x]) => x > 30 && x < 240).map(([, y]) => y);
    expect(Math.max(...sole)).toBeGreaterThan(8);
  });
});
