import { useId, useMemo, useState } from "react";
import type { NightAnswer, Schema } from "../api/client";
import { halo } from "../parts/halo";
import { useWorkspace } from "../state/workspace";
import { toShown, toSi, units, useWrite, write } from "../units/units";
import { regions as regionNames, shelters, surfaces } from "../units/words";
import { fillOf, geometry } from "./geometry";
import { columns, xs } from "./profile";
import { ShelterOver } from "./ShelterOver";

type Stratum = Schema["Stratum"];

/**
 * The cut through the snow: ground, pads, body, clothes, loft, air. Thickness is insulation, so what looks thin is thin.
 * Lines of equal temperature run through it as they would in the snow; 0° is the strongest.
 */
export function Cut(props: {
  plan: NightAnswer;
  night: Schema["Night"];
  width: number;
  height: number;
  selected: string | null;
  onPress: (itemId: string, e: React.PointerEvent) => void;
  /** Small and only looked at: no words but the temperatures. */
  plain?: boolean;
}) {
  const { plan, width, height, selected } = props;
  const id = useId();
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const { cut } = plan;
  const g = useMemo(() => geometry(plan, width, height, props.plain), [plan, width, height, props.plain]);
  const unit = units.temperature(w.u);
  const [touched, setTouched] = useState<string | null>(null);

  const shape = (s: Stratum, index: number, d: string, fill: string, below: boolean) => {
    const item = s.itemId ? items[s.itemId] : undefined;
    const lit = s.itemId !== null && s.itemId === selected;
    const nameless = airNames[s.kind]?.(cut.hung && below);
    const key = s.itemId ?? `${s.kind}${below}${index}`;
    return (
      <path
        key={key}
        d={d}
        data-layer={s.itemId ?? undefined}
        fill={fill}
        stroke={lit ? "var(--ink)" : s.kind === "barrier" ? "var(--ice)" : "var(--edge)"}
        strokeWidth={lit ? 2.5 : s.kind === "barrier" ? 2 : s.kind === "stillAir" ? 0.4 : 0.8}
        opacity={s.kind === "stillAir" ? 0.85 : undefined}
        className={
          props.plain
            ? undefined
            : item
              ? "cursor-grab touch-none hover:brightness-95"
              : nameless && "cursor-help"
        }
        onPointerDown={(e) =>
          s.itemId ? props.onPress(s.itemId, e) : nameless && setTouched(touched === key ? null : key)
        }
      >
        {item ? <title>{item.name}</title> : nameless && <title>{nameless}</title>}
      </path>
    );
  };

  const weakest = plan.weakest;
  const weakColumn = columns.find((c) => c.region === weakest?.region);
  const weakX = weakColumn ? g.left + (g.inner * (weakColumn.from + weakColumn.to)) / 2 : 0;
  const at = Math.round((weakColumn ? (weakColumn.from + weakColumn.to) / 2 : 0) * (xs.length - 1));
  const weakY =
    g.sag(weakX) +
    (weakest?.path === "upward" ? g.base - (g.top[at] as number) : g.base + (g.depth[at] as number));

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

      <ShelterOver
        shelter={props.night.shelter}
        clear={(plan.weather?.cloudFraction ?? 0) < 0.3}
        width={width}
        edge={g.edge}
        snow={`${id}snow`}
      />
      {g.ropes && (
        <g stroke="var(--edge)" fill="var(--pad-2)">
          <path
            d={`M-4 ${g.edge + 6}V0H9V${g.edge + 6}ZM${width - 9} ${g.edge + 6}V0H${width + 4}V${g.edge + 6}Z`}
          />
          <path d={g.ropes} fill="none" strokeWidth={1.6} />
        </g>
      )}
      <path d={g.groundArea} fill="var(--ground)" />
      <path
        d={g.groundArea}
        fill={`url(#${id}${props.night.surface === "lakeIce" ? "ice" : props.night.surface === "rock" ? "rock" : "snow"})`}
      />

      <path d={g.warmth} fill="var(--warm-wash)" />
      {g.below.map(
        ({ stratum, d }, i) => stratum.kind !== "airLayer" && shape(stratum, i, d, fillOf(stratum, i), true),
      )}
      {g.above.map(
        ({ stratum, d }, i) => stratum.kind !== "airLayer" && shape(stratum, i, d, fillOf(stratum, i), false),
      )}
      <g className="pointer-events-none">
        <path
          d={g.frost.map(([x, y]) => `M${x.toFixed(1)} ${y.toFixed(1)}h0`).join("")}
          stroke="var(--ice)"
          strokeWidth={2.3}
          strokeLinecap="round"
          opacity={0.8}
        />
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
                    {...halo("var(--loft)")}
                    textAnchor="middle"
                  >
                    {write(iso.shown)}°
                  </text>
                )}
              </g>
            );
          })}
        {width > 480 &&
          !props.plain &&
          g.named.map((n) => (
            <text
              key={n.itemId}
              x={n.x}
              y={n.y}
              fontSize={13}
              fontWeight={650}
              fill="var(--ink)"
              {...halo(n.fill, 5)}
            >
              {items[n.itemId]?.name}
            </text>
          ))}
        <path d={g.sleeper} fill="var(--ink)" />
        {g.cloth && <path d={g.cloth} fill="none" stroke="var(--ink)" strokeWidth={2} />}
        <path
          d={g.arm}
          fill="none"
          stroke="var(--paper)"
          strokeWidth="2"
          strokeLinecap="round"
          opacity="0.8"
        />

        {plan.hours && (
          <text
            x={g.left + g.inner * 0.956}
            y={g.base + g.sag(g.left + g.inner * 0.956) - 0.36 * g.tall}
            textAnchor="middle"
            fontSize={Math.max(9, Math.min(13, g.inner / 40))}
            fontWeight={700}
            fill="var(--paper)"
          >
            {w.temp(plan.hours.lowestFeet)}
          </text>
        )}
        {!props.plain && !cut.neckInLoft && cut.above.some((s) => s.kind === "topLayer") && (
          <text
            x={g.left + g.inner * 0.118}
            y={g.base + g.sag(g.left) - 1.3 * g.tall}
            textAnchor="middle"
            fontSize={12.5}
            fontWeight={700}
            fill="var(--ember)"
            {...halo("var(--sky-low)")}
          >
            neck out
          </text>
        )}
        {touched !== null &&
          [...g.above, ...g.below].map((a, i) => {
            const below = i >= g.above.length;
            const at = below ? i - g.above.length : i;
            const words = airNames[a.stratum.kind]?.(cut.hung && below);
            if (!words || touched !== `${a.stratum.kind}${below}${at}`) return null;
            const middle = ((a.low[70] as number) + (a.high[70] as number)) / 2;
            return (
              <text
                key={touched}
                x={g.left + g.inner * 0.39}
                y={g.base + g.sag(g.left + g.inner * 0.39) + (below ? middle : -middle) + 4.5}
                textAnchor="middle"
                fontSize={13}
                fontWeight={700}
                fill="var(--ink)"
                {...halo("var(--paper)", 6)}
              >
                {words}
              </text>
            );
          })}
        {!props.plain && (
          <>
            <text x={30} y={31} fontSize={13.5} fill="var(--ink)">
              {plan.weather?.outdoors != null
                ? `Air ${w.temp(cut.air)} inside, ${w.temp(plan.weather.outdoors)} outdoors`
                : plan.weather
                  ? `Air ${w.temp(plan.weather.low.planFor)} outside, ${w.temp(cut.air)} round the sleeper`
                  : `Air ${w.temp(cut.air)} round the sleeper`}
            </text>
            <text x={30} y={48} fontSize={12.5} fill="var(--soft)">
              {shelters[props.night.shelter]}
              {plan.weather?.windMs != null && `, wind ${w.wind(plan.weather.windMs)} outside`}
              {cut.curledUp && ", curled up"}
            </text>
            <text x={width - 14} y={height - 36} textAnchor="end" fontSize={12.5} fill="var(--ink)">
              {cut.hung
                ? `air under the hammock ${w.temp(cut.ground)}`
                : `${surfaces[props.night.surface]}, ${w.temp(cut.ground)}`}
            </text>

            {weakest?.region && weakColumn && plan.items.length > 0 && (
              <g>
                <circle cx={weakX} cy={weakY} r={11} fill="none" stroke="var(--ember)" strokeWidth={2.4} />
                <text
                  x={weakX}
                  y={weakest.path === "upward" ? Math.max(64, weakY - 34) : weakY + 26}
                  textAnchor="middle"
                  fontSize={13}
                  fontWeight={700}
                  fill="var(--ember)"
                  {...halo("var(--sky-low)")}
                >
                  weakest:
                  <tspan x={weakX} dy={16}>
                    {weakest.path === "upward" ? "over" : "under"} the {regionNames[weakest.region]}
                  </tspan>
                </text>
              </g>
            )}
          </>
        )}

        {!props.plain &&
          columns.map((c) => {
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

/** What lies in the cut without being a thing: named when it is touched. */
const airNames: Partial<Record<Stratum["kind"], (below: boolean) => string>> = {
  stillAir: (below) => (below ? "still air held under the hammock" : "still air"),
  filling: () => "leaves, moss or hay",
};

/** The picture in a sentence, for those who do not see it. */
function describe(plan: NightAnswer, items: Record<string, { name: string }>) {
  const names = (strata: Stratum[]) =>
    strata.flatMap((s) => (s.itemId ? [items[s.itemId]?.name ?? ""] : [])).join(", ") || "nothing";
  const frost = plan.frost?.things.reduce((g, t) => g + t.afterG, 0) ?? 0;
  return `Cut through the night. Under the sleeper: ${names(plan.cut.below)}. On and over: ${names(plan.cut.above)}.${
    frost >= 1 ? ` Frost in them by morning: ${Math.round(frost)} g.` : ""
  }${plan.cut.neckInLoft ? "" : " The neck lies out of the loft."}`;
}
