import { useId } from "react";
import type { EndsAnswer, Schema } from "../api/client";
import type { Scale } from "../day/scale";
import { clock } from "../night/clock";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWrite } from "../units/units";
import { tasks as taskNames } from "../units/words";

const lines = [
  { celsius: 20, hands: "clumsy", feet: "cold" },
  { celsius: 15, hands: "no fine work", feet: "painful" },
  { celsius: 8, hands: "numb", feet: "numb" },
];

/** Fingers or toes through the day, minute by minute, with what the hands do. */
export function EndLine(props: {
  ends: EndsAnswer;
  part: "hands" | "feet";
  scale: Scale;
  height: number;
  selected?: string | null;
}) {
  const { ends, part, scale, height } = props;
  const id = useId();
  const w = useWrite();
  const { x } = scale;
  const of = (m: Schema["EndsAt"]) => (part === "hands" ? m.fingers : m.toes);
  const points = ends.line;
  if (points.length === 0) return null;
  const lowest = points.reduce((a, b) => (of(b) < of(a) ? b : a));
  const floor = Math.min(4, of(lowest)) - 2;
  const top = Math.max(34, ...points.map(of)) + 1;
  const y = (c: number) => 8 + ((top - c) / (top - floor)) * (height - 14);
  const d = points.map((m, i) => `${i ? "L" : "M"}${x(m.hour)} ${y(of(m)).toFixed(1)}`).join("");
  const [first, last] = [points[0] as Schema["EndsAt"], points.at(-1) as Schema["EndsAt"]];
  const wide = scale.left > 50;
  const right = x(lowest.hour) > (scale.left + scale.right) / 2;
  const name = part === "hands" ? "fingers" : "toes";
  return (
    <svg
      width={scale.width}
      height={height}
      className="block"
      role="img"
      aria-label={`${name} through the day, lowest ${w.temp(of(lowest))} at ${clock(lowest.hour)}`}
    >
      <defs>
        <Hatch id={`${id}short`} />
        <clipPath id={`${id}cold`}>
          <rect x={0} y={y(15)} width={scale.width} height={height} />
        </clipPath>
      </defs>
      <rect
        x={scale.left}
        y={0}
        width={scale.right - scale.left}
        height={height}
        rx={10}
        fill="var(--warm-wash)"
      />
      <path
        d={`${d}L${x(last.hour)} ${y(15)}L${x(first.hour)} ${y(15)}Z`}
        fill={`url(#${id}short)`}
        clipPath={`url(#${id}cold)`}
      />
      {part === "hands" &&
        ends.lived.map((t) => {
          const from = x(t.fromHour);
          const wideness = Math.max(3, x(t.toHour) - from);
          const chosen = t.taskId === props.selected;
          return (
            <rect
              key={t.taskId}
              x={from}
              y={2}
              width={wideness}
              height={height - 4}
              fill={t.failsAfter !== null ? "var(--ember)" : "var(--ink)"}
              opacity={chosen ? 0.34 : 0.13}
            />
          );
        })}
      {lines.map((l) => (
        <g key={l.celsius}>
          <path
            d={`M${scale.left} ${y(l.celsius)}H${scale.right}`}
            stroke={l.celsius === 20 ? "var(--edge)" : "var(--ember)"}
            strokeDasharray="2 5"
          />
          <text
            x={wide ? scale.left - 8 : scale.left + 4}
            y={y(l.celsius) + 4}
            textAnchor={wide ? "end" : "start"}
            fontSize={12.5}
            fill={of(lowest) < l.celsius ? "var(--ember)" : "var(--soft)"}
            {...(wide ? {} : halo("var(--warm-wash)"))}
          >
            {w.temp(l.celsius)} {l[part]}
          </text>
        </g>
      ))}
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth={2.6} strokeLinejoin="round" />
      <circle
        cx={x(lowest.hour)}
        cy={y(of(lowest))}
        r={5}
        fill="none"
        stroke="var(--ember)"
        strokeWidth={2}
      />
      <text
        x={x(lowest.hour) + (right ? -10 : 10)}
        y={Math.min(height - 5, y(of(lowest)) + 4)}
        textAnchor={right ? "end" : "start"}
        fontSize={13.5}
        fontWeight={700}
        fill={of(lowest) < 15 ? "var(--ember)" : "var(--ink)"}
        {...halo("var(--warm-wash)", 5)}
      >
        {w.temp(of(lowest))} at {clock(lowest.hour)}
        {part === "hands" && taskAt(ends, lowest.hour)}
      </text>
    </svg>
  );
}

/** What hands do at an hour, said after a comma. */
function taskAt(ends: EndsAnswer, hour: number): string {
  const lived = ends.lived.find((t) => hour > t.fromHour && hour <= t.toHour + 1e-6);
  const task = lived && ends.tasks.find((t) => t.task.id === lived.taskId);
  return task ? `, ${task.task.name || taskNames[task.task.kind]}` : "";
}
