import { useEffect, useId, useRef } from "react";
import type { NightLine, Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { TenDots } from "../parts/TenDots";
import { useWidth } from "../parts/useSize";
import { VerdictMark } from "../parts/VerdictMark";
import { dayName, editNight } from "../state/trip";
import { toShown, toSi, units, useWrite, write } from "../units/units";

const axis = 48;
const pad = { top: 26, bottom: 14 };

/**
 * The ladder of temperatures. The forecast hangs from it as icicles: mild side at the root, cold side at the tip.
 * Under them runs the step to which the system holds; where a tip hangs through it, the shortage is hatched.
 */
export function Ladder(props: {
  trip: Trip;
  nights: NightLine[];
  /** Chance of sleeping through each night. */
  chances: (number | null)[];
  index: number;
  onSelect: (index: number) => void;
  /** Trust is being chosen: what each school says is marked. */
  schools: boolean;
}) {
  const { trip, nights, index } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const height = Math.max(340, Math.min(560, innerHeight - 396));
  const w = useWrite();
  const hatch = useId();
  const unit = units.temperature(w.u);
  const inner = Math.max(width - axis - 8, trip.nights.length * 82);
  const column = inner / Math.max(1, trip.nights.length);

  const all = nights.flatMap((n) =>
    [
      n.mildSide,
      n.forecastLow,
      n.planFor,
      n.holdsTo,
      n.holdsToDry,
      n.bySpread,
      n.byEnsemble,
      n.byFlatMargin,
    ].filter((t): t is number => t !== null),
  );
  const shownAll = (all.length ? all : [-5, -30]).map((c) => toShown(c, unit));
  // Ten rungs or so, however far the line lies from the lows.
  const spread = toSi(Math.max(...shownAll), unit) - toSi(Math.min(...shownAll), unit);
  const step = (w.u.temperature === "C" ? 5 : 10) * (spread > 120 ? 4 : spread > 60 ? 2 : 1);
  const warmest = Math.ceil((Math.max(...shownAll) + step / 3) / step) * step;
  const coldest = Math.floor((Math.min(...shownAll) - step / 2) / step) * step;
  const y = (c: number) =>
    pad.top + ((warmest - toShown(c, unit)) / (warmest - coldest)) * (height - pad.top - pad.bottom);
  const rungs = Array.from({ length: (warmest - coldest) / step + 1 }, (_, i) => warmest - i * step);
  const x = (i: number) => axis + column * i;

  const scroller = useRef<HTMLDivElement>(null);
  useEffect(() => {
    scroller.current
      ?.querySelector(`[data-night="${index}"]`)
      ?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [index]);

  return (
    <div ref={box} className="relative">
      <svg
        width={axis}
        height={height}
        aria-hidden="true"
        className="pointer-events-none absolute top-0 left-0 z-10 rounded-l-2xl"
      >
        <rect width="100%" height="100%" fill={`url(#${hatch}sky)`} />
        {rungs.map((t) => (
          <text
            key={t}
            x={axis - 9}
            y={y(toSi(t, unit)) + 4.5}
            textAnchor="end"
            fontSize={13}
            fontWeight={t % (step * 2) === 0 ? 700 : 400}
            fill={t % (step * 2) === 0 ? "var(--ink)" : "var(--soft)"}
          >
            {write(t)}
          </text>
        ))}
      </svg>
      <div ref={scroller} className="relative overflow-x-auto">
        <div style={{ width: axis + inner + 8 }}>
          <svg
            width={axis + inner + 8}
            height={height}
            role="img"
            aria-label="Ladder of temperatures: forecast, cold side and the line to which the system holds"
            className="block rounded-2xl"
          >
            <defs>
              <linearGradient id={`${hatch}sky`} x2="0" y2="1">
                <stop offset="0" stopColor="var(--warm-wash)" />
                <stop offset="0.45" stopColor="var(--sky-low)" />
                <stop offset="1" stopColor="var(--ice-wash)" />
              </linearGradient>
              <Hatch id={hatch} />
            </defs>
            <rect width="100%" height="100%" fill={`url(#${hatch}sky)`} />
            {rungs.map((t) => (
              <line
                key={t}
                x1={axis - 4}
                x2={axis + inner}
                y1={y(toSi(t, unit))}
                y2={y(toSi(t, unit))}
                stroke="var(--ice-mid)"
                strokeWidth={t % (step * 2) === 0 ? 1.4 : 0.6}
                opacity={0.8}
              />
            ))}
            {nights.map((n, i) => {
              const short = n.planFor !== null && n.holdsTo !== null && n.holdsTo > n.planFor;
              return (
                <g key={n.nightId}>
                  {i === index && (
                    <rect
                      x={x(i) + 2}
                      y={6}
                      width={column - 4}
                      height={height - 12}
                      rx={12}
                      fill="var(--card)"
                      opacity={0.45}
                    />
                  )}
                  {short && (
                    <rect
                      x={x(i)}
                      width={column}
                      y={y(n.holdsTo as number)}
                      height={y(n.planFor as number) - y(n.holdsTo as number)}
                      fill={`url(#${hatch})`}
                    />
                  )}
                </g>
              );
            })}
            {nights.map(
              (n, i) =>
                n.planFor !== null && (
                  <Icicle
                    key={n.nightId}
                    night={n}
                    x={x(i) + column / 2}
                    y={y}
                    column={column}
                    schools={props.schools}
                  />
                ),
            )}
            <HoldingLine of={nights.map((n) => n.holdsToDry)} x={x} y={y} column={column} dry />
            <HoldingLine of={nights.map((n) => n.holdsTo)} x={x} y={y} column={column} />
            {nights.map((n, i) => (
              <Labels key={n.nightId} night={n} left={x(i)} column={column} y={y} />
            ))}
          </svg>
          <div
            className="grid"
            style={{ gridTemplateColumns: `${axis}px repeat(${trip.nights.length}, ${column}px) 8px` }}
          >
            <div className="flex flex-col gap-1.5 pt-[73px] text-[13px] text-soft">
              <span className="flex h-11 items-center sm:h-9">low</span>
              <span className="flex h-11 items-center sm:h-9">high</span>
            </div>
            {trip.nights.map((night, i) => (
              <div key={night.id} data-night={i} className="min-w-0 scroll-ml-12 space-y-1.5 px-1 pb-1">
                <button
                  type="button"
                  onClick={() => props.onSelect(i)}
                  aria-pressed={i === index}
                  className="mt-2 flex min-h-12 w-full min-w-0 flex-col items-center justify-center rounded-lg border border-transparent hover:bg-ice-wash aria-pressed:border-ink"
                >
                  <span className="flex items-center gap-1.5 whitespace-nowrap font-semibold">
                    <VerdictMark verdict={nights[i]?.verdict} size={15} />
                    {dayName(night.date)}
                    {nights[i]?.wetCold && <WetDrop />}
                  </span>
                  <span className="w-full truncate px-0.5 text-[13px] text-soft">
                    {night.camp || `Night ${i + 1}`}
                  </span>
                  <span className="mt-0.5 flex h-4 items-center">
                    {props.chances[i] != null && <TenDots chance={props.chances[i]} />}
                  </span>
                </button>
                <NumberField
                  label={`Low of night ${i + 1}`}
                  hideLabel
                  optional
                  unit={unit}
                  value={night.typedLowC}
                  placeholder={
                    nights[i]?.forecastLow != null
                      ? write(toShown(nights[i].forecastLow as number, unit), 0)
                      : "type"
                  }
                  path={`nights[${i}].typedLowC`}
                  onChange={(v) => editNight(trip, i, { typedLowC: v }, "low")}
                />
                <NumberField
                  label={`High after night ${i + 1}`}
                  hideLabel
                  optional
                  unit={unit}
                  value={night.typedHighC}
                  placeholder={
                    nights[i]?.high != null ? write(toShown(nights[i].high as number, unit), 0) : "–"
                  }
                  path={`nights[${i}].typedHighC`}
                  onChange={(v) => editNight(trip, i, { typedHighC: v }, "high")}
                />
              </div>
            ))}
          </div>
        </div>
      </div>
    </div>
  );
}

/** Marks a night of wet cold. */
const WetDrop = () => (
  <svg width="9" height="12" viewBox="0 0 9 12" role="img" aria-label="wet cold">
    <title>Wet cold</title>
    <path d="M4.5 .5C6 4 8.5 6 8.5 8.2a4 3.6 0 01-8 0C.5 6 3 4 4.5 .5z" fill="var(--ice)" />
  </svg>
);

function Icicle(props: {
  night: NightLine;
  x: number;
  y: (c: number) => number;
  column: number;
  schools: boolean;
}) {
  const { night, x } = props;
  const half = Math.min(17, props.column * 0.2);
  const root = props.y(Math.max(night.mildSide as number, (night.planFor as number) + 0.8));
  const tip = props.y(night.planFor as number);
  const low = props.y(night.campLow as number);
  const forecast = props.y(night.forecastLow as number);
  /** What a school says that was not chosen. */
  const at = (celsius: number, d: (y: number) => string) =>
    Math.abs(celsius - (night.planFor as number)) > 0.05 && <path d={d(props.y(celsius))} />;
  return (
    <g className="grow">
      <path
        d={`M${x - half} ${root}q${half} -9 ${2 * half} 0L${x + 4} ${tip - 3}q-4 8 -8 0Z`}
        fill="var(--ice-mid)"
        opacity={0.75}
      />
      {forecast < root - 4 && (
        <g stroke="var(--ice)" strokeWidth={1.5} strokeLinecap="round">
          <line x1={x - half + 4} x2={x + half - 4} y1={forecast} y2={forecast} />
          <line x1={x} x2={x} y1={forecast} y2={root - 4} strokeDasharray="1 4" />
        </g>
      )}
      {low > root && low < tip && (
        <line
          x1={x - half + 2}
          x2={x + half - 2}
          y1={low}
          y2={low}
          stroke="var(--ice)"
          strokeWidth={2.5}
          strokeLinecap="round"
        />
      )}
      <circle cx={x} cy={tip} r={5} fill="var(--ice)" />
      {props.schools && (
        <g fill="var(--sky-low)" stroke="var(--soft)" strokeWidth={1.3}>
          {night.bySpread !== null && at(night.bySpread, (y) => `M${x - 15} ${y - 4}l4 8h-8z`)}
          {night.byEnsemble !== null &&
            at(night.byEnsemble, (y) => `M${x - 15} ${y - 4.5}l4.5 4.5-4.5 4.5-4.5-4.5z`)}
          {night.byFlatMargin !== null && at(night.byFlatMargin, (y) => `M${x - 18.5} ${y - 3.5}h7v7h-7z`)}
        </g>
      )}
    </g>
  );
}

/** The step to which the system holds: as wet as it is, or if everything had stayed dry. */
function HoldingLine(props: {
  of: (number | null)[];
  x: (i: number) => number;
  y: (c: number) => number;
  column: number;
  dry?: boolean;
}) {
  let d = "";
  let open = false;
  props.of.forEach((holds, i) => {
    if (holds === null) {
      open = false;
      return;
    }
    const at = props.y(holds);
    d += `${open ? "L" : "M"}${props.x(i)} ${at}L${props.x(i) + props.column} ${at}`;
    open = true;
  });
  return (
    <path
      d={d}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={props.dry ? 1.3 : 3}
      strokeDasharray={props.dry ? "3 4" : undefined}
      strokeLinejoin="round"
    />
  );
}

function Labels(props: { night: NightLine; left: number; column: number; y: (c: number) => number }) {
  const { night, left, column, y } = props;
  const w = useWrite();
  const middle = left + column / 2;
  const wide = column > 96;
  const hold = night.holdsTo === null ? null : y(night.holdsTo);
  const tip = night.planFor === null ? null : y(night.planFor);
  const low = night.campLow === null ? null : y(night.campLow);
  const short = hold !== null && tip !== null && tip > hold + 0.5;
  const rim = halo("var(--sky-low)");
  const holdNear = hold !== null && tip !== null && Math.abs(hold - tip) < 15;
  return (
    <g fontSize={13}>
      {wide &&
        low !== null &&
        tip !== null &&
        tip - low > 13 &&
        (hold === null || Math.abs(hold - low) > 11) && (
          <text x={middle + Math.min(17, column * 0.2) + 3} y={low + 4.5} fill="var(--soft)" {...rim}>
            {w.temp(night.campLow as number)}
          </text>
        )}
      {tip !== null && (
        <text
          x={middle + 9}
          y={tip + (holdNear && !short ? -3 : 4.5)}
          fontWeight={700}
          fill="var(--ice)"
          {...rim}
        >
          {w.temp(night.planFor as number)}
        </text>
      )}
      {hold !== null && (
        <text x={left + 5} y={short ? hold - 7 : hold + 17} fontWeight={700} fill="var(--ink)" {...rim}>
          {w.temp(night.holdsTo as number)}
          {night.leads === "feet" && <tspan fontWeight={500}> feet</tspan>}
        </text>
      )}
      {short && night.margin !== null && (
        <text
          x={middle}
          y={(tip as number) + 23}
          textAnchor="middle"
          fontWeight={700}
          fill="var(--ember)"
          {...rim}
        >
          short by {w.degrees(Math.max(1, -night.margin))}
        </text>
      )}
    </g>
  );
}
