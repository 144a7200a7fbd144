import type { Drawer, KitItem } from "../api/client";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";

const tones: Partial<Record<Drawer, string>> = {
  under: "var(--pad-2)",
  over: "var(--loft-2)",
  torso: "var(--worn)",
  legs: "var(--worn-2)",
  feet: "var(--worn)",
  head: "var(--worn-2)",
  hands: "var(--worn)",
};

/** What is chosen, as one bar of weight, drawer by drawer. */
export function Weight(props: { chosen: KitItem[]; drawerOf: (item: KitItem) => Drawer }) {
  const w = useWrite();
  const total = props.chosen.reduce((g, i) => g + i.massG, 0);
  if (total <= 0) return null;
  const by = (Object.keys(drawers) as Drawer[])
    .map((drawer) => ({
      drawer,
      g: props.chosen.filter((i) => props.drawerOf(i) === drawer).reduce((g, i) => g + i.massG, 0),
    }))
    .filter((d) => d.g > 0);
  return (
    <div
      className="mt-2 flex h-11 w-full gap-px overflow-hidden rounded-lg border border-ink bg-ink"
      role="img"
      aria-label={`Weight of what comes along: ${by.map((d) => `${drawers[d.drawer]} ${w.mass(Math.round(d.g))}`).join(", ")}`}
    >
      {by.map((d) => (
        <span
          key={d.drawer}
          title={`${drawers[d.drawer]} ${w.mass(Math.round(d.g))}`}
          className="min-w-0 overflow-hidden px-1.5 pt-1 leading-none"
          style={{ flex: d.g, background: tones[d.drawer] ?? "var(--line)" }}
        >
          {d.g / total > (innerWidth < 640 ? 0.2 : 0.08) && (
            <>
              <span className="block truncate text-[12px]">{drawers[d.drawer]}</span>
              <span className="block truncate pt-1 text-[12px]">{w.mass(Math.round(d.g))}</span>
            </>
          )}
        </span>
      ))}
    </div>
  );
}
