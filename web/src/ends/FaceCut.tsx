import { useId } from "react";
import type { EndsAnswer } from "../api/client";
import { clock } from "../night/clock";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { Sky } from "./Sky";

/** The head from the side, looking right, in a square of 100. */
const head =
  "M22 98C23 88 20 80 17 70C9 44 22 12 50 9C70 7 82 18 83 34C84 41 85 44 91 54C93 57 91 59 86 60C87 63 88 64 86 67C88 70 86 73 85 76C86 83 82 87 72 86C68 86 66 88 66 98Z";
const mouth =
  "M84 45L96 54C94 62 91 70 90 78C88 88 80 91 70 91L68 100H20L17 74C28 66 44 64 56 58C66 52 76 48 84 45Z";
const hat = "M15 52C10 24 28 4 52 5C70 4 84 16 85 30L82 34C66 28 40 34 33 56C26 60 18 58 15 52Z";
const goggles = "M70 32C78 28 88 30 88 38C88 46 84 49 76 48C70 47 67 38 70 32Z";

/** The face at its worst moment: what covers it, what is bare, and how soon that freezes. */
export function FaceCut({ ends, width, height }: { ends: EndsAnswer; width: number; height: number }) {
  const id = useId();
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const face = ends.face;
  if (!face || face.blocks.length === 0)
    return <p className="rounded-xl bg-warm-wash p-6 text-soft">No hour out of doors on this day.</p>;
  const bareSpan = face.spans.find((s) => s.why === "bare");
  const risk = (b: (typeof face.blocks)[0]) => b.bareMinutes ?? 1000;
  const worst = [...face.blocks].sort(
    (a, b) => Number(b.coveredBy.length === 0) - Number(a.coveredBy.length === 0) || risk(a) - risk(b),
  );
  const at = (bareSpan ? worst[0] : [...face.blocks].sort((a, b) => risk(a) - risk(b))[0]) ?? face.blocks[0];
  if (!at) return null;
  const covered = at.coveredBy.length > 0;
  const risky = at.bareMinutes !== null && at.bareMinutes <= 30;
  const eyes = face.spans.some((s) => s.why === "glare" || s.why === "windInEyes");
  const wide = width > 560;
  const scale = wide ? (height - 16) / 100 : 1.4;
  const x0 = wide ? 120 : 70;
  /** Words stand beside the head, on a narrow page under it. */
  const words = wide ? x0 + 112 * scale : 16;
  const top = wide ? 34 : 182;
  const cover = at.coveredBy.map((i) => items[i]?.name ?? "?").join(" + ");
  const freezes =
    at.bareMinutes === null
      ? "Bare skin is not likely to freeze."
      : `${covered ? "What is bare" : "Nose and cheeks"} would freeze in ${at.bareMinutes < 2 ? "under 2" : Math.round(at.bareMinutes)} min.`;
  const lines = [
    `feels like ${w.temp(at.chill)}, ${w.wind(at.faceWindMs)} on the face`,
    covered ? `${cover} over mouth and nose` : "face bare",
    at.ears ? "ears covered" : "ears bare",
    face.eyes.length
      ? `${face.eyes.map((i) => items[i]?.name ?? "?").join(", ")} along`
      : eyes
        ? "nothing for the eyes"
        : "",
  ].filter(Boolean);
  return (
    <svg
      width={width}
      height={height}
      className="block"
      role="img"
      aria-label={`${freezes} ${lines.join(", ")}.`}
    >
      <defs>
        <Hatch id={`${id}short`} zoom={scale} />
      </defs>
      <Sky id={`${id}sky`} width={width} height={height} />
      <g stroke="var(--ice)" strokeWidth={1.6} strokeLinecap="round" opacity={0.75}>
        {[0, 1, 2, 3].map((i) => (
          <path
            key={i}
            d={`M${x0 + 100 * scale + 10 * i} ${100 * scale * (0.3 + 0.14 * i)}h${-Math.min(40, 6 + at.faceWindMs * 3)}`}
          />
        ))}
      </g>
      <g transform={`translate(${x0} ${16}) scale(${scale})`} strokeWidth={0.9}>
        <path d={head} fill="var(--ink)" />
        {!covered && risky && (
          <path
            d="M84 40L91 54C93 57 91 59 86 60L87 66L76 68L70 52Z"
            fill={`url(#${id}short)`}
            stroke="var(--ember)"
          />
        )}
        {at.ears && <path d={hat} fill="var(--loft)" stroke="var(--edge)" />}
        {covered && <path d={mouth} fill="var(--loft-2)" stroke="var(--edge)" />}
        {!covered && face.cover && (
          <path d="M14 86L60 84L62 100H13Z" fill="var(--loft-2)" stroke="var(--edge)" strokeDasharray="2 2" />
        )}
        {face.eyes.length > 0 && eyes && <path d={goggles} fill="var(--ice-mid)" stroke="var(--edge)" />}
        {!(face.eyes.length > 0 && eyes) && <path d="M74 37l7-1" stroke="var(--paper)" strokeWidth={1.6} />}
      </g>
      <g fontSize={13.5}>
        <text
          x={words}
          y={top}
          fontSize={17}
          fontWeight={700}
          fill={!covered && risky ? "var(--ember)" : "var(--ink)"}
          {...halo("var(--sky-top)", 5)}
        >
          {freezes}
        </text>
        {lines.map((l, i) => (
          <text key={l} x={words} y={top + 24 + 20 * i} fill="var(--ink)" {...halo("var(--sky-low)", 5)}>
            {l}
          </text>
        ))}
        {bareSpan && (
          <text
            x={words}
            y={top + 24 + 20 * lines.length}
            fontWeight={650}
            fill="var(--ember)"
            {...halo("var(--sky-low)", 5)}
          >
            bare {clock(bareSpan.fromHour)}–{clock(bareSpan.toHour)}
          </text>
        )}
      </g>
    </svg>
  );
}
