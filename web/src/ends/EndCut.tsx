import { useId } from "react";
import type { Schema } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { halo } from "../parts/halo";
import { useWorkspace } from "../state/workspace";
import { toShown, toSi, units, useWrite, write } from "../units/units";
import { Sky } from "./Sky";
import { band, depthOf, foot, footAt, hand, linesBetween, path, type Ring, rings } from "./shape";

type Cut = Schema["EndCut"];
const fills = ["var(--worn)", "var(--loft)", "var(--worn-2)", "var(--loft-2)"];

type Props = { cut: Cut; width: number; height: number; stack?: Schema["FootStack"] };

/** A cut through hand or foot: thickness to scale, with lines of equal temperature as in the cut of the night. */
export function EndCut(props: Props) {
  return props.cut.part === "hands" ? <HandCut {...props} /> : <FootCut {...props} />;
}

/** Lines of equal temperature: where they lie, in steps that people count in. */
function useLines(cut: Cut, layers: readonly Ring[]) {
  const w = useWrite();
  const unit = units.temperature(w.u);
  const step = w.u.temperature === "C" ? 10 : 20;
  return linesBetween(toShown(cut.skin, unit), toShown(cut.air, unit), step).flatMap((shown) => {
    const at = depthOf(layers, toSi(shown, unit));
    return at ? [{ shown, celsius: toSi(shown, unit), ...at }] : [];
  });
}

const lineOf = (celsius: number) => ({
  fill: "none",
  stroke: celsius > 0.01 ? "var(--ember)" : "var(--ice)",
  strokeWidth: Math.abs(celsius) < 0.01 ? 2.2 : 1,
  strokeDasharray: Math.abs(celsius) < 0.01 ? undefined : "2 4",
  strokeLinecap: "round" as const,
  vectorEffect: "non-scaling-stroke" as const,
});

const nameOf = (celsius: number) => ({
  textAnchor: "middle" as const,
  fontSize: 12,
  fontWeight: Math.abs(celsius) < 0.01 ? 700 : 600,
  fill: lineOf(celsius).stroke,
  ...halo("var(--loft)"),
});

/** What lies over the skin, from outside in, with a line to it; on a narrow page it stands beneath. */
function Names(props: {
  layers: readonly Ring[];
  x: number;
  y: number;
  more?: string | undefined;
  bare: string;
  air: number;
}) {
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const lines = [...props.layers].reverse();
  return (
    <g fontSize={13} fill="var(--ink)">
      <text x={props.x} y={props.y} fill="var(--soft)">
        air {w.temp(props.air)}
      </text>
      {lines.length === 0 && (
        <text x={props.x} y={props.y + 20} fontWeight={650}>
          {props.bare}
        </text>
      )}
      {lines.map((l, i) => (
        <g key={l.itemId} transform={`translate(${props.x} ${props.y + 20 + 34 * i})`}>
          <rect
            x={-16}
            y={-10}
            width={11}
            height={11}
            rx={2}
            fill={fills[(lines.length - 1 - i) % fills.length]}
            stroke="var(--edge)"
          />
          <text fontWeight={650}>{items[l.itemId]?.name ?? "?"}</text>
          <text y={15} fontSize={12.5} fill="var(--soft)">
            {write(l.to - l.from, 1)} mm · {w.temp(l.innerC)} to {w.temp(l.outerC)}
          </text>
        </g>
      ))}
      {props.more && (
        <text
          x={props.x}
          y={props.y + 24 + 34 * Math.max(1, lines.length)}
          fontWeight={700}
          fill="var(--ember)"
        >
          {props.more}
        </text>
      )}
    </g>
  );
}

