import type { Region, Schema } from "../api/client";

/** Geometry of the cut: pure functions from strata to outlines. Lengths along the sleeper run from 0 (crown) to 1 (toes). */

type Stratum = Schema["Stratum"];

export const columns: { region: Region; from: number; to: number }[] = [
  { region: "head", from: 0, to: 0.15 },
  { region: "torso", from: 0.15, to: 0.53 },
  { region: "legs", from: 0.53, to: 0.88 },
  { region: "feet", from: 0.88, to: 1 },
];

const samples = 181;
export const xs = Array.from({ length: samples }, (_, i) => i / (samples - 1));
const order: Region[] = ["head", "torso", "legs", "feet"];

/** The sleeper seen from the side, lying on the back: height over the pad, the chest being 1. */
const bodyPoints: [number, number][] = [
  [0, 0.1],
  [0.008, 0.4],
  [0.028, 0.62],
  [0.052, 0.71],
  [0.068, 0.73],
  [0.078, 0.83],
  [0.088, 0.72],
  [0.104, 0.62],
  [0.122, 0.4],
  [0.148, 0.38],
  [0.175, 0.6],
  [0.215, 0.88],
  [0.27, 1],
  [0.34, 0.95],
  [0.42, 0.82],
  [0.5, 0.77],
  [0.58, 0.72],
  [0.66, 0.69],
  [0.71, 0.62],
  [0.79, 0.5],
  [0.87, 0.37],
  [0.9, 0.43],
  [0.922, 0.66],
  [0.942, 0.84],
  [0.958, 0.88],
  [0.975, 0.8],
  [0.99, 0.46],
  [1, 0.12],
];

function along(points: [number, number][], x: number): number {
  const i = Math.max(
    1,
    points.findIndex(([px]) => px >= x),
  );
  const at = (k: number) => points[Math.min(points.length - 1, Math.max(0, k))] as [number, number];
  const [p0, p1, p2, p3] = [at(i - 2), at(i - 1), at(i), at(i + 1)];
  const t = p2[0] === p1[0] ? 0 : (x - p1[0]) / (p2[0] - p1[0]);
  const m1 = ((p2[1] - p0[1]) / (p2[0] - p0[0] || 1)) * (p2[0] - p1[0]);
  const m2 = ((p3[1] - p1[1]) / (p3[0] - p1[0] || 1)) * (p2[0] - p1[0]);
  const t2 = t * t;
  const t3 = t2 * t;
  return (2 * t3 - 3 * t2 + 1) * p1[1] + (t3 - 2 * t2 + t) * m1 + (-2 * t3 + 3 * t2) * p2[1] + (t3 - t2) * m2;
}

export const body = xs.map((x) => Math.max(0, along(bodyPoints, x)));

/** What cloth spans over the body: hollows bridged, ends rounded. */
export const hull = blur(
  xs.map((_, i) => {
    let high = body[i] as number;
    for (let d = 1; d <= 26; d++)
      high = Math.max(
        high,
        Math.min(body[i - d] ?? 0, body[i + d] ?? 0),
        ((body[i - d] ?? 0) + (body[i + d] ?? 0)) / 2,
      );
    return high + 0.035;
  }),
  7,
);

function blur(values: number[], radius: number): number[] {
  return values.map((_, i) => {
    let sum = 0;
    let n = 0;
    for (let k = Math.max(0, i - radius); k <= Math.min(values.length - 1, i + radius); k++) {
      sum += values[k] as number;
      n++;
    }
    return sum / n;
  });
}

/** Resistance of a stratum along the sleeper, m²K/W. Where it covers part of a region it lies next to the region it goes on into. */
export function thickness(stratum: Stratum, soften: boolean): number[] {
  const raw = xs.map((x) => {
    const column = columns.find((c) => x <= c.to) ?? (columns[3] as (typeof columns)[number]);
    const cell = stratum.cells[column.region];
    if (cell.cover <= 0) return 0;
    if (cell.cover >= 0.999) return cell.resistance;
    const i = order.indexOf(column.region);
    const before = i > 0 ? stratum.cells[order[i - 1] as Region].cover : 0;
    const after = i < 3 ? stratum.cells[order[i + 1] as Region].cover : 0;
    const t = (x - column.from) / (column.to - column.from);
    const lies =
      before === after
        ? Math.abs(t - 0.5) <= cell.cover / 2
        : before > after
          ? t <= cell.cover
          : t >= 1 - cell.cover;
    return lies ? cell.resistance / cell.cover : 0;
  });
  return soften ? blur(blur(raw, 3), 3) : raw;
}

export const add = (a: number[], b: number[], factor = 1) => a.map((v, i) => v + factor * (b[i] as number));

/** Points of an outline over the sleeper that comes down to the pad round head and feet as far out as it is thick there. */
export function outline(
  heights: number[],
  left: number,
  width: number,
  base: number,
  capLeft: number,
  capRight: number,
) {
  const points: [number, number][] = [];
  const turns = 8;
  const first = heights[0] as number;
  const last = heights.at(-1) as number;
  for (let k = 0; k < turns; k++) {
    const a = (k / turns) * (Math.PI / 2);
    points.push([left - capLeft * Math.cos(a), base - first * Math.sin(a)]);
  }
  heights.forEach((h, i) => {
    points.push([left + width * (xs[i] as number), base - h]);
  });
  for (let k = turns - 1; k >= 0; k--) {
    const a = (k / turns) * (Math.PI / 2);
    points.push([left + width + capRight * Math.cos(a), base - last * Math.sin(a)]);
  }
  return points;
}

export const line = (points: [number, number][]) =>
  `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`;

/** The area between an outer and an inner outline. */
export const between = (outer: [number, number][], inner: [number, number][]) =>
  `${line(outer)}L${line([...inner].reverse()).slice(1)}Z`;
