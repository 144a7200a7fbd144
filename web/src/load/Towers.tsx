import { type KeyboardEvent, useId } from "react";
import type { LoadAnswer, Trip } from "../api/client";
import { halo } from "../parts/halo";
import { useWrite } from "../units/units";
import { depotsOn, groundOf, type Tower, towersOf } from "./towers";

/** How much of the picture the ground rises. */
const rise = 0.3;

/** Towers on the ground's profile: height is weight, the black drawn, the dashed drawn again in relays, the pale on the back. */
export function Towers(props: {
  trip: Trip;
  answer: LoadAnswer;
  /** Whose; null for all together. */
  who: string | null;
  day: number;
  width: number;
  height: number;
  /** The day or depot under what is being dragged. */
  over: string | null;
  onDay: (day: number) => void;
}) {
  const { trip, answer, width, height, day } = props;
  const w = useWrite();
  const id = useId();
  const towers = towersOf(answer, props.who);
  const ground = groundOf(trip);
  const count = towers.length;
  const step = width / count;
  const most = Math.max(1, ...towers.map((t) => t.total));
  const foot = 26;
  const top = 34;
  const groundAt = (n: number) => height - foot - (ground[n] ?? 0) * rise * (height - foot - top);
  const roomOver = Math.min(...towers.map((t) => groundAt(t.day) * (most / Math.max(1, t.total))));
  const tall = (g: number) => (g / most) * (roomOver - top);
  const x = (n: number) => (n + 0.5) * step;
  const wide = Math.min(44, step * 0.5);
  const narrow = step < 58;
  const profile = [
    `M0 ${height}`,
    `L0 ${groundAt(0) + 6}`,
    ...towers.map((t) => `L${x(t.day)} ${groundAt(t.day)}`),
    `L${width} ${groundAt(count - 1) + 3}`,
    `L${width} ${height}Z`,
  ].join("");
  /** The day on which most is moved at once, as the headline says it. */
  const heaviest = towers.reduce((a, b) => (b.drawn + b.back > a.drawn + a.back ? b : a), towers[0] as Tower);
  const depots = depotsOn(answer, day);
  const onKey = (e: KeyboardEvent) => {
    const by = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
    if (!by) return;
    e.preventDefault();
    props.onDay(Math.min(count - 1, Math.max(0, day + by)));
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a picture whose towers are pressed
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block touch-pan-y rounded-xl"
      role="group"
      aria-label={`Weight day by day: ${towers.map((t) => `day ${t.day + 1} ${w.weight(t.total)}`).join(", ")}`}
    >
      <defs>
        <linearGradient id={`${id}sky`} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--sky-top)" />
          <stop offset="1" stopColor="var(--sky-low)" />
        </linearGradient>
      </defs>
      <rect width={width} height={height} fill={`url(#${id}sky)`} />
      <path d={profile} fill="var(--ground)" stroke="var(--edge)" strokeWidth="1" />
      {towers.map((t) => {
        const [g, left] = [groundAt(t.day), x(t.day) - wide / 2];
        const [a, b, c] = [tall(t.drawn), tall(t.again), tall(t.back)];
        const chosen = t.day === day;
        const under = props.over === `day:${t.day}`;
        return (
          // biome-ignore lint/a11y/useSemanticElements: part of the picture, with its own keys
          <g
            key={t.day}
            data-drop={`day:${t.day}`}
            role="button"
            tabIndex={chosen ? 0 : -1}
            aria-pressed={chosen}
            aria-label={`Day ${t.day + 1}, ${trip.nights[t.day]?.camp || "camp"}: ${w.weight(t.total)}`}
            className="cursor-pointer"
            onClick={() => props.onDay(t.day)}
            onKeyDown={onKey}
          >
            <rect
              x={t.day * step}
              width={step}
              height={height}
              fill={chosen || under ? "var(--ice)" : "transparent"}
              opacity={under ? 0.3 : chosen ? 0.11 : 1}
            />
            {a > 0.5 && <rect x={left} y={g - a} width={wide} height={a} rx="4" fill="var(--ink)" />}
            {b > 0.5 && (
              <rect
                x={left + 0.75}
                y={g - a - b}
                width={wide - 1.5}
                height={Math.max(1, b - 1)}
                rx="4"
                fill="var(--paper)"
                fillOpacity="0.55"
                stroke="var(--ink)"
                strokeWidth="1.5"
                strokeDasharray="4 3"
              />
            )}
            {c > 0.5 && (
              <rect
                x={left + 0.75}
                y={g - a - b - c}
                width={wide - 1.5}
                height={Math.max(1, c - 1)}
                rx="4"
                fill="var(--ice-mid)"
                stroke="var(--ice)"
                strokeWidth="1.5"
              />
            )}
            <text
              x={x(t.day)}
              y={g - a - b - c - 7}
              textAnchor="middle"
              fontSize={narrow ? 12 : 14}
              fontWeight={t.day === heaviest.day || chosen ? 700 : 600}
              fill={t.day === heaviest.day ? "var(--ember)" : "var(--ink)"}
              {...halo("var(--sky-top)")}
            >
              {narrow ? w.weight(t.total, 0).split(" ")[0] : w.weight(t.total, 0)}
            </text>
          </g>
        );
      })}
      {depots.map(({ load, grams, things }) => {
        const at = trip.nights.findIndex((night) => night.id === load.nightId);
        if (at < 0) return null;
        const [cx, y] = [x(at), Math.min(height - 8, groundAt(at) + 18)];
        const under = props.over === `load:${load.id}`;
        const end = at > count * 0.66;
        return (
          <g key={load.id} data-drop={`load:${load.id}`}>
            <rect
              x={end ? cx - 150 : cx - 12}
              y={y - 15}
              width={162}
              height={22}
              rx="6"
              fill={under ? "var(--ice)" : "transparent"}
              opacity={under ? 0.35 : 1}
            />
            <path
              d={`M${cx - 7} ${y + 3}L${cx} ${y - 9}L${cx + 7} ${y + 3}Z`}
              fill={things > 0 ? "var(--ink)" : "var(--paper)"}
              stroke="var(--ink)"
              strokeWidth="1.3"
            />
            <text
              x={cx + (end ? -12 : 12)}
              y={y + 3}
              textAnchor={end ? "end" : "start"}
              fontSize="12.5"
              fontWeight="600"
              fill="var(--ink)"
              {...halo("var(--ground)")}
            >
              {load.name}: {things > 0 ? w.weight(grams) : "empty"}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
