import type { Schema } from "../api/client";
import { useWidth } from "../parts/useSize";
import { useWrite } from "../units/units";
import { probes } from "./words";

type Trace = Schema["Trace"];
const inks: Record<Trace["probe"], string> = {
  outside: "var(--ice)",
  pillow: "var(--ink)",
  inBag: "var(--ember)",
};
const dash: Record<Trace["probe"], string | undefined> = { outside: undefined, pillow: "6 3", inBag: "2 3" };

/** What a logger read, over the hours of the night; where it read nothing the line is broken. */
export function TraceView(props: {
  traces: Trace[];
  night: { inHour?: number | null; upHour?: number | null };
  height?: number;
}) {
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const height = props.height ?? 190;
  const hours = props.traces.flatMap((t) => t.hours);
  const all = props.traces.flatMap((t) => t.celsius);
  const [from, to] = [Math.min(...hours), Math.max(...hours)];
  const top = Math.max(...all) + 2;
  const bottom = Math.min(...all) - 3;
  const x = (h: number) => 40 + ((h - from) / Math.max(1, to - from)) * (width - 52);
  const y = (c: number) => 10 + ((top - c) / (top - bottom)) * (height - 36);
  const path = (t: Trace) => {
    const steps = t.hours.slice(1).map((h, i) => h - (t.hours[i] as number));
    const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 1;
    return t.hours
      .map((h, i) => {
        const broken = i === 0 || h - (t.hours[i - 1] as number) > Math.max(0.5, 3 * usual);
        return `${broken ? "M" : "L"}${x(h).toFixed(1)} ${y(t.celsius[i] as number).toFixed(1)}`;
      })
      .join("");
  };
  const rungs = [];
  for (let c = Math.ceil(bottom / 10) * 10; c <= top; c += 10) rungs.push(c);
  return (
    <div ref={box} className="mt-2">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label="What the logger read through the night"
          className="rounded-xl bg-(--sky-low)"
        >
          {rungs.map((c) => (
            <g key={c}>
              <line x1={36} x2={width} y1={y(c)} y2={y(c)} stroke="var(--ice-mid)" strokeWidth={0.6} />
              <text x={32} y={y(c) + 4.5} textAnchor="end" fontSize={12} fill="var(--soft)">
                {w.temp(c)}
              </text>
            </g>
          ))}
          {[18, 21, 24, 27, 30, 33]
            .filter((h) => h >= from && h <= to)
            .map((h) => (
              <text key={h} x={x(h)} y={height - 6} textAnchor="middle" fontSize={12} fill="var(--soft)">
                {h % 24}
              </text>
            ))}
          {[props.night.inHour, props.night.upHour].map(
            (h) =>
              h != null &&
              h > from &&
              h < to && (
                <line
                  key={h}
                  x1={x(h)}
                  x2={x(h)}
                  y1={6}
                  y2={height - 22}
                  stroke="var(--soft)"
                  strokeDasharray="2 4"
                />
              ),
          )}
          {props.traces.map((t) => (
            <path
              key={t.probe}
              d={path(t)}
              fill="none"
              stroke={inks[t.probe]}
              strokeWidth={2}
              strokeDasharray={dash[t.probe]}
            />
          ))}
        </svg>
      )}
      <p className="mt-0.5 flex flex-wrap gap-x-4 text-[13px] text-soft">
        {props.traces.map((t) => (
          <span key={t.probe} className="inline-flex items-center gap-1.5">
            <svg width="22" height="4" aria-hidden="true">
              <path d="M0 2h22" stroke={inks[t.probe]} strokeWidth={2.5} strokeDasharray={dash[t.probe]} />
            </svg>
            {probes[t.probe]}
          </span>
        ))}
      </p>
    </div>
  );
}
