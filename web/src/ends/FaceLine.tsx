import { useId } from "react";
import type { DayAnswer, EndsAnswer } from "../api/client";
import type { Scale } from "../day/scale";
import { clock } from "../night/clock";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWrite } from "../units/units";

const top = 120;

/** The face through the day: how soon bare skin freezes, which side of the cover is over the mouth, and what the eyes meet. */
export function FaceLine(props: { answer: DayAnswer; ends: EndsAnswer; scale: Scale }) {
  const { answer, ends, scale } = props;
  const id = useId();
  const w = useWrite();
  const { x } = scale;
  const face = ends.face;
  if (!face) return null;
  const wide = scale.left > 50;
  /** Minutes on a scale on which two and thirty are both seen; none stands at the bottom. */
  const y = (minutes: number | null) =>
    minutes === null
      ? top - 6
      : 16 +
        ((Math.log(Math.max(1.5, Math.min(60, minutes))) - Math.log(1.5)) / (Math.log(60) - Math.log(1.5))) *
          (top - 32);
  const blocks = face.blocks.flatMap((b) => {
    const block = answer.blocks.find((o) => o.id === b.blockId);
    return block ? [{ ...b, from: block.fromHour, to: block.toHour }] : [];
  });
  const bare = face.spans.filter((s) => s.why === "bare");
  const up = face.spans.filter((s) => s.why === "coverUp");
  const eyes = face.spans.filter((s) => s.why === "glare" || s.why === "windInEyes");
  const fog = face.spans.filter((s) => s.why === "fog");
  /** The cover while it is up, cut where it is turned: sides change. */
  const sides = up.flatMap((s) => {
    const cuts = face.turns.filter((t) => t.hour > s.fromHour + 1e-6 && t.hour < s.toHour - 1e-6);
    const edges = [s.fromHour, ...cuts.map((t) => t.hour), s.toHour];
    return edges.slice(0, -1).map((from, i) => ({
      from,
      to: edges[i + 1] as number,
      turned: face.turns.filter((t) => t.hour <= from + 1e-6 && !t.change).length % 2 === 1,
    }));
  });
  const name = (text: string, at: number) => (
    <text
      x={wide ? scale.left - 8 : 4}
      y={at}
      textAnchor={wide ? "end" : "start"}
      fontSize={12.5}
      fill="var(--soft)"
      {...(wide ? {} : halo("var(--paper)"))}
    >
      {text}
    </text>
  );
  const tube = top + 16;
  const eye = tube + 42;
  const bottom = eye + 26;
  return (
    <svg
      width={scale.width}
      height={bottom}
      className="block"
      role="img"
      aria-label={`Minutes until bare skin freezes: ${blocks.map((b) => `${clock(b.from)} ${b.bareMinutes === null ? "not likely" : Math.round(b.bareMinutes)}`).join(", ")}. The cover is turned ${face.turns.length ? `at ${face.turns.map((t) => clock(t.hour)).join(", ")}` : "never"}.`}
    >
      <defs>
        <Hatch id={`${id}short`} />
      </defs>
      <rect x={scale.left} width={scale.right - scale.left} height={top} rx={10} fill="var(--ice-wash)" />
      {[2, 5, 10, 30].map((m) => (
        <g key={m}>
          <path d={`M${scale.left} ${y(m)}H${scale.right}`} stroke="var(--edge)" strokeDasharray="2 5" />
          {name(`${m} min`, y(m) + 4)}
        </g>
      ))}
      {blocks.map((b) => {
        const wideness = x(b.to) - x(b.from) - 1.5;
        const text =
          b.bareMinutes === null
            ? wideness > 90
              ? "not likely"
              : ""
            : b.bareMinutes > 30
              ? "30+"
              : `${Math.round(b.bareMinutes)} min`;
        return (
          <g key={b.blockId}>
            {b.bareMinutes !== null && (
              <rect x={x(b.from)} y={0} width={wideness} height={y(b.bareMinutes)} fill="var(--ice-mid)" />
            )}
            <path d={`M${x(b.from)} ${y(b.bareMinutes)}h${wideness}`} stroke="var(--ink)" strokeWidth={3} />
            <text
              x={x((b.from + b.to) / 2)}
              y={b.bareMinutes === null ? y(null) - 7 : Math.max(15, y(b.bareMinutes) - 7)}
              textAnchor="middle"
              fontSize={wideness > 60 ? 15 : 12}
              fontWeight={700}
              fill="var(--ink)"
              {...halo(b.bareMinutes === null ? "var(--ice-wash)" : "var(--paper)", 5)}
            >
              {wideness > 34 ? text : ""}
            </text>
          </g>
        );
      })}
      {blocks.flatMap((b) =>
        bare
          .filter((s) => s.toHour > b.from && s.fromHour < b.to)
          .map((s) => {
            const from = x(Math.max(b.from, s.fromHour));
            return (
              <rect
                key={`${b.blockId}${s.fromHour}`}
                x={from}
                y={0}
                width={Math.max(2, x(Math.min(b.to, s.toHour)) - from - 1.5)}
                height={y(b.bareMinutes)}
                fill={`url(#${id}short)`}
                opacity={0.75}
              >
                <title>face bare</title>
              </rect>
            );
          }),
      )}
      {name("cover", tube + 11)}
      <path d={`M${scale.left} ${tube + 7}H${scale.right}`} stroke="var(--line)" />
      {sides.map((s) => (
        <rect
          key={s.from}
          x={x(s.from)}
          y={tube}
          width={Math.max(2, x(s.to) - x(s.from) - 1.5)}
          height={14}
          rx={4}
          fill={s.turned ? "var(--ice)" : "var(--ink)"}
        />
      ))}
      {face.turns.map((t, i) => (
        <g key={t.hour}>
          <path
            d={`M${x(t.hour)} ${tube - 4}v22`}
            stroke={t.change ? "var(--ember)" : "var(--ice)"}
            strokeWidth={2}
          />
          {(i === 0 || x(t.hour) - x((face.turns[i - 1] as (typeof face.turns)[0]).hour) > 66) && (
            <text
              x={Math.min(x(t.hour), scale.right - 34)}
              y={tube + 30}
              textAnchor="middle"
              fontSize={12.5}
              fontWeight={650}
              fill={t.change ? "var(--ember)" : "var(--ice)"}
            >
              {t.change ? "change" : "turn"} {clock(t.hour)}
            </text>
          )}
        </g>
      ))}
      {up.length === 0 && (
        <text
          x={scale.left + (wide ? 8 : 46)}
          y={tube + 12}
          fontSize={12.5}
          fill="var(--soft)"
          {...halo("var(--paper)")}
        >
          may stay down at the neck all day
        </text>
      )}
      {name("eyes", eye + 11)}
      <path d={`M${scale.left} ${eye + 7}H${scale.right}`} stroke="var(--line)" />
      {eyes.map((s) => (
        <g key={`${s.why}${s.fromHour}`}>
          <rect
            x={x(s.fromHour)}
            y={eye}
            width={Math.max(2, x(s.toHour) - x(s.fromHour) - 1.5)}
            height={14}
            rx={4}
            fill={face.eyes.length ? "var(--ink)" : `url(#${id}short)`}
            stroke={face.eyes.length ? "none" : "var(--ember)"}
          />
          {x(s.toHour) - x(s.fromHour) > 110 && (
            <text
              x={x((s.fromHour + s.toHour) / 2)}
              y={eye + 11.5}
              textAnchor="middle"
              fontSize={12}
              fontWeight={650}
              fill={face.eyes.length ? "var(--paper)" : "var(--ink)"}
              {...(face.eyes.length ? {} : halo("var(--paper)"))}
            >
              {s.why === "glare" ? "sun on snow" : `wind over ${w.wind(8)}`}
            </text>
          )}
        </g>
      ))}
      {fog.map((s) => (
        <path
          key={s.fromHour}
          d={`M${x(s.fromHour)} ${eye + 19}H${x(s.toHour)}`}
          stroke="var(--ice)"
          strokeWidth={3}
          strokeDasharray="1 6"
          strokeLinecap="round"
        >
          <title>goggles fog</title>
        </path>
      ))}
      {eyes.length === 0 && (
        <text
          x={scale.left + (wide ? 8 : 46)}
          y={eye + 12}
          fontSize={12.5}
          fill="var(--soft)"
          {...halo("var(--paper)")}
        >
          no sun and no strong wind forecast
        </text>
      )}
    </svg>
  );
}
