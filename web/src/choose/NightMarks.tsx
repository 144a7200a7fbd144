import type { Schema } from "../api/client";
import { VerdictMark } from "../parts/VerdictMark";
import { verdicts } from "../units/words";

/** The nights of a chosen bed, each by its verdict. */
export function NightMarks({ nights, label }: { nights: Schema["ChosenNight"][]; label: string }) {
  return (
    <ul className="mt-2 flex flex-wrap gap-x-3 gap-y-1" aria-label={label}>
      {nights.map((n) => (
        <li key={n.night} className="flex items-center gap-1 text-[14px]">
          <VerdictMark verdict={n.verdict ?? undefined} size={16} />
          <span className="sr-only">{n.verdict ? verdicts[n.verdict] : "not known"}</span>
          {n.night + 1}
        </li>
      ))}
    </ul>
  );
}
