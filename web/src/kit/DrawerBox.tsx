import type { Drawer, ItemReading, KitItem } from "../api/client";
import { bandHeight, toneOf } from "../entry/Understood";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";

export type Standing = { along: boolean; why: string; fixed: boolean };

/** A drawer: its things as strata, thickness to scale; what comes along is pulled out over its front. */
export function DrawerBox(props: {
  drawer: Drawer;
  things: KitItem[];
  readings: Record<string, ItemReading> | undefined;
  chosen: string | null;
  onChoose: (id: string) => void;
  /** Whether a thing comes along; null without a trip. */
  standing: ((item: KitItem) => Standing) | null;
  onPull: (item: KitItem) => void;
}) {
  const { things, readings } = props;
  const w = useWrite();
  const along = props.standing ? things.filter((i) => props.standing?.(i).along) : [];
  return (
    <section className="mb-4 break-inside-avoid" aria-label={drawers[props.drawer]}>
      <h2 className="flex items-baseline gap-2 border-ink border-b-2 pb-0.5 text-[16px]">
        <span className="grow">{drawers[props.drawer]}</span>
        <span className="font-normal font-sans text-[12.5px] text-soft">
          {along.length > 0
            ? `${along.length} of ${things.length} · ${w.mass(Math.round(along.reduce((g, i) => g + i.massG, 0)))}`
            : things.length}
        </span>
      </h2>
      <ul className="pt-1">
        {things.map((item) => (
          <Stratum
            key={item.id}
            item={item}
            reading={readings?.[item.id]}
            chosen={props.chosen === item.id}
            standing={props.standing?.(item) ?? null}
            onChoose={() => props.onChoose(item.id)}
            onPull={() => props.onPull(item)}
          />
        ))}
      </ul>
    </section>
  );
}

function Stratum(props: {
  item: KitItem;
  reading: ItemReading | undefined;
  chosen: boolean;
  standing: Standing | null;
  onChoose: () => void;
  onPull: () => void;
}) {
  const { item, reading, standing } = props;
  const w = useWrite();
  const out = standing?.along ?? false;
  const warmth = reading?.insulation;
  return (
    <li
      className={`flex items-stretch transition-[margin] duration-150 ${standing ? (out ? "mr-0" : "mr-5") : ""}`}
    >
      <button
        type="button"
        onClick={props.onChoose}
        aria-current={props.chosen ? "true" : undefined}
        className={`min-h-11 min-w-0 grow rounded-md px-1 pt-0.5 text-left hover:bg-ice-wash sm:min-h-8 ${props.chosen ? "bg-ice-wash" : ""}`}
      >
        <span className="flex items-baseline gap-2 leading-tight">
          <span className={`min-w-0 grow truncate ${out ? "font-semibold" : ""}`}>{item.name}</span>
          <span className="shrink-0 text-[12.5px] text-soft">
            {item.kind === "vapourBarrier"
              ? "barrier · "
              : warmth != null && warmth > 0
                ? `${item.source === "usual" ? "about " : ""}${w.insulation(warmth)} · `
                : ""}
            {w.mass(item.massG)}
          </span>
        </span>
        <span
          aria-hidden="true"
          className={`mt-0.5 mb-1 block rounded-sm border ${out ? "border-ink" : "border-edge/50"} ${item.source === "usual" && item.claims.length > 0 ? "border-dashed" : ""}`}
          style={{ height: bandHeight(warmth), background: toneOf(item) }}
        />
      </button>
      {standing && (
        <button
          type="button"
          role="switch"
          aria-checked={out}
          aria-label={`${item.name} comes along${standing.why ? `: ${standing.why}` : ""}`}
          title={standing.why || (out ? "comes along" : "stays at home")}
          disabled={standing.fixed}
          onClick={props.onPull}
          className="grid min-h-11 w-11 shrink-0 place-items-center rounded-md enabled:hover:bg-ice-wash sm:min-h-8 sm:w-9"
        >
          <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
            <rect
              x="1.5"
              y="4"
              width={out ? 17 : 11}
              height="12"
              rx="2.5"
              fill={out ? "var(--ink)" : "none"}
              stroke={standing.fixed && !out ? "var(--line)" : "var(--ink)"}
              strokeWidth="1.5"
            />
            <path
              d={out ? "M7 10h6" : "M14.5 10h4M16.5 7.5 19 10l-2.5 2.5"}
              fill="none"
              stroke={out ? "var(--paper)" : standing.fixed ? "var(--line)" : "var(--ink)"}
              strokeWidth="1.6"
              strokeLinecap="round"
            />
          </svg>
        </button>
      )}
    </li>
  );
}
