import { useId, useMemo } from "react";
import type { NightPlan, Schema } from "../api/client";
import { useWorkspace } from "../state/workspace";
import { toShown, toSi, units, useWrite, write } from "../units/units";
import { regions as regionNames, shelters, surfaces } from "../units/words";
import { add, between, body, columns, hull, line, outline, thickness, xs } from "./profile";

type Stratum = Schema["Stratum"];

const sky = 66;
const foot = 54;
const side = 58;

/**
 * The cut through the snow: ground, pads, body, clothes, loft, air. Thickness is insulation, so what looks thin is thin.
 * Lines of equal temperature run through it as they would in the snow; 0° is the strongest.
 */
export function Cut(props: {
  plan: NightPlan;
  night: Schema["Night"];
  width: number;
  height: number;
  selected: string | null;
  onPress: (itemId: string, e: React.PointerEvent) => void;
}) {
  const { plan, width, height, selected } = props;
  const id = useId();
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const { cut } = plan;
  const g = useMemo(() => geometry(plan, width, height), [plan, width, height]);
  const unit = units.temperature(w.u);

  const shape = (s: Stratum, index: number, d: string, fill: string) => {
    const item = s.itemId ? items[s.itemId] : undefined;
    const lit = s.itemId !== null && s.itemId === selected;
    return (
      <path
        key={s.itemId ?? `${s.kind}${index}`}
        d={d}
        data-layer={s.itemId ?? undefined}
        fill={fill}
        stroke={lit ? "var(--ink)" : s.kind === "barrier" ? "var(--ice)" : "var(--edge)"}
        strokeWidth={lit ? 2.5 : s.kind === "barrier" ? 2 : 0.8}
        className={item ? "cursor-grab touch-none hover:brightness-95" : undefined}
        onPointerDown={(e) => s.itemId && props.onPress(s.itemId, e)}
      >
        {item && <title>{item.name}</title>}
      </path>
    );
  };

  const weakest = plan.weakest;
  const weakColumn = columns.find((c) => c.region === weakest?.region);
  const weakX = weakColumn ? g.left + (g.inner * (weakColumn.from + weakColumn.to)) / 2 : 0;
  const at = Math.round((weakColumn ? (weakColumn.from + weakColumn.to) / 2 : 0) * (xs.length - 1));
  const weakY =
    weakest?.path === "upward" ? g.base - (g.top[at] as number) : g.base + (g.depth[at] as number);

  return (
    <svg
      width={width}
      height={height}
      className="block rounded-2xl"
      role="img"
      aria-label={describe(plan, items)}
    >
      <defs>
        <linearGradient id={`${id}sky`} x2="0" y2="1">
          <stop offset="0" stopColor="var(--sky-top)" />
          <stop offset="1" stopColor="var(--sky-low)" />
        </linearGradient>
        <pattern id={`${id}snow`} width="13" height="11" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="3" r="0.9" fill="var(--edge)" opacity="0.5" />
          <circle cx="9" cy="8" r="0.7" fill="var(--edge)" opacity="0.5" />
        </pattern>
        <pattern id={`${id}ice`} width="60" height="9" patternUnits="userSpaceOnUse">
          <path d="M0 3h26M34 7h20" stroke="var(--edge)" strokeWidth="0.8" opacity="0.6" />
        </pattern>
        <pattern
          id={`${id}rock`}
          width="12"
          height="12"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(35)"
        >
          <path d="M0 4h8" stroke="var(--edge)" strokeWidth="1" opacity="0.6" />
        </pattern>
      </defs>
      <rect width={width} height={height} fill={`url(#${id}sky)`} />

      <path d={g.groundArea} fill="var(--ground)" />
      <path
        d={g.groundArea}
        fill={`url(#${id}${props.night.surface === "lakeIce" ? "ice" : props.night.surface === "rock" ? "rock" : "snow"})`}
      />

      <path d={g.warmth} fill="var(--warm-wash)" />
      {g.below.map(({ stratum, d }, i) => shape(stratum, i, d, fillOf(stratum, i)))}
      {g.above.map(
        ({ stratum, d }, i) => stratum.kind !== "airLayer" && shape(stratum, i, d, fillOf(stratum, i)),
      )}
      <g className="pointer-events-none">
        {g.seams.map((d) => (
          <path key={d} d={d} stroke="var(--edge)" strokeWidth="0.7" opacity="0.35" fill="none" />
        ))}
        <path
          d={g.air}
          fill="none"
          stroke="var(--ice)"
          strokeWidth="0.9"
          strokeDasharray="1 5"
          strokeLinecap="round"
        />
        {g
          .isotherms(
            w.u.temperature === "C" ? 10 : 20,
            (c) => toShown(c, unit),
            (s) => toSi(s, unit),
          )
          .map((iso) => {
            const zero = Math.abs(iso.celsius) < 0.01;
            const tone = iso.celsius > 0.01 ? "var(--ember)" : "var(--ice)";
            return (
              <g key={`${iso.shown}${iso.under}`}>
                <path
                  d={iso.d}
                  fill="none"
                  stroke={tone}
                  strokeWidth={zero ? 2.2 : 1}
                  strokeDasharray={zero ? undefined : "2 4"}
                  strokeLinecap="round"
                />
                {iso.labelled && (
                  <text
                    x={iso.x}
                    y={iso.y + 4}
                    fontSize={12}
                    fontWeight={zero ? 700 : 600}
                    fill={tone}
                    stroke="var(--loft)"
                    strokeWidth={4}
                    paintOrder="stroke"
                    strokeLinejoin="round"
                    textAnchor="middle"
                  >
                    {write(iso.shown)}°
                  </text>
                )}
              </g>
            );
          })}
        {width > 480 &&
          g.named.map((n) => (
            <text
              key={n.itemId}
              x={n.x}
              y={n.y}
              fontSize={13}
              fontWeight={650}
              fill="var(--ink)"
              stroke={n.fill}
              strokeWidth={5}
              paintOrder="stroke"
              strokeLinejoin="round"
            >
              {items[n.itemId]?.name}
            </text>
          ))}
        <path d={g.sleeper} fill="var(--ink)" />
        <path
          d={g.arm}
          fill="none"
          stroke="var(--paper)"
          strokeWidth="2"
          strokeLinecap="round"
          opacity="0.8"
        />

        <text x={16} y={25} fontSize={13.5} fill="var(--ink)">
          {plan.weather
            ? `Air ${w.temp(plan.weather.low.planFor)} outside, ${w.temp(cut.air)} round the sleeper`
            : `Air ${w.temp(cut.air)} round the sleeper`}
        </text>
        <text x={16} y={43} fontSize={12.5} fill="var(--soft)">
          {shelters[props.night.shelter]}
          {plan.weather?.windMs != null && `, wind ${w.wind(plan.weather.windMs)} outside`}
        </text>
        <text x={width - 14} y={height - 36} textAnchor="end" fontSize={12.5} fill="var(--ink)">
          {surfaces[props.night.surface]}, {w.temp(cut.ground)}
        </text>

        {weakest?.region && weakColumn && (
          <g>
            <circle cx={weakX} cy={weakY} r={11} fill="none" stroke="var(--ember)" strokeWidth={2.4} />
            <text
              x={weakX}
              y={weakest.path === "upward" ? Math.max(64, weakY - 34) : weakY + 26}
              textAnchor="middle"
              fontSize={13}
              fontWeight={700}
              fill="var(--ember)"
              stroke="var(--sky-low)"
              strokeWidth={4}
              paintOrder="stroke"
            >
              weakest:
              <tspan x={weakX} dy={16}>
                {weakest.path === "upward" ? "over" : "under"} the {regionNames[weakest.region]}
              </tspan>
            </text>
          </g>
        )}

        {columns.map((c) => {
          const lost = plan.terms
            .filter((t) => t.region === c.region)
            .reduce((sum, t) => sum + t.wattsPerM2, 0);
          const x = g.left + (g.inner * (c.from + c.to)) / 2;
          return (
            <g key={c.region}>
              {c.from > 0 && (
                <line
                  x1={g.left + g.inner * c.from}
                  x2={g.left + g.inner * c.from}
                  y1={height - 26}
                  y2={height - 6}
                  stroke="var(--edge)"
                />
              )}
              <text x={x} y={height - 11} textAnchor="middle" fontSize={12.5} fill="var(--ink)">
                <tspan fontWeight={700}>{regionNames[c.region]}</tspan>
                {(c.to - c.from) * g.inner > 105 && (
                  <tspan fill="var(--ink)">{` ${Math.round((100 * lost) / plan.heatLost)} % of the loss`}</tspan>
                )}
              </text>
            </g>
          );
        })}
      </g>
    </svg>
  );
}

