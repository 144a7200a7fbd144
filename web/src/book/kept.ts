import { create } from "zustand";
import { createJSONStorage, persist } from "zustand/middleware";
import type { LogEntry, Schema } from "../api/client";
import { book } from "./open";

type Kept = {
  who: number;
  /** Which night is looked at, from 0. */
  night: number;
  /** What the thermometer said, °C, by night. */
  readings: Record<string, { celsius: number; hour: number }>;
  /** What has happened, by night and person: places in the table's list. */
  happened: Record<string, number[]>;
  /** Rungs that are taken, by night and person. */
  taken: Record<string, number>;
  ticks: Schema["Tick"][];
  log: LogEntry[];
  /** When what is kept here was last taken home. */
  takenHome: string | null;
  set: (part: Partial<Kept>) => void;
};

/** Some phones let a file from their own storage keep nothing. */
export const keeps = (() => {
  try {
    localStorage.setItem("ermine-book-try", "1");
    localStorage.removeItem("ermine-book-try");
    return true;
  } catch {
    return false;
  }
})();

const nowhere = { getItem: () => null, setItem: () => {}, removeItem: () => {} };

/** What is ticked and logged on the phone; it stays there until it is taken home, and after. */
export const useKept = create<Kept>()(
  persist(
    (set) => ({
      who: 0,
      night: 0,
      readings: {},
      happened: {},
      taken: {},
      ticks: [],
      log: [],
      takenHome: null,
      set,
    }),
    {
      name: `ermine-book-${book?.trip.id ?? "none"}`,
      ...(keeps ? {} : { storage: createJSONStorage(() => nowhere) }),
    },
  ),
);

export const at = (nightId: string, who: number) => `${nightId}/${who}`;
