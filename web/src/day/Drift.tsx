import { useId } from "react";
import type { DayAnswer, Schema } from "../api/client";
import { clock } from "../night/clock";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWorkspace } from "../state/workspace";
import { toShown, units, useSettings, useWrite, write } from "../units/units";
import { dayReasons } from "../units/words";
import { drop } from "./DayMark";
import type { Scale } from "./scale";

type Moment = Schema["DayMoment"];

const sky = 44;

/** The drift: what the work needs flows over the hours as a channel, what is worn runs through it as the black step. */
export function Drift({ answer, scale, height }: { answer: DayAnswer; scale: Scale; height: number }) {
  const hatch = useId();
  const faint = useId();
  const w = useWrite();
  const u = useSettings();
  const items = useWorkspace((s) => s.items);
  const moments = answer.played?.moments ?? [];
  if (moments.length === 0) return null;
  const { x } = scale;
  const unit = units.insulation(u);
  const insulation = (si: number) =>
    `${u.insulation === "R" ? "R " : ""}${write(toShown(si, unit), u.insulation === "SI" ? 2 : 1)}${u.insulation === "R" ? "" : ` ${unit.name}`}`;

  const reach = answer.reaches.at(-1)?.reaches ?? 0.4;
  /** In the bag the step leaves the picture upwards. */
  const inBag = (m: Moment) => m.worn > reach * 1.35;
  const worked = moments.filter((m) => m.heat > 100);
  const top = Math.max(
    0.25,
    reach * 1.12,
    ...moments.filter((m) => !inBag(m)).map((m) => m.worn * 1.08),
    ...worked.map((m) => Math.min(m.neutral, reach * 1.4) * 1.05),
  );
  const floor = height - 12;
  const y = (si: number) => floor - (Math.min(si, top * 1.04) / top) * (floor - sky - 14);
  const airs = moments.map((m) => m.outside);
  const [warm, cold] = [Math.max(...airs), Math.min(...airs)];
  const yAir = (c: number) => 14 + ((warm - c) / Math.max(4, warm - cold)) * (sky - 20);

  /** One outline for each run of moments that touch. */
  const channel = runs(moments, (m) => m.isBreak).map(({ of, key: isBreak }) => {
    const upper = of.flatMap((m) => [`${x(m.fromHour)} ${y(m.neutral)}`, `${x(m.hour)} ${y(m.neutral)}`]);
    const lower = of
      .flatMap((m) => [`${x(m.fromHour)} ${y(m.minimal)}`, `${x(m.hour)} ${y(m.minimal)}`])
      .reverse();
    return { path: `M${[...upper, ...lower].join("L")}Z`, isBreak, key: of[0]?.fromHour };
  });
  const step = moments
    .flatMap((m, i) => [`${i ? "L" : "M"}${x(m.fromHour)} ${y(m.worn)}`, `L${x(m.hour)} ${y(m.worn)}`])
    .join("");
  const rect = (m: Moment, fill: string, key: string) => (
    <rect
      key={`${key}${m.fromHour}`}
      x={x(m.fromHour)}
      width={Math.max(1, x(m.hour) - x(m.fromHour) + 0.4)}
      y={y(m.minimal)}
      height={Math.max(0, y(m.worn) - y(m.minimal))}
      fill={fill}
    />
  );
  const short = moments.filter((m) => m.worn < m.minimal);
  const wet = moments.filter((m) => m.sweat > 40);
  const drops = wet.flatMap((m) => {
    const over = Math.max(12, y(m.neutral) - y(m.worn));
    const count = Math.max(1, Math.round((x(m.hour) - x(m.fromHour)) / 11));
    const rows = m.sweat > 120 ? 2 : 1;
    return Array.from({ length: count * rows }, (_, i) =>
      drop(
        x(m.fromHour) + ((i % count) + 0.5) * ((x(m.hour) - x(m.fromHour)) / count),
        y(m.worn) + 4 + Math.floor(i / count) * Math.min(11, over / 2),
        2.2,
      ),
    );
  });
  /** It begins as the block before it ended: said there. */
  const goesOn = (b: Schema["BlockLived"]) => {
    const lived = answer.played?.blocks ?? [];
    const before = lived[lived.indexOf(b) - 1];
    const from = answer.blocks.find((o) => o.id === b.blockId)?.fromHour ?? 0;
    return before?.verdict === b.verdict && (b.turnsAt ?? 0) - from < 0.05;
  };
  const said = spread(
    (answer.played?.blocks ?? [])
      .filter((b) => b.verdict !== "right" && b.verdict !== "warm" && b.turnsAt !== null && !goesOn(b))
      .sort((a, b) => Number(b.verdict === "chilling") - Number(a.verdict === "chilling"))
      .slice(0, 4)
      .map((b) => {
        const at = moments.find((m) => m.hour >= (b.turnsAt ?? 0) - 1e-6) ?? moments[0];
        const text = `${b.verdict === "chilling" ? "chilled" : b.verdict} ${clock(b.turnsAt ?? 0)}${b.reason === "body" || b.reason === "sweat" ? "" : `, ${dayReasons[b.reason].replace("the ", "")}`}`;
        return {
          text,
          x: x(b.turnsAt ?? 0),
          y: at
            ? b.verdict === "dripping"
              ? y(at.worn) + 26
              : (y(at.worn) + y(Math.min(at.minimal, top))) / 2
            : 0,
          tone: b.verdict === "dripping" ? "var(--ice)" : "var(--ember)",
        };
      }),
    scale.right,
    sky + 18,
    floor - 6,
  );
  const bag = moments.filter(inBag);
  const widest = [...answer.blocks]
    .filter((b) => moments.some((m) => m.blockId === b.id && m.heat > 100))
    .sort((a, b) => b.toHour - b.fromHour - (a.toHour - a.fromHour))[0];
  /** Blocks over which a warning stands. */
  const warned = new Set(
    (answer.played?.blocks ?? [])
      .filter((b) => b.verdict !== "right" && b.verdict !== "warm" && b.turnsAt !== null && !goesOn(b))
      .map((b) => b.blockId),
  );
  /** Where the name of the step has room: the longest other block outside the bag. */
  const calm = [...answer.blocks]
    .filter((b) => b.id !== widest?.id && !warned.has(b.id) && x(b.toHour) - x(b.fromHour) > 80)
    .map((b) => [b, moments.find((m) => m.hour >= (b.fromHour + b.toHour) / 2 && !m.isBreak)] as const)
    .filter((p): p is [(typeof p)[0], Moment] => p[1] !== undefined && !inBag(p[1]))
    .sort(([a], [b]) => b.toHour - b.fromHour - (a.toHour - a.fromHour))[0];
  const middle = widest && moments.find((m) => m.hour >= (widest.fromHour + widest.toHour) / 2 && !m.isBreak);
  const marks = [
    moments.indexOf(moments.find((m) => m.outside === cold) as Moment),
    moments.indexOf(moments.find((m) => m.outside === warm) as Moment),
  ];
  const ladder = stacked(
    answer.reaches.map((r, i) => ({
      y: y(r.reaches),
      text: `${i ? "+ " : ""}${r.itemIds.map((id) => items[id]?.name ?? "?").join(", ")}`,
      si: r.reaches,
    })),
    14,
    sky + 8,
  );

  return (
    <svg
      width={scale.width}
      height={height}
      className="block"
      role="img"
      aria-label={`What the work needs and what is worn: ${answer.blocks.length} blocks, ${(answer.played?.blocks ?? []).filter((b) => b.verdict !== "right").length} of them not right`}
    >
      <defs>
        <Hatch id={hatch} />
        <pattern id={faint} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1" height="7" fill="var(--edge)" />
        </pattern>
        <linearGradient id={`${hatch}sky`} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--sky-top)" />
          <stop offset="1" stopColor="var(--warm-wash)" />
        </linearGradient>
      </defs>
      <rect
        x={scale.left}
        width={scale.right - scale.left}
        height={height}
        rx={10}
        fill={`url(#${hatch}sky)`}
      />
      {channel.map((c) => (
        <path
          key={`${c.key}`}
          d={c.path}
          fill="var(--loft)"
          stroke="var(--edge)"
          strokeWidth={0.9}
          opacity={c.isBreak ? 0.75 : 1}
        />
      ))}
      {short.map((m) => rect(m, m.debt > 10 ? `url(#${hatch})` : `url(#${faint})`, "s"))}
      <path d={drops.join("")} fill="var(--ice)" />
      <path d={step} fill="none" stroke="var(--ink)" strokeWidth={4} strokeLinejoin="round" />
      {middle && !said.some((l) => lies(l, x(widest.fromHour), x(widest.toHour), y(middle.minimal) + 15)) && (
        <text
          x={(x(widest.fromHour) + x(widest.toHour)) / 2}
          y={Math.min(floor - 2, y(middle.minimal) + 15)}
          textAnchor="middle"
          fontSize={12.5}
          fill="var(--soft)"
          {...halo("var(--warm-wash)")}
        >
          what the work needs
        </text>
      )}
      {calm && (
        <text
          x={(x(calm[0].fromHour) + x(calm[0].toHour)) / 2}
          y={Math.max(sky + 14, y(calm[1].worn) - 9)}
          textAnchor="middle"
          fontSize={12.5}
          fontWeight={650}
          fill="var(--ink)"
          {...halo("var(--sky-low)")}
        >
          what is worn
        </text>
      )}
      {bag[0] && (
        <text
          x={(x(bag[0].fromHour) + x(bag.at(-1)?.hour ?? 0)) / 2}
          y={sky + 24}
          textAnchor="middle"
          fontSize={12.5}
          fill="var(--soft)"
          {...halo("var(--warm-wash)")}
        >
          in the bag
        </text>
      )}
      {said.map((s) => (
        <text
          key={s.text}
          x={s.x}
          y={s.y}
          textAnchor={s.anchor}
          fontSize={13}
          fontWeight={650}
          fill={s.tone}
          {...halo("var(--loft)", 5)}
        >
          {s.text}
        </text>
      ))}
      <path
        d={moments
          .map((m, i) => `${i ? "L" : "M"}${x((m.fromHour + m.hour) / 2)} ${yAir(m.outside)}`)
          .join("")}
        fill="none"
        stroke="var(--ice)"
        strokeWidth={2}
      />
      {[...new Set([0, ...marks, moments.length - 1])].map((i) => {
        const m = moments[i];
        const near =
          i > 0 &&
          i < moments.length - 1 &&
          (x(m?.hour ?? 0) - scale.left < 70 || scale.right - x(m?.hour ?? 0) < 70);
        return m && !near ? (
          <text
            key={m.fromHour}
            x={Math.min(scale.right - 8, Math.max(scale.left + 8, x((m.fromHour + m.hour) / 2)))}
            y={yAir(m.outside) + (i === 0 || i === moments.length - 1 ? 16 : 16)}
            textAnchor={i === 0 ? "start" : i === moments.length - 1 ? "end" : "middle"}
            fontSize={12.5}
            fontWeight={600}
            fill="var(--ice)"
            {...halo("var(--sky-top)")}
          >
            {w.temp(m.outside)}
          </text>
        ) : null;
      })}
      {scale.gutter > 60 &&
        ladder.map((l) => (
          <g key={l.text}>
            <path
              d={`M${scale.right} ${l.at}h5L${scale.right + 12} ${l.y}`}
              fill="none"
              stroke="var(--edge)"
            />
            <text x={scale.right + 15} y={l.y + 4} fontSize={12} fill="var(--ink)">
              <title>{`${l.text}: ${insulation(l.si)}`}</title>
              {shortened(l.text, scale.gutter - 17)}
            </text>
          </g>
        ))}
    </svg>
  );
}

