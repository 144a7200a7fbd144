import { type ReactNode, useId } from "react";
import type { Night, NightAnswer, Schema } from "../api/client";
import { Cut } from "../night/Cut";
import { clock } from "../night/clock";
import { Hatch } from "../parts/Hatch";
import { useLineWords } from "../take/words";
import { useWrite } from "../units/units";

type Lesson = Schema["Lesson"];
type Way = Schema["Way"];

const [width, height] = [340, 150];
/** The cut is drawn larger than it is shown. */
const drawnAt = 0.5;
const cutWidth = 162;

/** The picture of a lesson: two cuts, steps hung from a ladder, loft over and under, minutes as dots, or courses. */
export function Figure({ lesson, night }: { lesson: Lesson; night: Night }) {
  if (lesson.ways.some((w) => w.bed)) return <Cuts lesson={lesson} night={night} />;
  if (lesson.ways.some((w) => w.curve.length > 0)) return <Courses lesson={lesson} />;
  if (lesson.measured === "insulation") return <Flat lesson={lesson} />;
  if (lesson.measured === "minutes") return <Dots lesson={lesson} />;
  return <Steps lesson={lesson} />;
}

function Cuts({ lesson, night }: { lesson: Lesson; night: Night }) {
  const line = useLineWords();
  const shown = lesson.ways.filter((w, i) => w.bed && (i === 0 || i === lesson.ways.length - 1));
  return (
    <div className="flex flex-wrap gap-2">
      {shown.map((way) => (
        <figure key={way.name} className="w-min">
          <div className="w-fit overflow-hidden rounded-lg border border-line">
            <div style={{ zoom: drawnAt }}>
              <Cut
                plan={way.bed as NightAnswer}
                night={night}
                width={cutWidth / drawnAt}
                height={126 / drawnAt}
                selected={null}
                onPress={() => {}}
                plain
              />
            </div>
          </div>
          <figcaption className="leading-tight">
            <b className={way.line?.outside == null ? "text-ember" : ""}>{line(way.line)}</b>{" "}
            <span className="text-soft">{way.name}</span>
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

/** Black steps hung from freezing down: the longer, the colder it may be. What holds in no air has none. */
function Steps({ lesson }: { lesson: Lesson }) {
  const w = useWrite();
  const line = useLineWords();
  const hatch = useId();
  const at = (x: Way) => (lesson.measured === "air" ? x.value : x.line?.outside);
  const lows = lesson.ways.map(at).filter((t) => t != null);
  const [warm, cold] = [Math.max(0, ...lows), Math.min(-5, ...lows)];
  const y = (t: number) => 20 + ((warm - t) / (warm - cold)) * (height - 66);
  const each = width / lesson.ways.length;
  const best = Math.min(...lows);
  return (
    <Frame lesson={lesson}>
      <defs>
        <Hatch id={hatch} />
      </defs>
      <line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke="var(--edge)" strokeDasharray="3 3" />
      <text x={0} y={y(0) - 4} fontSize={11} fill="var(--soft)">
        {w.temp(0)}
      </text>
      {lesson.ways.map((way, i) => {
        const t = at(way);
        const x = each * i + each / 2;
        const squeezes = lesson.measured === "air" && (way.beside ?? 0) > 0.05;
        return (
          <g key={way.name}>
            {t == null ? (
              <rect x={x - 22} y={y(warm)} width={44} height={14} fill={`url(#${hatch})`} />
            ) : (
              <rect
                x={x - 22}
                y={Math.min(y(0), y(t))}
                width={44}
                height={Math.max(2, Math.abs(y(t) - y(0)))}
                rx={2}
                fill={t > 0 || squeezes ? `url(#${hatch})` : "var(--ink)"}
                stroke={squeezes ? "var(--ember)" : "none"}
                opacity={t <= best + 0.5 || squeezes ? 1 : 0.72}
              />
            )}
            <text
              x={x}
              y={(t == null ? y(warm) + 14 : Math.max(y(0), y(t))) + 15}
              fontSize={14}
              fontWeight={700}
              textAnchor="middle"
              fill={t == null ? "var(--ember)" : "var(--ink)"}
            >
              {t == null ? line(way.line ?? null) : lesson.measured === "air" ? w.temp(t) : line(way.line)}
            </text>
            <Name text={way.name} x={x} wide={each - 6} />
          </g>
        );
      })}
    </Frame>
  );
}

/** The name under a step, in as many lines as it needs. */
function Name(props: { text: string; x: number; wide: number }) {
  const most = Math.max(8, Math.floor(props.wide / 5.6));
  const lines = props.text.split(" ").reduce<string[]>((all, word) => {
    const last = all.at(-1);
    if (last !== undefined && last.length + word.length < most) all[all.length - 1] = `${last} ${word}`;
    else all.push(word);
    return all;
  }, []);
  return (
    <text fontSize={11} fill="var(--soft)" textAnchor="middle">
      {lines.map((l, i) => (
        <tspan key={l + i.toString()} x={props.x} y={height - 4 - 12 * (lines.length - 1 - i)}>
          {l}
        </tspan>
      ))}
    </text>
  );
}

/** Loft over the body, the same pressed flat under it, and what lies beneath: height is insulation. */
function Flat({ lesson }: { lesson: Lesson }) {
  const w = useWrite();
  const [over, beneath, flat] = lesson.ways.map((x) => x.value ?? 0) as [number, number, number];
  const scale = 104 / Math.max(0.1, over + beneath + flat);
  const middle = 14 + over * scale;
  const block = (y: number, h: number, fill: string) => (
    <rect
      x={14}
      y={y}
      width={170}
      height={Math.max(2, h)}
      rx={3}
      fill={fill}
      stroke="var(--edge)"
      strokeWidth={0.8}
    />
  );
  const label = (y: number, value: number, name: string) => (
    <>
      <text x={194} y={y} fontSize={14} fontWeight={700} fill="var(--ink)">
        {w.insulation(value)}
      </text>
      <text x={194} y={y + 13} fontSize={11} fill="var(--soft)">
        {name}
      </text>
    </>
  );
  const under = middle + 20;
  return (
    <Frame lesson={lesson}>
      {block(14, over * scale, "var(--loft-2)")}
      <rect x={8} y={middle + 2} width={182} height={14} rx={7} fill="var(--worn)" stroke="var(--edge)" />
      {block(under - 2, flat * scale, "var(--ember)")}
      {block(under + flat * scale, beneath * scale, "var(--pad-2)")}
      {label(Math.max(24, 14 + (over * scale) / 2), over, "over you")}
      {label(under - 2, flat, "the same under you")}
      {label(
        Math.min(height - 16, Math.max(under + 30, under + (beneath * scale) / 2 + 12)),
        beneath,
        "what lies beneath",
      )}
    </Frame>
  );
}

/** Half an hour as thirty dots: filled until bare skin may freeze. */
function Dots({ lesson }: { lesson: Lesson }) {
  return (
    <Frame lesson={lesson}>
      {lesson.ways.map((way, i) => {
        const y = 12 + i * 46;
        const minutes = way.value ?? 30;
        return (
          <g key={way.name}>
            <text x={0} y={y} fontSize={12} fill="var(--soft)">
              {way.name}
            </text>
            <text
              x={width}
              y={y}
              fontSize={14}
              fontWeight={700}
              textAnchor="end"
              fill={way.value == null ? "var(--ink)" : "var(--ember)"}
            >
              {way.value == null ? "over 30 min" : `${Math.round(way.value)} min`}
            </text>
            {Array.from({ length: 30 }, (_, n) => n).map((n) => (
              <circle
                key={n}
                cx={5 + n * 11.3}
                cy={y + 14}
                r={4}
                fill={n < minutes ? (way.value == null ? "var(--ink)" : "var(--ember)") : "none"}
                stroke="var(--edge)"
              />
            ))}
          </g>
        );
      })}
    </Frame>
  );
}

const dashes = ["", "7 4", "2 4"];

/** Courses over the night or the stop, with the lines that matter. */
function Courses({ lesson }: { lesson: Lesson }) {
  const w = useWrite();
  const feet = lesson.measured === "feet";
  const points = lesson.ways.flatMap((x) => x.curve);
  const hours = points.map((p) => p.hour);
  const values = [...points.map((p) => p.value), ...lesson.marks.map((m) => m.value)];
  const [from, to] = [Math.min(...hours), Math.max(...hours)];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const right = width - 122;
  const x = (h: number) => 4 + ((h - from) / Math.max(0.01, to - from)) * (right - 8);
  // Debt grows downwards: what is worse lies lower, as with temperatures.
  const y = (v: number) => {
    const part = (high - v) / Math.max(1, high - low);
    return 8 + (feet ? part : 1 - part) * (height - 32);
  };
  const ends = spread(lesson.ways.map((way) => y(way.curve.at(-1)?.value ?? 0)));
  return (
    <Frame lesson={lesson}>
      {lesson.marks.map((m) => (
        <g key={m.says}>
          <line
            x1={0}
            x2={right}
            y1={y(m.value)}
            y2={y(m.value)}
            stroke="var(--ember)"
            strokeDasharray="4 3"
          />
          <text
            x={right - 2}
            y={y(m.value) < 16 ? y(m.value) + 11 : y(m.value) - 3}
            fontSize={11}
            textAnchor="end"
            fill="var(--ember)"
          >
            {feet ? `${w.temp(m.value)} ${m.says}` : m.says}
          </text>
        </g>
      ))}
      {lesson.ways.map((way, i) => (
        <g key={way.name}>
          <path
            d={way.curve
              .map((p, n) => `${n ? "L" : "M"}${x(p.hour).toFixed(1)} ${y(p.value).toFixed(1)}`)
              .join("")}
            fill="none"
            stroke={i === lesson.ways.length - 1 ? "var(--ice)" : "var(--ink)"}
            strokeWidth={2.4}
            strokeDasharray={dashes[i]}
          />
          <text
            x={right + 2}
            y={(ends[i] ?? 0) + 4}
            fontSize={11}
            fill={i === lesson.ways.length - 1 ? "var(--ice)" : "var(--ink)"}
          >
            {way.name}
          </text>
        </g>
      ))}
      <g fontSize={11} fill="var(--soft)">
        <text x={0} y={height - 4}>
          {feet ? clock(from) : "stop"}
        </text>
        <text x={right} y={height - 4} textAnchor="end">
          {feet ? clock(to) : `${Math.round(60 * to)} min`}
        </text>
      </g>
    </Frame>
  );
}

/** Words at the ends of lines, moved apart where they would lie on each other. */
function spread(at: number[]): number[] {
  const order = at.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  for (let n = 1; n < order.length; n++) {
    const [before, here] = [order[n - 1], order[n]];
    if (before && here && here.y - before.y < 13) here.y = before.y + 13;
  }
  const over = Math.max(0, (order.at(-1)?.y ?? 0) - (height - 26));
  return order.sort((a, b) => a.i - b.i).map((o) => o.y - over);
}

/** All pictures but the cuts have one size and say what they set side by side. */
function Frame({ lesson, children }: { lesson: Lesson; children: ReactNode }) {
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role="img"
      aria-label={`Picture: ${lesson.ways.map((w) => w.name).join(", ")}.`}
    >
      {children}
    </svg>
  );
}
