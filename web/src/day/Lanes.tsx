import type { DayAnswer, Schema } from "../api/client";
import { clock } from "../night/clock";
import { halo } from "../parts/halo";
import { useWrite } from "../units/units";
import type { Scale } from "./scale";

type Moment = Schema["DayMoment"];
const ends = 62;
const water = 40;

/** Under the clothes: the heat of fingers and toes, and the water in what is worn. */
export function Lanes({ answer, scale }: { answer: DayAnswer; scale: Scale }) {
  const w = useWrite();
  const moments = answer.played?.moments ?? [];
  if (moments.length === 0) return null;
  const { x } = scale;
  const low = Math.min(10, ...moments.map((m) => Math.min(m.fingers, m.toes))) - 1;
  const y = (c: number) => 6 + ((35 - c) / (35 - low)) * (ends - 12);
  const most = Math.max(30, ...moments.map((m) => m.waterG));
  const yWater = (g: number) => ends + water - (g / most) * (water - 12);
  const line = (of: (m: Moment) => number) =>
    moments.map((m, i) => `${i ? "L" : "M"}${x(m.hour)} ${of(m).toFixed(1)}`).join("");
  const coldest = moments.reduce((a, b) =>
    Math.min(b.fingers, b.toes) < Math.min(a.fingers, a.toes) ? b : a,
  );
  const which = coldest.fingers < coldest.toes ? "fingers" : "toes";
  const lowest = coldest[which];
  const wettest = moments.reduce((a, b) => (b.waterG > a.waterG ? b : a));
  const name = (text: string, at: number, tone = "var(--ink)") =>
    scale.left > 50 ? (
      <text x={scale.left - 8} y={at + 4} textAnchor="end" fontSize={12.5} fill={tone}>
        {text}
      </text>
    ) : (
      <text x={4} y={at + 4} fontSize={12.5} fill={tone} {...halo("var(--paper)")}>
        {text}
      </text>
    );
  const right = x(coldest.hour) > (scale.left + scale.right) / 2;
  return (
    <svg
      width={scale.width}
      height={ends + water + 4}
      className="block border-line border-t"
      role="img"
      aria-label={`Fingers and toes, lowest ${which} ${w.temp(lowest)} at ${clock(coldest.hour)}; water in what is worn, most ${w.mass(Math.round(wettest.waterG))}`}
    >
      <path
        d={`M${scale.left} ${y(15)}H${scale.right}`}
        stroke={lowest < 15 ? "var(--ember)" : "var(--edge)"}
        strokeDasharray="2 5"
      />
      {(answer.played?.tasks ?? []).map((t) => (
        <rect
          key={t.taskId}
          x={x(t.fromHour)}
          y={3}
          width={Math.max(2, x(t.toHour) - x(t.fromHour))}
          height={ends - 6}
          fill={t.failsAfter === null ? "var(--ink)" : "var(--ember)"}
          opacity={0.16}
        >
          <title>hands at a task</title>
        </rect>
      ))}
      <path d={line((m) => y(m.toes))} fill="none" stroke="var(--edge)" strokeWidth={2.2} />
      <path d={line((m) => y(m.fingers))} fill="none" stroke="var(--ink)" strokeWidth={2.2} />
      {name("fingers", 10)}
      {name("toes", 27, "var(--soft)")}
      {name(`${w.temp(15)}, no fine work`, Math.max(y(15), 44), lowest < 15 ? "var(--ember)" : "var(--soft)")}
      {lowest < 20 && (
        <>
          <circle
            cx={x(coldest.hour)}
            cy={y(lowest)}
            r={5}
            fill="none"
            stroke="var(--ember)"
            strokeWidth={2}
          />
          <text
            x={x(coldest.hour) + (right ? -10 : 10)}
            y={y(lowest) - 5}
            textAnchor={right ? "end" : "start"}
            fontSize={13}
            fontWeight={650}
            fill="var(--ember)"
            {...halo("var(--paper)")}
          >
            {which} {w.temp(lowest)} at {clock(coldest.hour)}
          </text>
        </>
      )}
      <path
        d={`M${scale.left} ${ends + water}${moments.map((m) => `L${x(m.hour)} ${yWater(m.waterG).toFixed(1)}`).join("")}L${x(moments.at(-1)?.hour ?? 0)} ${ends + water}Z`}
        fill="var(--ice-mid)"
        stroke="var(--ice)"
      />
      {name("water in it", ends + water - 10, "var(--ice)")}
      {wettest.waterG >= 1 && (
        <text
          x={Math.min(scale.right - 40, Math.max(scale.left + 4, x(wettest.hour) - 20))}
          y={yWater(wettest.waterG) - 3}
          fontSize={12.5}
          fontWeight={600}
          fill="var(--ice)"
          {...halo("var(--paper)")}
        >
          {w.mass(Math.round(wettest.waterG))}
        </text>
      )}
    </svg>
  );
}
