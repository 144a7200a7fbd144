import { api, type Trip } from "../api/client";
import { useAsked } from "../state/trip";

/** Hands, feet and face of a day; the last answer stays while a new one is worked out. */
export function useEnds(trip: Trip | undefined, index: number, who: number, enabled: boolean) {
  const asked = useAsked("ends", api.ends, trip, index, who, null, enabled);
  const night = trip?.nights[index]?.id;
  return { ends: asked.data?.nightId === night ? asked.data : undefined, error: asked.error };
}
