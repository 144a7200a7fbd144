import type { LoadAnswer, Trip } from "../api/client";

/** What one tower is built of, from the ground up. */
export type Tower = {
  day: number;
  /** Drawn on one carry, the further carries, and on the back, g. */
  drawn: number;
  again: number;
  back: number;
  total: number;
};

/** The tower of each day, of one person or of all. */
export function towersOf(answer: LoadAnswer, who: string | null): Tower[] {
  return answer.days.map((d, day) => {
    const people = d.people.filter((p) => who === null || p.sleeperId === who);
    const sum = (of: (p: (typeof people)[number]) => number) => people.reduce((a, p) => a + of(p), 0);
    const [drawn, all, back] = [sum((p) => p.drawnAtOnceG), sum((p) => p.drawnG), sum((p) => p.backG)];
    return { day, drawn, again: all - drawn, back, total: all + back };
  });
}

/** Depots with something in them on a day, with what it weighs. */
export const depotsOn = (answer: LoadAnswer, day: number) =>
  answer.loads.flatMap(({ load }) => {
    const now = answer.days[day]?.loads.find((l) => l.loadId === load.id);
    return load.kind === "depot" ? [{ load, grams: now?.grams ?? 0, things: now?.things ?? 0 }] : [];
  });

/** The profile of the ground: for each day where it ends, between nothing and one, the lowest camp at nothing. */
export function groundOf(trip: Trip): number[] {
  const heights = trip.nights.map((n) => n.elevationM);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  return heights.map((h) => (high - low < 1 ? 0 : (h - low) / (high - low)));
}
