import { useState } from "react";
import { Navigate } from "react-router";
import { Button } from "../parts/Button";
import { useHomeTrip } from "../state/trip";
import { showExamples } from "./examples";
import { TripForm } from "./TripForm";

/** The first page: the trip looked at last, or where and when the first one is. */
export function Start() {
  const home = useHomeTrip();
  const [busy, setBusy] = useState(false);
  const [laid, setLaid] = useState<string | null>(null);
  if (laid) return <Navigate to={`/trips/${laid}/night/1`} />;
  if (home) return <Navigate to={`/trips/${home}/cold/1`} replace />;
  return (
    <main className="mx-auto w-full max-w-xl px-5 py-8 sm:py-12">
      <h1 className="text-3xl leading-tight">How cold will it be, and when?</h1>
      <p className="mt-2 mb-5 text-lg text-soft">
        Then lay out what you sleep in, and Ermine says whether you sleep through.
      </p>
      <TripForm press="On to the night" onLaid={(trip) => setLaid(trip.id)} />
      <p className="mt-10 border-line border-t pt-4 text-soft">
        Or look at two invented trips first, beside your own data; one press takes them away again.
      </p>
      <Button
        className="mt-2"
        disabled={busy}
        onClick={() => {
          setBusy(true);
          void showExamples().finally(() => setBusy(false));
        }}
      >
        {busy ? "Bringing them in…" : "Look at the examples"}
      </Button>
    </main>
  );
}
