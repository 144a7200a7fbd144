import type { DayTask, EndsAnswer, Schema } from "../api/client";
import { snapped } from "../day/day";

export type Hand = Schema["HandWork"];

/** A task of a kind at an hour; what is not said is as usual for it. */
export const plainTask = (kind: Schema["TaskKind"], hour: number): DayTask => ({
  id: crypto.randomUUID(),
  kind,
  hour: snapped(hour),
  minutes: null,
  needs: null,
  metal: null,
  wet: null,
  inLee: null,
  on: null,
  name: "",
});

/** A task moved in time. */
export const moved = (tasks: readonly DayTask[], id: string, hour: number): DayTask[] =>
  tasks
    .map((t) => (t.id === id ? { ...t, hour: Math.min(36, Math.max(0, snapped(hour))) } : t))
    .sort((a, b) => a.hour - b.hour);

/** A task cut in two, the second after a quarter of an hour in which hands warm up. */
export function inTwo(tasks: readonly DayTask[], id: string, minutes: number): DayTask[] {
  return tasks
    .flatMap((t) =>
      t.id === id
        ? [
            { ...t, minutes: minutes / 2 },
            { ...t, id: crypto.randomUUID(), minutes: minutes / 2, hour: t.hour + minutes / 120 + 0.25 },
          ]
        : [t],
    )
    .sort((a, b) => a.hour - b.hour);
}

/** Rows in which marks of a width lie beside each other without covering one another. */
export function rowsOf(starts: readonly number[], width: (i: number) => number, most: number): number[] {
  const ends: number[] = [];
  return starts.map((x, i) => {
    let row = ends.findIndex((end) => end <= x);
    if (row < 0) row = ends.length < most ? ends.length : ends.indexOf(Math.min(...ends));
    ends[row] = x + width(i) + 2;
    return row;
  });
}

/** What went worst of the tasks, then of the day between them. */
export function worstTask(ends: EndsAnswer): Schema["TaskLived"] | undefined {
  return (
    [...ends.lived].filter((l) => l.failsAfter !== null).sort((a, b) => a.lowest - b.lowest)[0] ??
    [...ends.lived].sort((a, b) => a.lowest - b.lowest)[0]
  );
}