function HandCut({ cut, width, height }: Props) {
  const id = useId();
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const layers = rings(cut, (i) => items[i]?.fingers ?? "apart");
  const shape = hand(layers);
  const lines = useLines(cut, layers);
  const names = width > 560 ? 236 : 0;
  const under = names ? 0 : 30 + 34 * Math.max(1, layers.length);
  const scale = Math.min(
    (width - names - 40) / (shape.right - shape.left),
    (height - under - 34) / (shape.bottom - shape.top),
    4.6,
  );
  const x0 = 20 + (width - names - 40 - (shape.right - shape.left) * scale) / 2 - shape.left * scale;
  const y0 = 17 + (height - under - 34 - (shape.bottom - shape.top) * scale) / 2 - shape.top * scale;
  const numb = cut.skin < 8;
  const named = layers.map((l) => items[l.itemId]?.name ?? "").join(", ") || "nothing";
  return (
    <svg
      width={width}
      height={height}
      className="block"
      role="img"
      aria-label={`Cut across the fingers at ${w.temp(cut.skin)} in air of ${w.temp(cut.air)}. Over them, from the skin out: ${named}.${cut.overMm > 0 ? ` ${write(cut.overMm, 1)} mm too much: squeezed.` : ""}`}
    >
      <Sky id={`${id}sky`} width={width} height={height} />
      <defs>
        <Hatch id={`${id}short`} zoom={scale} />
      </defs>
      <g transform={`translate(${x0} ${y0}) scale(${scale})`}>
        {[...layers].reverse().map((l) => (
          <g key={l.itemId}>
            <path
              d={shape.outline(l.to, l.fingers)}
              fill={fills[layers.indexOf(l) % fills.length]}
              stroke={l.itemId === cut.squeezes ? "var(--ember)" : "var(--edge)"}
              strokeWidth={l.itemId === cut.squeezes ? 2.4 : 0.9}
              vectorEffect="non-scaling-stroke"
            />
            {/* Fingers that lie together share the warm air between them. */}
            {l.fingers !== "apart" && <path d={shape.outline(l.from, l.fingers)} fill="var(--warm-wash)" />}
          </g>
        ))}
        <path
          d={shape.skin}
          fill={numb ? `url(#${id}short)` : "var(--ink)"}
          stroke="var(--ink)"
          strokeWidth={0.5}
        />
        {lines.map((l) => (
          <path key={l.shown} d={shape.outline(l.mm, l.ring.fingers)} {...lineOf(l.celsius)} />
        ))}
      </g>
      {lines.map((l) => (
        <text
          key={l.shown}
          x={x0 + scale * shape.nameX}
          y={y0 + scale * shape.nameY(l.mm, l.ring.fingers) + 4}
          {...nameOf(l.celsius)}
        >
          {write(l.shown)}°
        </text>
      ))}
      <text
        x={x0 + scale * (shape.centres[1]?.[0] ?? 0)}
        y={y0 + 5}
        textAnchor="middle"
        fontSize={Math.max(12, Math.min(17, scale * 5))}
        fontWeight={700}
        fill={numb ? "var(--ink)" : "var(--paper)"}
        {...(numb ? halo("var(--ember-wash)") : {})}
      >
        {w.temp(cut.skin)}
      </text>
      <Names
        layers={layers}
        x={names ? width - names + 22 : 34}
        y={names ? 30 : height - under + 6}
        air={cut.air}
        bare="bare hands"
        more={
          cut.overMm > 0
            ? `squeezed: ${write(cut.overMm, 1)} mm too much`
            : cut.tight
              ? "fits tightly: less blood"
              : undefined
        }
      />
    </svg>
  );
}

