import type { Schema } from "../api/client";
import { halo } from "../parts/halo";
import { useWidth } from "../parts/useSize";
import { useWrite } from "../units/units";
import { warmerThan } from "./words";

/**
 * The sleeper's hill: what is believed of how much warmer or colder than the model this person sleeps. Broad before any night, narrower after
 * each; the one that is looked at stands out, with the one before it dashed.
 */
export function Hill(props: {
  hill: Schema["Hill"];
  known: Schema["Known"];
  /** After how many nights; all of them where null. */
  after: number | null;
}) {
  const { hill, known } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const height = 230;
  const ground = height - 34;
  const shownK = 10;
  const x = (k: number) => ((k + shownK) / (2 * shownK)) * width;
  const y = (v: number) => ground - v * (ground - 26);
  const last = hill.curves.length - 1;
  // Of a night long ago no curve is shown: then the latest stands.
  const asked = props.after === null ? last : props.after - hill.leftOut;
  const at = asked < 1 ? last : Math.min(last, asked);
  const line = (curve: number[]) =>
    curve
      .map((v, i) => ({ k: hill.fromK + i * hill.stepK, v }))
      .filter((p) => Math.abs(p.k) <= shownK)
      .map((p, i) => `${i ? "L" : "M"}${x(p.k).toFixed(1)} ${y(p.v).toFixed(1)}`)
      .join("");
  const now = hill.curves[at] as number[];
  const before = at > 0 ? hill.curves[at - 1] : undefined;
  const mean = at === last ? known.mean : meanOf(now, hill);
  return (
    <div ref={box}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Hill of what is known of the sleeper: ${warmerThan(known.mean, w)}, nine times of ten between ${w.signed(known.low)} and ${w.signed(known.high)}`}
          className="rounded-2xl"
        >
          <defs>
            <linearGradient id="hill-sky" x2="1">
              <stop offset="0" stopColor="var(--ice-wash)" />
              <stop offset="0.5" stopColor="var(--sky-low)" />
              <stop offset="1" stopColor="var(--warm-wash)" />
            </linearGradient>
          </defs>
          <rect width={width} height={height} fill="url(#hill-sky)" />
          {hill.curves.map(
            (curve, i) =>
              i < at && (
                <path
                  // biome-ignore lint/suspicious/noArrayIndexKey: a curve is known by its place
                  key={i}
                  d={line(curve)}
                  fill="none"
                  stroke="var(--soft)"
                  strokeWidth={1}
                  opacity={0.25 + (0.4 * i) / Math.max(1, at)}
                />
              ),
          )}
          <path
            d={`${line(now)}L${x(shownK)} ${ground}L${x(-shownK)} ${ground}Z`}
            fill="var(--loft)"
            stroke="none"
          />
          <path d={line(now)} fill="none" stroke="var(--ink)" strokeWidth={3} />
          {props.after !== null && asked === at && before && (
            <path d={line(before)} fill="none" stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="4 4" />
          )}
          <line x1={x(0)} x2={x(0)} y1={14} y2={ground} stroke="var(--soft)" strokeDasharray="2 4" />
          <text
            x={x(0)}
            y={12}
            textAnchor="middle"
            fontSize={12}
            fill="var(--soft)"
            {...halo("var(--sky-low)", 3)}
          >
            as the model
          </text>
          <rect x={0} y={ground} width={width} height={height - ground} fill="var(--ground)" />
          {at === last && (
            <rect
              x={x(Math.max(-shownK, known.low))}
              y={ground + 1.5}
              width={x(Math.min(shownK, known.high)) - x(Math.max(-shownK, known.low))}
              height={5}
              rx={2.5}
              fill="var(--ink)"
            />
          )}
          {Math.abs(mean) <= shownK && <path d={`M${x(mean)} ${ground + 1}l-6 11h12z`} fill="var(--ember)" />}
          {[-8, -4, 4, 8].map((k) => (
            <text key={k} x={x(k)} y={height - 8} textAnchor="middle" fontSize={12} fill="var(--ink)">
              {w.degrees(Math.abs(k))}° {k < 0 ? "colder" : "warmer"}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}

function meanOf(curve: number[], hill: Schema["Hill"]) {
  let sum = 0;
  let weight = 0;
  curve.forEach((v, i) => {
    weight += v;
    sum += v * (hill.fromK + i * hill.stepK);
  });
  return weight > 0 ? sum / weight : 0;
}
