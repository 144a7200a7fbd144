import type { Schema } from "../api/client";
import { clock } from "../night/clock";
import { useWrite } from "../units/units";

/** Skin below which sleep is restless and below which one lies awake, °C: where the lines of the verdict lie. */
const [cool, cold] = [31.76, 29];
const [top, bottom] = [35, 5];

/** Skin and feet through the night; four in the morning stands out. */
export function BodyLine({ steps, width }: { steps: Schema["BodyAt"][]; width: number }) {
  const w = useWrite();
  const height = 110;
  const first = steps[0]?.hour ?? 21;
  const last = steps.at(-1)?.hour ?? 31;
  const x = (h: number) => 34 + ((h - first) / Math.max(1, last - first)) * (width - 44);
  const y = (t: number) => 6 + ((top - Math.max(bottom, Math.min(top, t))) / (top - bottom)) * (height - 24);
  const path = (of: (s: Schema["BodyAt"]) => number) =>
    steps.map((s, i) => `${i ? "L" : "M"}${x(s.hour).toFixed(1)} ${y(of(s)).toFixed(1)}`).join("");
  const four = x(28);
  return (
    <svg
      width={width}
      height={height}
      className="mt-1 block"
      role="img"
      aria-label={`Skin from ${w.temp(steps[0]?.skin ?? 0)} to ${w.temp(Math.min(...steps.map((s) => s.skin)))} at its lowest, feet down to ${w.temp(Math.min(...steps.map((s) => s.feet)))}`}
    >
      {[cool, cold, 20, 8].map((t) => (
        <line
          key={t}
          x1={34}
          x2={width - 10}
          y1={y(t)}
          y2={y(t)}
          stroke="var(--line)"
          strokeDasharray={t > 25 ? "4 3" : "1 4"}
        />
      ))}
      <line x1={four} x2={four} y1={4} y2={height - 18} stroke="var(--ink)" strokeDasharray="2 3" />
      <path d={path((s) => s.skin)} fill="none" stroke="var(--ink)" strokeWidth={2.5} />
      <path d={path((s) => s.feet)} fill="none" stroke="var(--ice)" strokeWidth={2.5} strokeDasharray="6 3" />
      <g fontSize={12} fill="var(--soft)">
        <text x={2} y={y(33) + 4}>
          skin
        </text>
        <text x={2} y={y(Math.max(bottom + 3, Math.min(27, steps[0]?.feet ?? 26))) + 4} fill="var(--ice)">
          feet
        </text>
        {[first, 24, 28, last].map((h) => (
          <text
            key={h}
            x={x(h)}
            y={height - 4}
            textAnchor={h === first ? "start" : h === last ? "end" : "middle"}
          >
            {clock(h)}
          </text>
        ))}
      </g>
    </svg>
  );
}
