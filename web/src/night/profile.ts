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

/** The sleeper seen from the side, lying on the back: height over the pad in px. */
const bodyPoints: [number, number][] = [
  [0, 8],
  [0.012, 26],
  [0.04, 42],
  [0.066, 45],
  [0.082, 50],
  [0.095, 44],
  [0.12, 31],
  [0.15, 29],
  [0.185, 44],
  [0.24, 60],
  [0.3, 62],
  [0.38, 55],
  [0.47, 49],
  [0.53, 48],
  [0.6, 43],
  [0.67, 42],
  [0.72, 37],
  [0.8, 30],
  [0.87, 24],
  [0.905, 28],
  [0.935, 52],
  [0.955, 60],
  [0.975, 56],
  [0.99, 34],
  [1, 10],
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
    for (let d = 1; d <= 16; d++)
      high = Math.max(
        high,
        Math.min(body[i - d] ?? 0, body[i + d] ?? 0),
        ((body[i - d] ?? 0) + (body[i + d] ?? 0)) / 2,
      );
    return high + 2;
  }),
  4,
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
