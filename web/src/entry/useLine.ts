import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type Problem, unlessRefused } from "../api/client";
import { useSettings } from "../units/units";

/** A text once it has rested for a moment. */
export function useRested(text: string, ms = 90): string {
  const [rested, setRested] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setRested(text), ms);
    return () => clearTimeout(timer);
  }, [text, ms]);
  return rested;
}

/** What is understood of a line while it is typed; the last answer stays while the next one is on its way. */
export function useLine(text: string) {
  const units = useSettings((s) => s.temperature);
  const rested = useRested(text);
  const asked = rested.trim();
  const query = useQuery({
    queryKey: ["line", units, asked],
    queryFn: ({ signal }) => api.line({ text: asked.slice(0, 300), units }, signal),
    enabled: asked !== "",
    placeholderData: keepPreviousData,
    retry: unlessRefused,
  });
  return {
    read: asked === "" ? null : (query.data ?? null),
    problem: query.error as Problem | null,
    upToDate: asked === text.trim() && query.isSuccess && !query.isPlaceholderData,
  };
}

/** The library of types, asked for once. */
export function useTypes() {
  return useQuery({ queryKey: ["types"], queryFn: api.types, retry: unlessRefused }).data ?? [];
}
