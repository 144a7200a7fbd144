import { create } from "zustand";
import { api, Problem } from "../api/client";

type FileIs = "forecast" | "itinerary" | "kit" | "list" | "logger" | "package";
export type Taken = { is: FileIs; file: File; list: string | null };

type Files = {
  /** What was dropped or chosen and is being looked at. */
  taken: Taken | null;
  problem: Problem | null;
  busy: boolean;
  /** Takes a file for what it is. */
  take: (file: File) => Promise<void>;
  done: () => void;
};

/** A package says so in its first line; it may be larger than other files. */
const saysPackage = async (file: File) =>
  /^\s*\{\s*"ermine"\s*:\s*"package"/.test(await file.slice(0, 200).text());

export const useFile = create<Files>()((set) => ({
  taken: null,
  problem: null,
  busy: false,
  take: async (file) => {
    set({ busy: true, problem: null, taken: null });
    try {
      if (await saysPackage(file)) return set({ taken: { is: "package", file, list: null } });
      const what = await api.whatIs(file);
      if (what.is === "unknown")
        throw new Problem(422, `${file.name} is nothing that Ermine reads.`, [
          {
            field: "file",
            value: file.name,
            mend: "Give a forecast (CSV, spreadsheet, JSON, GeoJSON), camps (iCalendar, GPX), a logger's table, kit (CSV, spreadsheet, or a list with a thing to a line), or what Ermine saved.",
          },
        ]);
      set({ taken: { is: what.is, file, list: what.list } });
    } catch (error) {
      set({ problem: error as Problem });
    } finally {
      set({ busy: false });
    }
  },
  done: () => set({ taken: null, problem: null }),
}));
