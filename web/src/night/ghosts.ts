import type { KitItem, SleepSystem } from "../api/client";
import type { geometry } from "./geometry";
import { hull, xs } from "./profile";

/** A stratum that most nights need and this one does not have yet. */
export type Ghost = "pad" | "underquilt" | "base" | "top" | "hat" | "socks";

export const ghostNames: Record<Ghost, string> = {
  pad: "a pad",
  underquilt: "an underquilt",
  base: "a base layer",
  top: "a bag or quilt",
  hat: "a hat",
  socks: "socks",
};

/** Usual types for each, for a start. */
export const usualFor: Record<Ghost, string[]> = {
  pad: ["foamPad", "inflatablePad", "winterInflatable", "downInflatable"],
  underquilt: ["underquiltSynth", "underquiltDown", "underquiltWinter"],
  base: ["baseSet", "woolBaseTop", "synthBaseTop"],
  top: ["downBag", "downBagWinter", "synthBagWinter", "downQuiltWinter"],
  hat: ["woolHat", "balaclava", "synthHood"],
  socks: ["thickWoolSocks", "woolSocks", "downBooties"],
};

export const fills: Record<Ghost, (item: KitItem) => boolean> = {
  pad: (i) => i.kind === "pad",
  underquilt: (i) => i.kind === "underquilt",
  base: (i) => i.kind === "garment" && i.cover.torso >= 0.6 && i.cover.head < 0.6,
  top: (i) => i.kind === "bag" || i.kind === "quilt",
  hat: (i) => i.kind === "garment" && i.cover.head >= 0.5 && i.cover.torso === 0,
  socks: (i) => i.kind === "garment" && i.cover.feet >= 0.9,
};

/** Layers from which on a bed no longer looks like a beginning. */
const begun = 5;

/** What is missing of a bed that is only begun; nothing once it is laid out. */
export function missing(system: SleepSystem, items: Record<string, KitItem>): Ghost[] {
  const laid = system.layers.flatMap((l) => items[l.itemId] ?? []);
  const all: Ghost[] = [system.bed.hammock ? "underquilt" : "pad", "base", "top", "hat", "socks"];
  const gone = all.filter((g) => !laid.some(fills[g]));
  const bare = gone.includes("top") || gone.includes("pad") || gone.includes("underquilt");
  return bare || laid.length < begun ? gone : [];
}

const spans: Record<Ghost, [number, number]> = {
  pad: [0, 1],
  underquilt: [0, 1],
  base: [0.17, 0.86],
  top: [0, 1],
  hat: [0, 0.11],
  socks: [0.9, 1],
};

/** Its outline on the cut, and where its name goes, px. */
export function ghostShape(
  ghost: Ghost,
  g: ReturnType<typeof geometry>,
): { d: string; x: number; y: number } {
  const [from, to] = spans[ghost];
  const at = xs.flatMap((x, i) => (x >= from && x <= to ? [i] : []));
  const px = (i: number) => g.left + g.inner * (xs[i] as number);
  if (ghost === "pad" || ghost === "underquilt") {
    const deep = Math.max(...g.depth);
    const [y, h] = [g.base + deep + 4, 20];
    const [x0, x1] = [g.left - 30, g.left + g.inner + 30];
    const sag = ghost === "underquilt" ? 16 : 0;
    return {
      d: `M${x0} ${y}Q${(x0 + x1) / 2} ${y + 2 * sag} ${x1} ${y}V${y + h}Q${(x0 + x1) / 2} ${y + h + 2 * sag} ${x0} ${y + h}Z`,
      x: g.left + g.inner / 2,
      y: y + h / 2 + sag,
    };
  }
  const cloth = (i: number) => (hull[i] as number) * g.tall;
  const [low, high] =
    ghost === "top"
      ? [
          (i: number) => Math.max(g.top[i] as number, cloth(i)) + 5,
          (i: number) => Math.max(g.top[i] as number, cloth(i)) + 48,
        ]
      : [(i: number) => cloth(i) - 2, (i: number) => cloth(i) + 13];
  const points = [
    ...at.map((i) => [px(i), g.base - high(i) + g.sag(px(i))]),
    ...at.toReversed().map((i) => [px(i), g.base - low(i) + g.sag(px(i))]),
  ];
  const middle = at[Math.floor(at.length / 2)] as number;
  return {
    d: `M${points.map(([x, y]) => `${(x as number).toFixed(1)} ${(y as number).toFixed(1)}`).join("L")}Z`,
    x: ghost === "hat" ? px(at[0] as number) + 14 : px(middle),
    y:
      g.base -
      (low(middle) + high(middle)) / 2 +
      g.sag(px(middle)) -
      // Names stand clear of each other also where the sleeper is small.
      { hat: 26, socks: 26, top: 34, base: 0 }[ghost],
  };
}
