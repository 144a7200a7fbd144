import { useMemo } from "react";
import { api, type Schema, type Trip } from "../api/client";
import { useAsked } from "../state/trip";

type Added = Schema["Added"];

/** What everything owned and every type would do for a night, by the id of the thing. */
export function useAdds(
  trip: Trip | undefined,
  index: number,
  who: number,
  replaces: string | null = null,
  enabled = true,
) {
  const query = useAsked(
    "adds",
    (asked, signal) => api.adds({ ...asked, replaces, offered: [] }, signal),
    trip,
    index,
    who,
    replaces,
    enabled,
  );
  const data = query.isPlaceholderData ? undefined : query.data;
  return useMemo(() => {
    const byItem = new Map<string, Added>();
    for (const a of data?.owned ?? []) byItem.set(a.itemId, a);
    for (const a of data?.types ?? []) byItem.set(a.itemId, a);
    return { byItem, holdsTo: data?.holdsTo ?? null };
  }, [data]);
}

/** Best first: by degrees, and where there are none by how far the night then holds. */
export const byWorth = (a: Added | undefined, b: Added | undefined) =>
  (b?.gain ?? -1e3) - (a?.gain ?? -1e3) || (a?.holdsTo ?? 1e3) - (b?.holdsTo ?? 1e3);
