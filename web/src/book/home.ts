import type { LogEntry, Schema } from "../api/client";
import type { BookData } from "./data";

type Kept = { log: LogEntry[]; ticks: Schema["Tick"][] };

/** What is brought home: a package of what was logged and ticked, as every Ermine reads it. */
export function homePackage(book: BookData, kept: Kept): string {
  const shape = book.home.shape;
  return JSON.stringify({
    ...book.home,
    log: kept.log.map((e) => ({ ...e, shape })),
    ticks: kept.ticks.length > 0 ? [{ tripId: book.trip.id, ticks: kept.ticks }] : [],
  });
}
