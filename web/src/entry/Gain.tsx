import type { Schema } from "../api/client";
import { useWrite } from "../units/units";

/** Degrees that a row would gain, with a bar of them; or how far the night then holds where it held at no temperature before. */
export function Gain({ added, most }: { added: Schema["Added"] | undefined; most: number }) {
  const w = useWrite();
  if (!added) return <span className="w-24 shrink-0" />;
  const gain = added.gain;
  const shown = gain === null ? null : Math.round(Number(w.degrees(gain, 1).replace("−", "-")));
  return (
    <span className="flex w-24 shrink-0 items-center justify-end gap-1.5 text-[13px]">
      {gain !== null && gain > 0.3 && (
        <span
          aria-hidden="true"
          className="h-2 rounded-full bg-ink"
          style={{ width: `${Math.max(2, Math.min(42, (42 * gain) / Math.max(1, most)))}px` }}
        />
      )}
      <span className={shown !== null && shown < 0 ? "text-ember" : "font-semibold"}>
        {gain === null
          ? added.holdsTo !== null
            ? `to ${w.temp(added.holdsTo)}`
            : ""
          : shown === 0
            ? "±0°"
            : `${(shown ?? 0) > 0 ? "+" : "−"}${Math.abs(shown ?? 0)}°`}
      </span>
    </span>
  );
}