/** Whether a label lies where another is to stand. */
const lies = (label: { x: number; y: number }, from: number, to: number, y: number) =>
  label.x > from - 90 && label.x < to + 10 && Math.abs(label.y - y) < 16;

/** Text cut to a width, with an ellipsis. */
const shortened = (text: string, width: number) => {
  const most = Math.floor(width / 6.1);
  return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;
};

function runs<K>(moments: readonly Moment[], by: (m: Moment) => K) {
  const found: { of: Moment[]; key: K }[] = [];
  for (const m of moments) {
    const last = found.at(-1);
    if (last && last.key === by(m)) last.of.push(m);
    else found.push({ of: [m], key: by(m) });
  }
  return found;
}

/** Labels that would lie on each other are moved apart, upwards. */
function stacked<T extends { y: number }>(labels: T[], apart: number, least: number): (T & { at: number })[] {
  let last = Number.POSITIVE_INFINITY;
  const placed = labels.map((l) => {
    const at = Math.min(l.y, last - apart);
    last = at;
    return { ...l, at: l.y, y: at };
  });
  const over = Math.max(0, least - (placed.at(-1)?.y ?? least));
  return placed.map((l) => ({ ...l, y: l.y + over }));
}

function spread<T extends { x: number; y: number; text: string }>(
  labels: T[],
  right: number,
  least: number,
  most: number,
): (T & { anchor: "start" | "end" })[] {
  const taken: { from: number; to: number; y: number }[] = [];
  return labels.map((l) => {
    const wide = l.text.length * 7;
    const anchor = l.x + wide > right - 6 ? "end" : "start";
    const [from, to] = anchor === "end" ? [l.x - wide, l.x] : [l.x, l.x + wide];
    let y = Math.min(most, Math.max(least, l.y));
    while (taken.some((t) => Math.abs(t.y - y) < 16 && t.from < to && t.to > from) && y < most) y += 16;
    taken.push({ from, to, y });
    return { ...l, y, anchor: anchor as "start" | "end", x: anchor === "end" ? l.x - 3 : l.x + 3 };
  });
}
