import { api, type EndsAnswer, type Trip } from "../api/client";
import { useAsked } from "../state/trip";

/** The last answer of each day, shown while what is typed cannot be answered. */
const lastSound = new Map<string, EndsAnswer>();

/** Hands, feet and face of a day; the last sound answer stays while a new one is worked out. */
export function useEnds(trip: Trip | undefined, index: number, who: number, enabled: boolean) {
  const asked = useAsked("ends", api.ends, trip, index, who, null, enabled);
  const night = trip?.nights[index]?.id;
  const key = `${trip?.id}/${night}/${who}`;
  if (asked.data && asked.data.nightId === night && !asked.isPlaceholderData) lastSound.set(key, asked.data);
  return { ends: lastSound.get(key), error: asked.error };
}
