import type { Schema } from "../api/client";

/** Geometry of the cuts through hand and foot, in mm; pure functions from layers to outlines. */

type Cut = Schema["EndCut"];
export type Point = [number, number];

/** Four fingers across, and the thumb: half widths. */
const fingers = [8.5, 9.5, 9, 7.5];
const thumb = 10.5;

export type Ring = {
  /** Distance from the skin, inner and outer face. */
  from: number;
  to: number;
  itemId: string;
  innerC: number;
  outerC: number;
  /** Fingers apart, two and two, or all together. */
  fingers: Schema["Fingers"];
};

/** Layers as rings round the skin. */
export function rings(cut: Cut, fingersOf: (id: string) => Schema["Fingers"]): Ring[] {
  let at = 0;
  return cut.layers.map((l) => {
    const from = at;
    at += l.thicknessMm;
    return {
      from,
      to: at,
      itemId: l.itemId,
      innerC: l.innerC,
      outerC: l.outerC,
      fingers: fingersOf(l.itemId),
    };
  });
}

/** Where a temperature lies between the skin and the outer face, mm from the skin; null outside. */
export function depthOf(rings: readonly Ring[], celsius: number): { mm: number; ring: Ring } | null {
  for (const ring of rings) {
    if (celsius > ring.innerC || celsius < ring.outerC || ring.innerC === ring.outerC) continue;
    const share = (ring.innerC - celsius) / (ring.innerC - ring.outerC);
    return { mm: ring.from + share * (ring.to - ring.from), ring };
  }
  return null;
}

/** Round temperatures between skin and air, warmest first. */
export function linesBetween(warm: number, cold: number, step: number): number[] {
  const found: number[] = [];
  for (let t = Math.floor((warm - 0.01) / step) * step; t > cold; t -= step) found.push(t);
  return found;
}

const circle = (x: number, y: number, r: number) =>
  `M${f(x - r)} ${f(y)}a${f(r)} ${f(r)} 0 1 0 ${f(2 * r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(-2 * r)} 0z`;
const capsule = (from: number, to: number, y: number, r: number) =>
  `M${f(from)} ${f(y - r)}H${f(to)}a${f(r)} ${f(r)} 0 0 1 0 ${f(2 * r)}H${f(from)}a${f(r)} ${f(r)} 0 0 1 0 ${f(-2 * r)}z`;
const f = (v: number) => v.toFixed(2);

/** A hand cut across its fingers. */
export function hand(layers: readonly Ring[]) {
  const apart = layers.filter((l) => l.fingers === "apart").reduce((m, l) => Math.max(m, l.to), 0);
  const outer = layers.at(-1)?.to ?? 0;
  const centres: Point[] = [];
  let x = 0;
  fingers.forEach((r, i) => {
    x = i === 0 ? 0 : x + (fingers[i - 1] ?? r) + r + 2 * apart + 2;
    centres.push([x, 0]);
  });
  const thumbAt: Point = [-(thumb + (fingers[0] ?? 0) + outer * 2 + 7), 9];
  const widest = Math.max(...fingers);
  const across = (i: number) => (centres[i] as Point)[0];
  /** The outline at a distance from the skin, as it runs in a layer. */
  const outline = (mm: number, how: Schema["Fingers"]): string => {
    const round = circle(thumbAt[0], thumbAt[1], thumb + mm);
    if (how === "apart")
      return round + centres.map(([cx], i) => circle(cx, 0, (fingers[i] ?? 0) + mm)).join("");
    const r = widest + mm;
    return how === "together"
      ? round + capsule(across(0), across(3), 0, r)
      : round + capsule(across(0), across(1), 0, r) + capsule(across(2), across(3), 0, r);
  };
  return {
    outline,
    skin: outline(0, "apart"),
    centres,
    thumbAt,
    left: thumbAt[0] - thumb - outer,
    right: across(3) + (fingers[3] ?? 0) + outer + 2,
    top: -widest - outer,
    bottom: Math.max(widest, thumbAt[1] + thumb) + outer,
    /** Above the middle of the fingers, where lines are named. */
    nameX: (across(1) + across(2)) / 2,
    nameY: (mm: number, how: Schema["Fingers"]) => -(how === "apart" ? (fingers[1] ?? 0) : widest) - mm,
  };
}

/** A foot from the side, toes to the right, sole at y 0, in mm; from the shin round the heel and the sole to the toes and up again. */
const footPoints: Point[] = [
  [8, -150],
  [5, -110],
  [2, -75],
  [-3, -45],
  [-4, -22],
  [6, -5],
  [30, 0],
  [90, -3],
  [130, -6],
  [175, -1],
  [215, 0],
  [248, -1],
  [262, -8],
  [264, -17],
  [254, -25],
  [228, -30],
  [195, -42],
  [160, -58],
  [130, -76],
  [112, -98],
  [106, -122],
  [106, -150],
];

/** The foot's outline, smooth. */
export const foot: Point[] = smooth(footPoints, 6);

function smooth(points: Point[], steps: number): Point[] {
  const found: Point[] = [];
  const at = (i: number) => points[Math.min(points.length - 1, Math.max(0, i))] as Point;
  for (let i = 0; i < points.length - 1; i++) {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    for (let k = 0; k < steps; k++) {
      const t = k / steps;
      const of = (n: 0 | 1) =>
        0.5 *
        (2 * b[n] +
          (c[n] - a[n]) * t +
          (2 * a[n] - 5 * b[n] + 4 * c[n] - d[n]) * t * t +
          (3 * b[n] - a[n] - 3 * c[n] + d[n]) * t * t * t);
      found.push([of(0), of(1)]);
    }
  }
  found.push(at(points.length - 1));
  return found;
}

/** Outward directions along an outline that runs from the shin round the heel. */
const outward: Point[] = foot.map((_, i) => {
  const a = foot[Math.max(0, i - 2)] as Point;
  const b = foot[Math.min(foot.length - 1, i + 2)] as Point;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = Math.hypot(dx, dy) || 1;
  return [-dy / long, dx / long];
});

/** The outline at a distance from the skin. */
export const footAt = (mm: number): Point[] =>
  foot.map(([x, y], i) => {
    const [nx, ny] = outward[i] as Point;
    return [x + nx * mm, y + ny * mm];
  });

export const path = (points: readonly Point[]) => `M${points.map(([x, y]) => `${f(x)} ${f(y)}`).join("L")}`;

/** The area between two outlines. */
export const band = (inner: readonly Point[], outer: readonly Point[]) =>
  `${path(outer)}L${path([...inner].reverse()).slice(1)}Z`;
