import type { KitItem, PlainLine } from "../api/client";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";

/** Height of a thing's insulation where it lies, px: the same scale wherever things stand in a row. */
export const bandHeight = (insulation: number | null | undefined, most = 26) =>
  insulation ? Math.max(3, Math.min(most, 17 * Math.sqrt(insulation))) : 2;

const tones: Record<string, string> = {
  pad: "var(--pad-2)",
  underquilt: "var(--loft-2)",
  bag: "var(--loft-2)",
  quilt: "var(--loft-2)",
  liner: "var(--loft)",
  bivy: "var(--ice-wash)",
  garment: "var(--worn)",
  vapourBarrier: "var(--ice-mid)",
  gear: "var(--line)",
};
export const toneOf = (item: Pick<KitItem, "kind">) => tones[item.kind] ?? "var(--line)";

/** What was understood of a line, as the stratum that it would be, with its numbers. */
export function Understood({ read }: { read: PlainLine }) {
  const w = useWrite();
  const { item, reading } = read;
  if (!item) return null;
  const promise = reading?.promise;
  return (
    <div className="flex min-w-0 items-stretch gap-3" data-understood={read.type ?? ""}>
      <svg width="46" height="44" viewBox="0 0 46 44" aria-hidden="true" className="shrink-0 self-center">
        <rect
          x="1"
          width="44"
          rx="3"
          y={43 - bandHeight(reading?.insulation, 40)}
          height={bandHeight(reading?.insulation, 40)}
          fill={toneOf(item)}
          stroke="var(--edge)"
        />
      </svg>
      <div className="min-w-0 self-center leading-tight">
        <p className="truncate font-semibold">
          {read.count > 1 && `${read.count} × `}
          {read.name}
        </p>
        <p className="text-[13px] text-soft">
          {drawers[reading?.drawer ?? "gear"]}
          {reading?.insulation != null &&
            item.kind !== "vapourBarrier" &&
            ` · ${w.insulation(reading.insulation)}`}
          {promise?.comfort != null && ` · comfort ${w.temp(promise.comfort)}`}
          {` · ${w.mass(item.massG)}`}
          {!read.massSaid && " usual"}
          {item.source === "usual" && item.claims.length > 0 && " · warmth usual, not measured"}
        </p>
      </div>
    </div>
  );
}
