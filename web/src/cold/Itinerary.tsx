import { useRef, useState } from "react";
import { api, type Problem, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { dayAfter, editTrip, newNight } from "../state/trip";

/** Nights and camps from a calendar or from way points: dated ones name the nights they fall on, the rest follow in order. */
export function Itinerary({ trip }: { trip: Trip }) {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const read = async (file: File) => {
    setProblem(null);
    try {
      const { stops } = await api.itinerary(file);
      editTrip(trip.id, (t) => {
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
    } catch (error) {
      setProblem(error as Problem);
    }
  };
  return (
    <>
      <Button onClick={() => input.current?.click()}>Camps from a file</Button>
      <input
        ref={input}
        type="file"
        accept=".ics,.gpx,text/calendar,application/gpx+xml"
        className="sr-only"
        aria-label="Calendar or way points"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          if (chosen) void read(chosen);
          e.target.value = "";
        }}
      />
      {problem && (
        <div className="basis-full">
          <ProblemList problem={problem} />
        </div>
      )}
    </>
  );
}
