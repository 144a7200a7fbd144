import { useId } from "react";
import type { Schema } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { useWidth } from "../parts/useSize";
import { useWrite } from "../units/units";
import { shelters, surfaces } from "../units/words";

/**
 * Nights of a season, the coldest first, each with the lightest bed that holds as a bar of grams against what one is ready to carry: outlined
 * of what is owned, filled with what is bought, hatched where it is too much.
 */
export function StepBars(props: {
  buys: Schema["SeasonBuys"];
  buy: Schema["SeasonBuy"] | null;
  nameOf: string | null;
}) {
  const { buys, buy } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const hatch = useId();
  const heaviest = Math.max(buys.mostG, ...buys.owned.map((o) => o.grams ?? 0)) * 1.06;
  const room = Math.max(0, width - 8);
  const x = (g: number) => (g / Math.min(heaviest, buys.mostG * 2)) * room;
  const limit = x(buys.mostG);
  return (
    <div ref={box} className="min-w-0">
      <p className="flex flex-wrap gap-x-5 text-[13px] text-soft">
        <span>
          <Key outlined /> as owned
        </span>
        {props.nameOf && (
          <span>
            <Key /> with {props.nameOf}
          </span>
        )}
        <span>
          <span className="mr-1 inline-block h-3 w-0 border-ember border-l-2 border-dashed align-middle" />
          most you carry, {w.mass(Math.round(buys.mostG))}
        </span>
      </p>
      <ol className="mt-1 border-line border-t">
        {buys.owned.map((before, n) => {
          const then = buy?.beds[n] ?? before;
          const [was, is] = [
            before.grams ?? Number.POSITIVE_INFINITY,
            then.grams ?? Number.POSITIVE_INFINITY,
          ];
          const raised = then.held && !before.held;
          return (
            <li key={before.step.nights.join()} className="border-line border-b py-2">
              <div className="flex flex-wrap items-baseline justify-between gap-x-3">
                <span>
                  <span className="font-display text-xl">{w.temp(before.step.asksC)}</span>{" "}
                  <span className="text-[14px] text-soft">
                    {before.step.place.hammock ? "in a hammock" : surfaces[before.step.place.surface]},{" "}
                    {shelters[before.step.place.shelter]},{" "}
                    {before.step.nights.length === 1 ? "1 night" : `${before.step.nights.length} nights`}
                  </span>
                </span>
                <span className={raised || is < was ? "font-semibold" : "text-soft"}>
                  {Number.isFinite(is)
                    ? `${w.mass(Math.round(is))}${is < was ? (Number.isFinite(was) ? `, not ${w.mass(Math.round(was))}` : ", nothing before") : ""}`
                    : "nothing holds"}
                  {!then.held && Number.isFinite(is) && ", too much"}
                </span>
              </div>
              {width > 0 && (
                <svg width={width} height={20} className="mt-0.5 block overflow-hidden" aria-hidden="true">
                  <defs>
                    <Hatch id={`${hatch}${n}`} />
                  </defs>
                  <rect
                    x={1}
                    y={3}
                    width={Math.max(0, Math.min(room, x(Math.min(was, 1e6))) - 1)}
                    height={14}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth={1.5}
                  />
                  {Number.isFinite(is) && is > buys.mostG && (
                    <rect
                      x={limit}
                      y={3}
                      width={Math.max(0, Math.min(room, x(is)) - limit)}
                      height={14}
                      fill={`url(#${hatch}${n})`}
                    />
                  )}
                  {buy && Number.isFinite(is) && (
                    <rect
                      x={1}
                      y={3}
                      width={Math.max(0, Math.min(limit, x(is)) - 1)}
                      height={14}
                      fill="var(--ink)"
                    />
                  )}
                  <line
                    x1={limit}
                    x2={limit}
                    y1={0}
                    y2={20}
                    stroke="var(--ember)"
                    strokeWidth={2}
                    strokeDasharray="4 3"
                  />
                </svg>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}

function Key({ outlined }: { outlined?: boolean }) {
  return (
    <span
      className={`mr-1 inline-block h-3 w-6 border-2 border-ink align-middle ${outlined ? "" : "bg-ink"}`}
    />
  );
}
