import { useRef, useState } from "react";
import type { Problem, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { readItinerary } from "./itinerary";

/** Nights and camps from a calendar or from way points. */
export function Itinerary({ trip }: { trip: Trip }) {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
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
          setProblem(null);
          if (chosen) void readItinerary(trip.id, chosen).catch((error) => setProblem(error as Problem));
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
