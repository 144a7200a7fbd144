import { api } from "../api/client";
import { dayAfter, editTrip, newNight } from "../state/trip";

/** Nights and camps from a calendar or from way points: dated ones name the nights they fall on, the rest follow in order. */
export async function readItinerary(tripId: string, file: File) {
  const { stops } = await api.itinerary(file);
  editTrip(tripId, (t) => {
    const nights = [...t.nights];
    let next = t.nights[0]?.date ?? new Date().toISOString().slice(0, 10);
    for (const stop of stops) {
      const date = stop.date ?? next;
      next = dayAfter(date);
      const at = nights.findIndex((n) => n.date === date);
      const night = nights[at] ?? newNight(date, t.nights[0]);
      const named = {
        ...night,
        camp: stop.camp || night.camp,
        elevationM: stop.elevationM ?? night.elevationM,
      };
      if (at >= 0) nights[at] = named;
      else nights.push(named);
    }
    return { ...t, nights: nights.sort((a, b) => a.date.localeCompare(b.date)) };
  });
}
