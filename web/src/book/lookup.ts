import type { Schema, Verdict } from "../api/client";

type Table = Schema["TonightTable"];
type State = Schema["TonightState"];

const spelt: Record<string, Verdict> = { w: "warm", c: "cool", d: "cold", n: "noGo" };

/**
 * The low that a reading at an hour leads to: as far below it as the forecast has the air fall from that hour on. Read between two hours
 * it is taken as at the colder-leading one of them, and never as milder than what is read.
 */
export function lowOf(table: Table, reading: number, hour: number): number {
  const near = table.above.filter((a) => Math.abs(a.hour - hour) < 1);
  const above = Math.max(0, ...near.map((a) => a.aboveK));
  return reading - above;
}

/** The night with what has happened; null where so much together was not worked out. */
export const stateOf = (table: Table, happened: readonly number[]): State | null =>
  table.states.find((s) => s.with.length === happened.length && s.with.every((w) => happened.includes(w))) ??
  null;

/** The verdict at a low with so many rungs taken; colder than the table it is no-go. */
export function verdictAt(table: Table, state: State, rungs: number, low: number): Verdict {
  const letters = state.verdicts[Math.min(rungs, state.verdicts.length - 1)] ?? "";
  const at = Math.max(0, table.warmestC - Math.floor(low));
  return spelt[letters[at] ?? "n"] ?? "noGo";
}

/** Down to which low the verdict is no worse with so many rungs taken; null where at none. */
export function holdsTo(table: Table, state: State, rungs: number, verdict: "warm" | "cool"): number | null {
  const letters = state.verdicts[Math.min(rungs, state.verdicts.length - 1)] ?? "";
  const end = letters.search(verdict === "warm" ? /[^w]/ : /[^wc]/);
  const held = end < 0 ? letters.length : end;
  return held === 0 ? null : table.warmestC - held + 1;
}

/** What of a rung can still be done when some things are gone. */
export function stillThere(table: Table, rung: Schema["Rung"], happened: readonly number[]) {
  const gone = new Set(
    happened.map((h) => table.canHappen[h]).flatMap((h) => (h?.mishap === "missing" ? (h.itemId ?? []) : [])),
  );
  return rung.measures.filter((m) => !m.part.itemId || !gone.has(m.part.itemId));
}

/** How many rungs have to be taken for the night to be slept through; null where all of them do not do it. */
export function rungsNeeded(table: Table, state: State, low: number): number | null {
  for (let n = 0; n < state.verdicts.length; n++) if (verdictAt(table, state, n, low) === "warm") return n;
  return null;
}
