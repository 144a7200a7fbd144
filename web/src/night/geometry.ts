import type { NightAnswer, Schema } from "../api/client";
import { add, between, body, hull, line, outline, thickness, xs } from "./profile";

type Stratum = Schema["Stratum"];

const side = 58;
/** A hammock sags by so much in its middle and hangs so far over the snow, px. */
const sags = 16;
const overGround = 64;

/** Neighbours differ in tone, so that each layer reads as its own. */
export function fillOf(stratum: Stratum, i: number): string {
  const even = i % 2 === 0;
  switch (stratum.kind) {
    case "pad":
      return even ? "var(--pad-2)" : "var(--pad)";
    case "topLayer":
    case "underquilt":
      return even ? "var(--loft-2)" : "var(--loft)";
    case "barrier":
      return "none";
    case "stillAir":
      return "color-mix(in srgb, var(--ice-mid) 30%, var(--card))";
    case "filling":
      return even ? "var(--pad)" : "var(--pad-2)";
    default:
      return even ? "var(--worn-2)" : "var(--worn)";
  }
}

/** Outlines of every stratum, the isotherms through them, the sleeper and the ground, in px. */
export function geometry(plan: NightAnswer, width: number, height: number, plain = false) {
  const [sky, foot] = plain ? [30, 12] : [66, 54];
  const { cut } = plan;
  const hung = cut.hung;
  const inner = width - 2 * side;
  const left = side;
  const zero = xs.map(() => 0);

  const up = cut.above.map((s) => ({ stratum: s, r: thickness(s, true) }));
  const down = cut.below
    .filter((s) => s.kind !== "underGap")
    .map((s) => ({ stratum: s, r: thickness(s, hung || s.kind !== "pad") }));
  const padSum = down.filter((d) => d.stratum.kind === "pad").reduce((sum, d) => add(sum, d.r), zero);
  const gap = cut.below.find((s) => s.kind === "underGap");
  if (gap) {
    const cell = Object.values(gap.cells).find((c) => c.cover > 0);
    const r = cell ? cell.resistance / cell.cover : 0;
    down.push({ stratum: gap, r: padSum.map((p) => (p > 0 ? 0 : r)) });
  }
  const upSum = up.reduce((sum, u) => add(sum, u.r), zero);
  const downSum = down.reduce((sum, d) => add(sum, d.r), zero);

  const tall = inner * 0.125;
  const cloth = hull.map((h) => h * tall);
  const room = height - sky - foot - Math.max(...cloth) - (hung ? overGround + sags : 0);
  const scale = Math.min(120, Math.max(18, room / Math.max(0.8, Math.max(...upSum) + Math.max(...downSum))));
  const base =
    height - foot - Math.max(34, scale * Math.max(...downSum) + 16) - (hung ? overGround + sags : 0);
  /** How far a point is pulled down by the sag of a hammock; its ends rise towards the trees. */
  const sag = (x: number) => (hung ? sags * (1 - ((x - width / 2) / (inner / 2)) ** 2) : 0);
  const bend = (points: [number, number][]): [number, number][] =>
    hung ? points.map(([x, y]) => [x, y + sag(x)]) : points;

  const around = (heights: number[]) => {
    const cap = (h: number, under: number) => Math.min(side - 6, Math.max(4, 0.62 * (h - under) + 6));
    return bend(
      outline(
        heights,
        left,
        inner,
        base,
        cap(heights[0] as number, cloth[0] as number),
        cap(heights.at(-1) as number, cloth.at(-1) as number),
      ),
    );
  };

  let height0 = cloth;
  const above = up.map(({ stratum, r }) => {
    const low = height0;
    height0 = add(height0, r, scale);
    const d = stratum.kind === "barrier" ? line(around(height0)) : between(around(height0), around(low));
    return { stratum, d, low, high: height0 };
  });
  const top = above.filter((a) => a.stratum.kind !== "airLayer").at(-1)?.high ?? cloth;

  let depth0 = zero;
  /** Under a hammock the layers run out towards its ends. */
  const taper = (i: number) => (hung ? Math.min(1, Math.sqrt(Math.min(i, xs.length - 1 - i) / 9)) : 1);
  const flat = (depths: number[], out: number): [number, number][] =>
    bend(
      depths.map((d, i) => [
        left + inner * (xs[i] as number) + (i === 0 ? -out : i === xs.length - 1 ? out : 0),
        base + d * taper(i),
      ]),
    );
  const below = down.map(({ stratum, r }) => {
    const high = depth0;
    depth0 = add(depth0, r, scale);
    const out = hung ? 14 : stratum.kind === "pad" ? side - 8 : 12;
    return { stratum, d: between(flat(depth0, out), flat(high, out)), high, low: depth0 };
  });

  const groundTop = flat(depth0, 0);
  const edge = hung ? height - foot - 18 : base + Math.max(...depth0);
  const groundArea = hung
    ? `M0 ${edge + 4}Q${width * 0.3} ${edge - 5} ${width * 0.5} ${edge}T${width} ${edge + 2}V${height}H0Z`
    : `M0 ${edge}L${left - side} ${edge}L${line(groundTop).slice(1)}L${left + inner + side} ${edge}L${width} ${edge}V${height}H0Z`;

  const seams = above
    .filter(
      (a) =>
        a.stratum.kind === "topLayer" && Math.max(...a.high.map((h, i) => h - (a.low[i] as number))) > 12,
    )
    .flatMap((a) =>
      xs.flatMap((x, i) => {
        if (i % 15 !== 8) return [];
        const thick = (a.high[i] as number) - (a.low[i] as number);
        if (thick < 6) return [];
        const px = left + inner * x;
        return [
          `M${px.toFixed(1)} ${(base + sag(px) - (a.low[i] as number)).toFixed(1)}V${(base + sag(px) - (a.high[i] as number)).toFixed(1)}`,
        ];
      }),
    );

  const named = [...above, ...below].flatMap((a) => {
    const fill = fillOf(
      a.stratum,
      (above as unknown[]).includes(a) ? above.indexOf(a as never) : below.indexOf(a as never),
    );
    if (!a.stratum.itemId) return [];
    const k = 46;
    const over = (above as unknown[]).includes(a);
    const [outer, within] = over
      ? [
          base - ((a as { high: number[] }).high[k] as number),
          base - ((a as { low: number[] }).low[k] as number),
        ]
      : [base + (a.high[k] as number), base + (a.low[k] as number)];
    if (Math.abs(within - outer) < 21) return [];
    const x = left + inner * 0.21;
    return [{ itemId: a.stratum.itemId, fill, x, y: (outer + within) / 2 + 4.5 + sag(x + 50) }];
  });

  const isotherms = (step: number, shown: (c: number) => number, si: (s: number) => number) => {
    const found: {
      celsius: number;
      shown: number;
      d: string;
      x: number;
      y: number;
      under: boolean;
      labelled: boolean;
    }[] = [];
    for (const [under, sum, to] of [
      [false, upSum, cut.air],
      [true, downSum, cut.ground],
    ] as const) {
      let lastY = Number.NaN;
      const warm = Math.floor((shown(cut.skin) - 1) / step) * step;
      for (let t = warm; t > shown(to) + step * 0.05; t -= step) {
        const share = (cut.skin - si(t)) / (cut.skin - to);
        const r = sum.map((total) => total * share * scale);
        const k = under ? 118 : 104;
        const x = left + inner * (xs[k] as number);
        const y = (under ? base + (r[k] as number) : base - (cloth[k] as number) - (r[k] as number)) + sag(x);
        const labelled = Number.isNaN(lastY) || Math.abs(y - lastY) >= 14;
        if (labelled) lastY = y;
        found.push({
          celsius: si(t),
          shown: t,
          under,
          labelled: labelled && (!under || t <= shown(10)),
          d: under ? line(flat(r, 12)) : line(around(add(cloth, r))),
          x,
          y,
        });
      }
    }
    return found;
  };

  const silhouette = bend(xs.map((x, i) => [left + inner * x, base - tall * (body[i] as number)]));
  const lying = flat(
    xs.map(() => 0),
    0,
  );
  return {
    left,
    inner,
    base,
    tall,
    above,
    below,
    top,
    depth: depth0,
    groundArea,
    seams,
    named,
    isotherms,
    warmth: between(around(cloth), silhouette),
    air: line(around(above.at(-1)?.high ?? cloth)),
    sleeper: between(silhouette, lying),
    cloth: hung
      ? line(
          flat(
            xs.map(() => 0),
            16,
          ),
        )
      : null,
    ropes: hung
      ? `M${left - 14} ${base + sag(left - 14)}L10 ${base - 54}M${left + inner + 14} ${base + sag(left + inner + 14)}L${width - 10} ${base - 54}`
      : null,
    edge,
    sag,
    frost: stipple(plan, above, (x, height) => [left + inner * x, base - height + sag(left + inner * x)]),
    arm: `M${left + inner * 0.215} ${base + sag(left + inner * 0.3) - 0.42 * tall}q${inner * 0.1} ${0.16 * tall} ${inner * 0.25} ${0.05 * tall}`,
  };
}

const slices = 7;
/** Grams of frost for one dot, and dots at most in a slice. */
const gramsADot = 0.4;
const mostDots = 110;

/** Dots where frost lies: in each thing by slice, strewn along the covered body, always in the same way. */
function stipple(
  plan: NightAnswer,
  above: { stratum: Stratum; low: number[]; high: number[] }[],
  place: (x: number, height: number) => [number, number],
): [number, number][] {
  let seed = 7;
  const random = () => {
    seed = (seed * 16807) % 2147483647;
    return seed / 2147483647;
  };
  return above.flatMap(({ stratum, low, high }) => {
    const thing = plan.frost?.things.find((t) => t.itemId === stratum.itemId);
    if (!thing) return [];
    return thing.bySliceG.flatMap((grams, slice) =>
      Array.from({ length: Math.min(mostDots, Math.round(grams / gramsADot)) }, (): [number, number] => {
        const i = Math.round((0.17 + 0.8 * random()) * (xs.length - 1));
        const share = Math.min(1, (slice + 0.4 + 0.6 * random()) / slices);
        const height = (low[i] as number) + share * ((high[i] as number) - (low[i] as number));
        return place(xs[i] as number, height);
      }),
    );
  });
}