function FootCut({ cut, width, height, stack }: Props) {
  const id = useId();
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const layers = rings(cut, () => "together");
  const boot = layers.find((l) => l.itemId === stack?.boot);
  /** Room that is left between the stack and the wall, drawn where it lies. */
  const left = boot && stack?.roomMm != null ? Math.max(0, stack.roomMm - boot.from) : 0;
  const at = (mm: number) => footAt(boot && mm > boot.from - 1e-6 ? mm + left : mm);
  const lines = useLines(cut, layers);
  const outer = (layers.at(-1)?.to ?? 0) + left;
  const sole = boot ? 16 : 0;
  const names = width > 560 ? 268 : 0;
  const under = names ? 0 : 30 + 34 * Math.max(1, layers.length);
  const [wide, high] = [272 + 2 * outer, 152 + outer + sole];
  const scale = Math.min((width - names - 30) / wide, (height - under - 22) / high, 2.4);
  const x0 = 16 + (width - names - 30 - wide * scale) / 2 + (4 + outer) * scale;
  const y0 = height - under - 12 - (outer + sole) * scale;
  const over = stack?.overMm ?? 0;
  const toe = foot.reduce((a, b) => (b[0] > a[0] ? b : a));
  const ball = footAt(0).findIndex(([x, y]) => x < 190 && x > 150 && y < -30);
  const gap = footAt((boot?.from ?? 0) + left / 2)[Math.max(0, ball + 13)] as [number, number];
  const named = layers.map((l) => items[l.itemId]?.name ?? "").join(", ") || "nothing";
  const room =
    stack?.roomMm == null
      ? undefined
      : over > 0
        ? `${write(over, 1)} mm too much: squeezed`
        : `${write(stack.roomMm - stack.stackMm, 1)} mm of room left`;
  return (
    <svg
      width={width}
      height={height}
      className="block"
      role="img"
      aria-label={`Cut through the foot, toes ${w.temp(cut.skin)} in air of ${w.temp(cut.air)}. Over them, from the skin out: ${named}. ${room ?? ""}`}
    >
      <Sky id={`${id}sky`} width={width} height={height} />
      <defs>
        <Hatch id={`${id}short`} zoom={scale} />
        <clipPath id={`${id}leg`}>
          <rect x={-60} y={-150} width={420} height={260} />
        </clipPath>
        <clipPath id={`${id}sole`}>
          <rect x={-60} y={-26} width={420} height={120} />
        </clipPath>
      </defs>
      <rect
        y={y0 + (outer + sole) * scale}
        width={width}
        height={Math.max(0, height - under - y0 - (outer + sole) * scale)}
        fill="var(--ground)"
      />
      <g transform={`translate(${x0} ${y0}) scale(${scale})`} clipPath={`url(#${id}leg)`}>
        {boot && (
          <path
            d={`${path(footAt(outer))}Z`}
            transform={`translate(0 ${sole})`}
            clipPath={`url(#${id}sole)`}
            fill="var(--pad-2)"
            stroke="var(--edge)"
            strokeWidth={0.9}
            vectorEffect="non-scaling-stroke"
          />
        )}
        {left > 0.05 && boot && (
          <path d={band(footAt(boot.from), footAt(boot.from + left))} fill="var(--sky-low)">
            <title>room left</title>
          </path>
        )}
        {[...layers].reverse().map((l) => {
          const squeezed = over > 0 && boot !== undefined && l.to <= boot.from + 1e-6;
          return (
            <path
              key={l.itemId}
              d={band(
                at(l.from),
                l === boot ? footAt(l.to + left) : footAt(l.to + (boot && l.from > boot.from ? left : 0)),
              )}
              fill={squeezed ? `url(#${id}short)` : fills[layers.indexOf(l) % fills.length]}
              stroke={l.itemId === cut.squeezes ? "var(--ember)" : "var(--edge)"}
              strokeWidth={l.itemId === cut.squeezes ? 2.4 : 0.9}
              vectorEffect="non-scaling-stroke"
            />
          );
        })}
        <path d={`${path(foot)}Z`} fill="var(--ink)" />
        {lines.map((l) => (
          <path key={l.shown} d={path(at(l.mm))} {...lineOf(l.celsius)} />
        ))}
      </g>
      {lines.map((l, i) => {
        // Beside each other along the instep, for the lines lie close.
        const [px, py] = at(l.mm)[Math.max(0, ball + 5 * (i - (lines.length - 1) / 2)) | 0] as [
          number,
          number,
        ];
        return (
          <text key={l.shown} x={x0 + scale * px} y={y0 + scale * py + 3} {...nameOf(l.celsius)}>
            {write(l.shown)}°
          </text>
        );
      })}
      <text
        x={x0 + scale * (toe[0] - 34)}
        y={y0 + scale * -9}
        textAnchor="middle"
        fontSize={16}
        fontWeight={700}
        fill={cut.skin < 15 ? "var(--ember)" : "var(--paper)"}
      >
        {w.temp(cut.skin)}
      </text>
      <Names
        layers={layers}
        x={names ? width - names + 26 : 34}
        y={names ? 30 : height - under + 6}
        air={cut.air}
        bare="bare feet"
        more={over > 0 ? room : cut.tight ? "fits tightly: less blood" : undefined}
      />
      {room && over === 0 && boot && (
        <g>
          <path
            d={`M${x0 + scale * gap[0]} ${y0 + scale * gap[1]}L${x0 + scale * 172} ${y0 + scale * -101}`}
            stroke="var(--ink)"
          />
          <text
            x={x0 + scale * 175}
            y={y0 + scale * -102}
            fontSize={13}
            fontWeight={650}
            fill="var(--ink)"
            {...halo("var(--sky-low)")}
          >
            {room}
          </text>
        </g>
      )}
    </svg>
  );
}
