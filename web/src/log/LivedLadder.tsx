import { useEffect, useId } from "react";
import type { LogEntry, Schema } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { TenDots } from "../parts/TenDots";
import { useWidth } from "../parts/useSize";
import { VerdictMark } from "../parts/VerdictMark";
import { dateInWords } from "../state/trip";
import { toShown, toSi, units, useWrite, write } from "../units/units";
import { SleptMark } from "./SleptMark";

const axis = 46;

/**
 * The ladder as lived: what was promised hangs as an icicle from the camp's low to the low planned for, what came is the ring on it; the black
 * step is what held for this sleeper as known then. Under each night the verdict that was planned and how it was slept.
 */
export function LivedLadder(props: {
  entries: LogEntry[];
  counted: Map<string, Schema["Counted"]>;
  chosen: string | null;
  onChoose: (id: string | null) => void;
}) {
  const { entries } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const id = useId();
  const unit = units.temperature(w.u);
  const height = 300;
  const column = Math.max(74, (width - axis - 6) / Math.max(1, entries.length));
  const inner = column * entries.length;
  const holdsOf = (e: LogEntry) =>
    e.planned?.holdsToC == null ? null : e.planned.holdsToC - e.planned.offsetK;
  const lowOf = (e: LogEntry) => props.counted.get(e.id)?.low ?? null;
  const all = entries
    .flatMap((e) => [e.planned?.campLowC, e.planned?.planForC, holdsOf(e), lowOf(e)?.celsius])
    .filter((c): c is number => c != null);
  const shown = (all.length ? all : [-5, -25]).map((c) => toShown(c, unit));
  const spread = Math.max(...shown) - Math.min(...shown);
  const step = w.u.temperature === "C" ? (spread > 50 ? 10 : 5) : spread > 90 ? 20 : 10;
  const warmest = Math.ceil((Math.max(...shown) + step / 3) / step) * step;
  const coldest = Math.floor((Math.min(...shown) - step / 2) / step) * step;
  const y = (c: number) => 34 + ((warmest - toShown(c, unit)) / (warmest - coldest)) * (height - 50);
  const rungs = Array.from({ length: (warmest - coldest) / step + 1 }, (_, i) => warmest - i * step);
  // The latest nights are what one comes for.
  // biome-ignore lint/correctness/useExhaustiveDependencies: anew when there are more of them, or more room
  useEffect(() => {
    if (box.current) box.current.scrollLeft = box.current.scrollWidth;
  }, [box, entries.length, width]);
  return (
    <div className="relative">
      <svg
        width={axis}
        height={height}
        aria-hidden="true"
        className="pointer-events-none absolute top-0 left-0 z-10 rounded-l-2xl"
      >
        <rect width="100%" height="100%" fill={`url(#${id}sky)`} />
        {rungs.map((t) => (
          <text
            key={t}
            x={axis - 8}
            y={y(toSi(t, unit)) + 4.5}
            textAnchor="end"
            fontSize={13}
            fill={t % (2 * step) === 0 ? "var(--ink)" : "var(--soft)"}
            fontWeight={t % (2 * step) === 0 ? 700 : 400}
          >
            {write(t)}
          </text>
        ))}
      </svg>
      <div ref={box} className="overflow-x-auto">
        {width > 0 && (
          <div style={{ width: axis + inner }}>
            <svg
              width={axis + inner}
              height={height}
              role="img"
              aria-label="Ladder as lived: lows promised and measured, and the line that held"
              className="block rounded-2xl"
            >
              <defs>
                <linearGradient id={`${id}sky`} x2="0" y2="1">
                  <stop offset="0" stopColor="var(--warm-wash)" />
                  <stop offset="0.45" stopColor="var(--sky-low)" />
                  <stop offset="1" stopColor="var(--ice-wash)" />
                </linearGradient>
                <Hatch id={id} />
              </defs>
              <rect width="100%" height="100%" fill={`url(#${id}sky)`} />
              {rungs.map((t) => (
                <g key={t}>
                  <line
                    x1={axis - 4}
                    x2={axis + inner}
                    y1={y(toSi(t, unit))}
                    y2={y(toSi(t, unit))}
                    stroke="var(--ice-mid)"
                    strokeWidth={t % (2 * step) === 0 ? 1.4 : 0.6}
                  />
                </g>
              ))}
              {entries.map(
                (e, i) =>
                  props.chosen === e.id && (
                    <rect
                      key={e.id}
                      x={axis + i * column + 2}
                      y={4}
                      width={column - 4}
                      height={height - 8}
                      rx={12}
                      fill="var(--card)"
                      opacity={0.5}
                    />
                  ),
              )}
              {entries.map((e, i) => {
                const left = axis + i * column;
                const middle = left + column / 2;
                const camp = e.planned?.campLowC ?? null;
                const tip = e.planned?.planForC ?? null;
                const holds = holdsOf(e);
                const low = lowOf(e);
                const half = Math.min(14, column * 0.18);
                const first = i === 0 || entries[i - 1]?.trip !== e.trip;
                return (
                  <g key={e.id} opacity={e.leftOut ? 0.45 : 1}>
                    {first && i > 0 && (
                      <line
                        x1={left}
                        x2={left}
                        y1={8}
                        y2={height - 8}
                        stroke="var(--edge)"
                        strokeDasharray="3 5"
                      />
                    )}
                    {low && holds !== null && low.celsius < holds && (
                      <rect
                        x={left}
                        y={y(holds)}
                        width={column}
                        height={y(low.celsius) - y(holds)}
                        fill={`url(#${id})`}
                      />
                    )}
                    {camp !== null && tip !== null && tip < camp && (
                      <path
                        d={`M${middle - half} ${y(camp)}q${half} -8 ${2 * half} 0L${middle + 4} ${y(tip) - 3}q-4 8 -8 0Z`}
                        fill="var(--ice-mid)"
                        opacity={0.75}
                      />
                    )}
                    {holds !== null && (
                      <line
                        x1={left}
                        x2={left + column}
                        y1={y(holds)}
                        y2={y(holds)}
                        stroke="var(--ink)"
                        strokeWidth={3}
                      />
                    )}
                    {low && (
                      <>
                        {low.halfRangeK > 0 && (
                          <line
                            x1={middle}
                            x2={middle}
                            y1={y(low.celsius + low.halfRangeK)}
                            y2={y(low.celsius - low.halfRangeK)}
                            stroke="var(--ember)"
                            strokeWidth={2}
                          />
                        )}
                        <circle
                          cx={middle}
                          cy={y(low.celsius)}
                          r={6}
                          fill={low.fromPillow ? "var(--card)" : "var(--ember)"}
                          stroke="var(--ember)"
                          strokeWidth={2.5}
                        />
                        <text
                          x={middle + 11}
                          y={
                            y(low.celsius) +
                            (holds !== null && Math.abs(y(holds) - y(low.celsius)) < 9 ? -5 : 4.5)
                          }
                          fontSize={13}
                          fontWeight={700}
                          fill="var(--ember)"
                          {...halo("var(--sky-low)")}
                        >
                          {w.temp(low.celsius)}
                        </text>
                      </>
                    )}
                    {holds !== null && (
                      <text
                        x={left + 4}
                        y={y(holds) + (low && low.celsius < holds ? -6 : 16)}
                        fontSize={12}
                        fontWeight={700}
                        fill="var(--ink)"
                        {...halo("var(--sky-low)")}
                      >
                        {w.temp(holds)}
                      </text>
                    )}
                    {first && (
                      <text
                        x={left + 6}
                        y={18}
                        fontSize={12}
                        fontWeight={600}
                        fill="var(--soft)"
                        {...halo("var(--warm-wash)", 3)}
                      >
                        {e.trip} · {dateInWords(e.date).slice(-8).trim()}
                      </text>
                    )}
                  </g>
                );
              })}
            </svg>
            <div
              className="grid"
              style={{ gridTemplateColumns: `${axis}px repeat(${entries.length}, ${column}px)` }}
            >
              <span className="flex flex-col justify-end gap-1 pb-1 text-[12px] text-soft leading-tight">
                <span className="flex h-[22px] items-center">said</span>
                <span className="flex h-6 items-center">slept</span>
              </span>
              {entries.map((e) => (
                <button
                  key={e.id}
                  type="button"
                  aria-pressed={props.chosen === e.id}
                  aria-label={`${e.date} ${e.camp}`}
                  className="mt-1 flex min-w-0 flex-col items-center gap-1 rounded-lg border border-transparent py-1 hover:bg-ice-wash aria-pressed:border-ink"
                  onClick={() => props.onChoose(props.chosen === e.id ? null : e.id)}
                >
                  <span className="font-semibold text-[14px] leading-none">
                    {dateInWords(e.date).slice(0, -5)}
                  </span>
                  <span className="w-full truncate px-0.5 text-center text-[12px] text-soft leading-tight">
                    {e.camp}
                  </span>
                  <span className="flex h-[22px] items-center gap-1.5">
                    <VerdictMark verdict={e.planned?.verdict} size={15} />
                    {e.planned?.chance != null && <TenDots chance={e.planned.chance} size={4} />}
                  </span>
                  <span className="flex h-6 items-center">
                    {e.night ? (
                      <SleptMark slept={e.night.slept} size={20} />
                    ) : (
                      <span className="text-[12px] text-soft">day</span>
                    )}
                  </span>
                </button>
              ))}
            </div>
          </div>
        )}
      </div>
    </div>
  );
}
