import { useId } from "react";
import type { LoadAnswer, Schema, Trip } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { useNames } from "./Findings";

const rowTall = 26;

const fills: Record<Schema["UseKind"], string> = {
  bed: "var(--ink)",
  pillow: "var(--soft)",
  inBedOtherwise: "var(--soft)",
  putOn: "var(--ember)",
  worn: "var(--ice-mid)",
  atHand: "none",
  task: "var(--ink)",
  reserve: "var(--edge)",
};

/** Everything that one person uses, a line to a thing, over all nights and days: where two jobs meet it is hatched. */
export function UsesPicture(props: {
  trip: Trip;
  answer: LoadAnswer;
  sleeperId: string;
  width: number;
  all: boolean;
}) {
  const { trip, answer, width } = props;
  const names = useNames(answer);
  const hatch = useId();
  const first = trip.nights[0];
  const last = trip.nights.at(-1);
  if (!first || !last) return null;
  const dayOf = (date: string) => Math.round((Date.parse(date) - Date.parse(first.date)) / 86_400_000);
  const hours = (dayOf(last.date) + 2) * 24;
  const labels = width < 560 ? 120 : 190;
  const from = 6;
  const x = (hour: number) => labels + ((hour - from) / (hours - from - 14)) * (width - labels - 6);
  const mine = answer.uses.filter((u) => u.sleeperId === props.sleeperId && u.kind !== "atHand");
  const wanted = new Set(
    [...answer.twice, ...answer.damp].filter((t) => t.sleeperId === props.sleeperId).map((t) => t.itemId),
  );
  const serves = new Set(answer.serves.map((s) => s.itemId));
  const rows = [...new Set(mine.map((u) => u.itemId))]
    .map((id) => ({ id, uses: mine.filter((u) => u.itemId === id) }))

    .sort(
      (a, b) =>
        Number(wanted.has(b.id)) - Number(wanted.has(a.id)) ||
        Number(serves.has(b.id)) - Number(serves.has(a.id)),
    )
    .slice(0, props.all ? 999 : 15);
  const height = 24 + rows.length * rowTall + 6;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label="Uses over the trip"
    >
      <defs>
        <Hatch id={hatch} />
      </defs>
      {trip.nights.map((n, i) => {
        const at = dayOf(n.date) * 24;
        return (
          <g key={n.id}>
            <rect
              x={x(at + 21)}
              y={18}
              width={Math.max(0, x(at + 31) - x(at + 21))}
              height={height}
              fill="var(--ice-wash)"
              opacity="0.6"
            />
            <text x={x(at + 26)} y={13} textAnchor="middle" fontSize="12" fill="var(--soft)">
              {width < 560 ? i + 1 : `night ${i + 1}`}
            </text>
          </g>
        );
      })}
      {rows.map((r, i) => {
        const y = 22 + i * rowTall;
        return (
          <g key={r.id}>
            <text
              x={labels - 8}
              y={y + 15}
              textAnchor="end"
              fontSize="13"
              fontWeight={wanted.has(r.id) ? 700 : 400}
              fill={wanted.has(r.id) ? "var(--ember)" : "var(--ink)"}
            >
              {cut(names.thing(r.id), width < 560 ? 16 : 28)}
            </text>
            <line x1={labels} x2={width} y1={y + rowTall - 2} y2={y + rowTall - 2} stroke="var(--line)" />
            {r.uses.map((u) => (
              <rect
                key={u.kind + u.fromHour}
                x={x(u.fromHour)}
                y={
                  y +
                  (u.kind === "reserve"
                    ? 17
                    : u.kind === "task"
                      ? 2
                      : u.kind === "pillow" || u.kind === "putOn"
                        ? 4
                        : 6)
                }
                width={Math.max(2, x(u.toHour) - x(u.fromHour))}
                height={
                  u.kind === "reserve" || u.kind === "task"
                    ? 2.5
                    : u.kind === "pillow" || u.kind === "putOn"
                      ? 14
                      : 10
                }
                rx="2"
                fill={fills[u.kind]}
              >
                <title>{`${names.thing(u.itemId)}: ${u.kind}`}</title>
              </rect>
            ))}
            {answer.twice
              .filter((t) => t.itemId === r.id)
              .flatMap((t) =>
                t.nights.map((n) => {
                  const at = dayOf(trip.nights[n]?.date ?? first.date) * 24;
                  return (
                    <rect
                      key={`${t.first}${t.second}${n}`}
                      x={x(at + t.fromHour) - 1}
                      y={y + 2}
                      width={Math.max(5, x(at + t.toHour) - x(at + t.fromHour) + 2)}
                      height={18}
                      fill={`url(#${hatch})`}
                      stroke="var(--ember)"
                      strokeWidth="1.5"
                    />
                  );
                }),
              )}
          </g>
        );
      })}
    </svg>
  );
}

const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
