import { useId } from "react";
import type { Schema } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWidth } from "../parts/useSize";
import { toShown, units, useWrite, write } from "../units/units";
import type { ChosenBed } from "./useChoice";

const pad = { left: 56, right: 20, top: 20, bottom: 40 };
const height = 380;

/**
 * The line from light to warm: along it the lightest bed for so many degrees. Under the step of zero a bed is short, and hatched; what is
 * packed hangs off the line by what it could be lighter.
 */
export function Line(props: {
  points: { bed: ChosenBed; point?: Schema["LinePoint"] }[];
  now: ChosenBed | null;
  over: number | null;
  selected: number | null;
  onSelect: (index: number) => void;
  nameOf: (id: string) => string;
}) {
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const hatch = useId();
  const mass = units.mass(w.u);
  const difference = units.difference(w.u);
  const beds = props.points.map((p) => p.bed);
  const all = props.now ? [...beds, props.now] : beds;
  const inPicture = all.filter((b) => Math.abs(b.spareK) < 60);
  const grams = inPicture.map((b) => b.addsG);
  const degrees = [...inPicture.map((b) => b.spareK), 0];
  const [lightest, heaviest] = [Math.min(...grams, 0 + Math.min(...grams)), Math.max(...grams)];
  const room = Math.max(200, (heaviest - lightest) * 0.08);
  const [from, to] = [Math.max(0, lightest - room), heaviest + room];
  const [cold, warm] = [Math.floor(Math.min(...degrees) - 2), Math.ceil(Math.max(...degrees) + 2)];
  const x = (g: number) => pad.left + ((g - from) / (to - from)) * (width - pad.left - pad.right);
  const y = (k: number) => pad.top + ((warm - k) / (warm - cold)) * (height - pad.top - pad.bottom);
  const ticksOf = (low: number, high: number, count: number) => {
    const raw = (high - low) / count;
    const step = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000].find((s) => s >= raw) ?? 10000;
    return Array.from(
      { length: Math.floor(high / step) - Math.ceil(low / step) + 1 },
      (_, i) => (Math.ceil(low / step) + i) * step,
    );
  };
  const path = beds.map((b, i) => `${i ? `H${x(b.addsG)}V` : `M${x(b.addsG)} `}${y(b.spareK)}`).join("");
  const asWarm = props.now && beds.find((b) => b.spareK >= (props.now as ChosenBed).spareK - 0.02);

  return (
    <div ref={box} className="min-w-0">
      {width > 0 && beds.length > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: a picture with points to press
        <svg
          width={width}
          height={height}
          className="block overflow-visible"
          aria-label="Grams against degrees to spare"
          role="group"
        >
          <defs>
            <Hatch id={hatch} />
          </defs>
          <rect
            x={pad.left}
            y={y(0)}
            width={width - pad.left - pad.right}
            height={Math.max(0, y(cold) - y(0))}
            fill={`url(#${hatch})`}
            opacity={0.35}
          />
          {ticksOf(toShown(cold, difference), toShown(warm, difference), 8).map((t) => (
            <g key={t}>
              <line
                x1={pad.left}
                x2={width - pad.right}
                y1={y(t / difference.factor)}
                y2={y(t / difference.factor)}
                stroke="var(--line)"
                strokeWidth={t === 0 ? 0 : 1}
              />
              <text
                x={pad.left - 8}
                y={y(t / difference.factor) + 4}
                textAnchor="end"
                fontSize={13}
                fill={t < 0 ? "var(--ember)" : "var(--soft)"}
              >
                {t > 0 ? "+" : ""}
                {write(t)}°
              </text>
            </g>
          ))}
          {ticksOf(toShown(from, mass), toShown(to, mass), width < 500 ? 4 : 7).map((t) => (
            <text
              key={t}
              x={x(t / mass.factor)}
              y={height - 16}
              textAnchor="middle"
              fontSize={13}
              fill="var(--soft)"
            >
              {write(t)} {mass.name}
            </text>
          ))}
          <line
            x1={pad.left}
            x2={width - pad.right}
            y1={y(0)}
            y2={y(0)}
            stroke="var(--ink)"
            strokeWidth={2}
          />
          <text
            x={width - pad.right}
            y={y(0) - 6}
            textAnchor="end"
            fontSize={13}
            fill="var(--ink)"
            {...halo("var(--paper)")}
          >
            just holds
          </text>
          <path d={path} fill="none" stroke="var(--ice)" strokeWidth={3} strokeLinejoin="round" />
          {props.now && Math.abs(props.now.spareK) < 60 && (
            <g>
              {asWarm && (
                <line
                  x1={x(asWarm.addsG)}
                  x2={x(props.now.addsG)}
                  y1={y(props.now.spareK)}
                  y2={y(props.now.spareK)}
                  stroke="var(--ember)"
                  strokeWidth={2}
                  strokeDasharray="2 4"
                />
              )}
              <rect
                x={x(props.now.addsG) - 6}
                y={y(props.now.spareK) - 6}
                width={12}
                height={12}
                transform={`rotate(45 ${x(props.now.addsG)} ${y(props.now.spareK)})`}
                fill="var(--ember)"
              />
              <text
                x={x(props.now.addsG)}
                y={y(props.now.spareK) + 26}
                textAnchor={x(props.now.addsG) > width - 120 ? "end" : "middle"}
                fontSize={13}
                fill="var(--ink)"
                {...halo("var(--paper)")}
              >
                as packed
                {props.over !== null && props.over > 5 && `: ${w.mass(Math.round(props.over))} over the line`}
              </text>
            </g>
          )}
          {props.points.map(({ bed, point }, i) => (
            // biome-ignore lint/a11y/useSemanticElements: a point of a picture
            <g
              // biome-ignore lint/suspicious/noArrayIndexKey: while the line is walked one bed may be two points of it
              key={i}
              role="button"
              tabIndex={0}
              aria-pressed={props.selected === i}
              aria-label={`${w.mass(bed.addsG)}, ${w.degrees(bed.spareK)} degrees to spare`}
              className="cursor-pointer"
              onClick={() => props.onSelect(i)}
              onKeyDown={(e) => {
                const by = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
                if (by && props.points[i + by]) {
                  e.preventDefault();
                  props.onSelect(i + by);
                  const sibling =
                    by > 0 ? e.currentTarget.nextElementSibling : e.currentTarget.previousElementSibling;
                  (sibling as SVGGElement | null)?.focus();
                } else if (e.key === "Enter" || e.key === " ") props.onSelect(i);
              }}
            >
              <circle cx={x(bed.addsG)} cy={y(bed.spareK)} r={22} fill="transparent" />
              <circle
                cx={x(bed.addsG)}
                cy={y(bed.spareK)}
                r={props.selected === i ? 8 : point?.knee ? 7 : 5}
                fill={props.selected === i ? "var(--ink)" : point?.knee ? "var(--ice)" : "var(--card)"}
                stroke="var(--ice)"
                strokeWidth={2}
              />
              {point?.knee && (
                <text
                  x={x(bed.addsG) + (x(bed.addsG) > width - 260 ? -12 : 12)}
                  y={y(bed.spareK) + 20}
                  textAnchor={x(bed.addsG) > width - 260 ? "end" : "start"}
                  fontSize={13}
                  fontWeight={600}
                  fill="var(--ink)"
                  {...halo("var(--paper)")}
                >
                  {point.stepG != null &&
                    `${w.mass(Math.round(point.stepG))} for ${w.degrees(point.stepK ?? 0)}°: ${point.added.slice(0, 1).map(props.nameOf).join("")}`}
                </text>
              )}
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}