/** The picture in a sentence, for those who do not see it. */
function describe(plan: NightPlan, items: Record<string, { name: string }>) {
  const names = (strata: Stratum[]) =>
    strata.flatMap((s) => (s.itemId ? [items[s.itemId]?.name ?? ""] : [])).join(", ") || "nothing";
  return `Cut through the night. Under the sleeper: ${names(plan.cut.below)}. On and over: ${names(plan.cut.above)}.`;
}

/** Neighbours differ in tone, so that each layer reads as its own. */
function fillOf(stratum: Stratum, i: number): string {
  const even = i % 2 === 0;
  switch (stratum.kind) {
    case "pad":
      return even ? "var(--pad-2)" : "var(--pad)";
    case "topLayer":
      return even ? "var(--loft-2)" : "var(--loft)";
    case "barrier":
      return "none";
    default:
      return even ? "var(--worn-2)" : "var(--worn)";
  }
}

function geometry(plan: NightPlan, width: number, height: number) {
  const { cut } = plan;
  const inner = width - 2 * side;
  const left = side;
  const zero = xs.map(() => 0);

  const up = cut.above.map((s) => ({ stratum: s, r: thickness(s, true) }));
  const down = cut.below
    .filter((s) => s.kind !== "underGap")
    .map((s) => ({ stratum: s, r: thickness(s, s.kind !== "pad") }));
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
  const room = height - sky - foot - Math.max(...cloth);
  const scale = Math.min(120, Math.max(18, room / Math.max(0.8, Math.max(...upSum) + Math.max(...downSum))));
  const base = height - foot - Math.max(34, scale * Math.max(...downSum) + 16);

  const around = (heights: number[]) => {
    const cap = (h: number, under: number) => Math.min(side - 6, Math.max(4, 0.62 * (h - under) + 6));
    return outline(
      heights,
      left,
      inner,
      base,
      cap(heights[0] as number, cloth[0] as number),
      cap(heights.at(-1) as number, cloth.at(-1) as number),
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
  const flat = (depths: number[], out: number): [number, number][] =>
    depths.map((d, i) => [
      left + inner * (xs[i] as number) + (i === 0 ? -out : i === xs.length - 1 ? out : 0),
      base + d,
    ]);
  const below = down.map(({ stratum, r }) => {
    const high = depth0;
    depth0 = add(depth0, r, scale);
    const out = stratum.kind === "pad" ? side - 8 : 12;
    return { stratum, d: between(flat(depth0, out), flat(high, out)), high, low: depth0 };
  });

  const groundTop = flat(depth0, 0);
  const edge = base + Math.max(...depth0);
  const groundArea = `M0 ${edge}L${left - side} ${edge}L${line(groundTop).slice(1)}L${left + inner + side} ${edge}L${width} ${edge}V${height}H0Z`;

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
          `M${px.toFixed(1)} ${(base - (a.low[i] as number)).toFixed(1)}V${(base - (a.high[i] as number)).toFixed(1)}`,
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
    const over = a.stratum.kind !== "pad";
    const [outer, within] = over
      ? [
          base - ((a as { high: number[] }).high[k] as number),
          base - ((a as { low: number[] }).low[k] as number),
        ]
      : [base + (a.high[k] as number), base + (a.low[k] as number)];
    if (Math.abs(within - outer) < 21) return [];
    return [{ itemId: a.stratum.itemId, fill, x: left + inner * 0.17, y: (outer + within) / 2 + 4.5 }];
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
        const y = under ? base + (r[k] as number) : base - (cloth[k] as number) - (r[k] as number);
        const labelled = Number.isNaN(lastY) || Math.abs(y - lastY) >= 14;
        if (labelled) lastY = y;
        found.push({
          celsius: si(t),
          shown: t,
          under,
          labelled: labelled && (!under || t <= shown(10)),
          d: under ? line(flat(r, 12)) : line(around(add(cloth, r))),
          x: left + inner * (xs[k] as number),
          y,
        });
      }
    }
    return found;
  };

  const silhouette: [number, number][] = xs.map((x, i) => [
    left + inner * x,
    base - tall * (body[i] as number),
  ]);
  return {
    left,
    inner,
    base,
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
    sleeper: `${line(silhouette)}L${left + inner} ${base}L${left} ${base}Z`,
    arm: `M${left + inner * 0.215} ${base - 0.42 * tall}q${inner * 0.1} ${0.16 * tall} ${inner * 0.25} ${0.05 * tall}`,
  };
}
