import type { Schema } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { useWidth } from "../parts/useSize";
import { useWrite } from "../units/units";

const axis = 44;
const height = 190;

/** The holding line falling night by night: as it is, if everything stayed dry, and with the habit that is looked at turned. */
export function Fall(props: {
  nights: Schema["DryLine"][];
  other: Schema["HabitEffect"] | null;
  otherName: string;
}) {
  const { nights, other } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const all = nights
    .flatMap((n) => [n.holdsTo, n.holdsToDry, n.planFor])
    .concat(other?.holdsToC ?? [])
    .filter((t): t is number => t !== null);
  if (all.length === 0) return null;
  const [warm, cold] = [Math.max(...all) + 2, Math.min(...all) - 2];
  const y = (c: number) => 14 + ((warm - c) / (warm - cold)) * (height - 34);
  const column = (width - axis - 70) / nights.length;
  const x = (i: number) => axis + column * (i + 0.5);
  const line = (of: (number | null)[]) =>
    of
      .map((t, i) =>
        t === null ? "" : `${i && of[i - 1] !== null ? "L" : "M"}${x(i).toFixed(1)} ${y(t).toFixed(1)}`,
      )
      .join("");
  const last = nights.length - 1;
  const end = (t: number | null | undefined, text: string, tone: string, weight = 600) =>
    t == null ? null : (
      <text x={x(last) + 8} y={y(t) + 4} fontSize={12.5} fill={tone} fontWeight={weight}>
        {text} {w.temp(t)}
      </text>
    );
  /** Far enough from the line that holds for a label of its own. */
  const isApart = (t: number | null | undefined) => {
    const holds = nights[last]?.holdsTo;
    return t != null && (holds == null || Math.abs(y(t) - y(holds)) > 11);
  };
  return (
    <div ref={box}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Holds to ${nights.map((n) => (n.holdsTo === null ? "–" : w.temp(n.holdsTo))).join(", ")}`}
        >
          <defs>
            <Hatch id="fall-short" />
          </defs>
          {nights.map((n, i) => {
            const short = n.holdsTo !== null && n.planFor !== null && n.holdsTo > n.planFor;
            return (
              <g key={n.nightId}>
                {short && (
                  <rect
                    x={x(i) - column * 0.3}
                    width={column * 0.6}
                    y={y(n.holdsTo as number)}
                    height={y(n.planFor as number) - y(n.holdsTo as number)}
                    fill="url(#fall-short)"
                  />
                )}
                {n.planFor !== null && <circle cx={x(i)} cy={y(n.planFor)} r={4.5} fill="var(--ice)" />}
                <text x={x(i)} y={height - 4} textAnchor="middle" fontSize={12.5} fill="var(--soft)">
                  {i + 1}
                </text>
              </g>
            );
          })}
          <path
            d={line(nights.map((n) => n.holdsToDry))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.3}
            strokeDasharray="3 4"
          />
          {other && <path d={line(other.holdsToC)} fill="none" stroke="var(--ember)" strokeWidth={2.2} />}
          <path
            d={line(nights.map((n) => n.holdsTo))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={3}
            strokeLinejoin="round"
          />
          {end(nights[last]?.holdsTo, "holds", "var(--ink)", 700)}
          {other
            ? isApart(other.holdsToC[last]) && end(other.holdsToC[last], "then", "var(--ember)")
            : isApart(nights[last]?.holdsToDry) && end(nights[last]?.holdsToDry, "dry", "var(--soft)", 400)}
          <text x={4} y={y(warm) + 4} fontSize={12.5} fill="var(--soft)">
            {w.temp(warm)}
          </text>
          <text x={4} y={y(cold)} fontSize={12.5} fill="var(--soft)">
            {w.temp(cold)}
          </text>
        </svg>
      )}
      <p className="text-[13px] text-soft">
        Thick: as wet as it gets. Dashed: if it all stayed dry. Dots: the lows planned for.
        {other && <span className="text-ember"> Ember: {props.otherName}.</span>}
      </p>
    </div>
  );
}
