import { createContext, useContext } from "react";
import type { Fault } from "../api/client";

/** Faults the server found in what is being edited; a field shows its own beside itself. */
export const Faults = createContext<Fault[]>([]);

export function useFault(path: string | undefined) {
  const faults = useContext(Faults);
  return path === undefined ? undefined : faults.find((f) => f.field === path);
}
