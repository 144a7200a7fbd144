import { lazy, Suspense, useEffect, useState } from "react";
import { Outlet, useLocation } from "react-router";
import { type Problem, useDoor } from "../api/client";
import { DropAnywhere } from "../exchange/DropAnywhere";
import { Button } from "../parts/Button";
import { Faults } from "../parts/Faults";
import { ProblemList } from "../parts/Problem";
import { usePlan, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";
import { Conflict } from "./Conflict";
import { Enter } from "./Enter";
import { Keys, useKeys } from "./Keys";
import { NewTrip } from "./NewTrip";
import { Notices } from "./Notices";
import { Rail } from "./Rail";
import { TopBar } from "./TopBar";

const Find = lazy(() => import("./Find").then((m) => ({ default: m.Find })));

/** The frame round every station: rail, top bar, and what lies over the page. */
export function App() {
  const { ready, failure, problem, load } = useWorkspace();
  const { locked } = useDoor();
  const { theme, set } = useSettings();
  const [open, setOpen] = useState<"keys" | "find" | "trip" | null>(null);
  const { trip, index, who } = useTrip();
  const plan = usePlan(trip, index, who);
  const { pathname } = useLocation();
  useKeys(setOpen);

  const tripId = trip?.id;
  useEffect(() => {
    if (tripId) set({ lastTrip: tripId });
  }, [tripId, set]);
  useEffect(() => {
    const root = document.documentElement.dataset;
    root.theme = theme;
    // Paper is white whatever the screen is.
    const toPaper = () => {
      root.theme = "snow";
    };
    const toScreen = () => {
      root.theme = theme;
    };
    addEventListener("beforeprint", toPaper);
    addEventListener("afterprint", toScreen);
    return () => {
      removeEventListener("beforeprint", toPaper);
      removeEventListener("afterprint", toScreen);
    };
  }, [theme]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the page scrolls up when the station changes
  useEffect(() => {
    scrollTo(0, 0);
  }, [pathname.split("/")[3]]);

  if (locked) return <Enter />;
  if (failure)
    return (
      <main className="mx-auto max-w-lg p-8">
        <ProblemList problem={failure} />
        <Button className="mt-4" look="strong" onClick={() => void load()}>
          Try again
        </Button>
      </main>
    );
  if (!ready) return <main className="p-8 text-soft">Opening…</main>;

  const faults = [...((plan.error as Problem | null)?.faults ?? []), ...(problem?.faults ?? [])];
  return (
    <Faults.Provider value={faults}>
      <div className="flex min-h-dvh flex-col sm:flex-row">
        <Rail onFind={() => setOpen("find")} />
        <div className="flex min-w-0 grow flex-col pb-20 sm:pb-0">
          <TopBar
            nights={plan.data?.nights}
            onKeys={() => setOpen("keys")}
            onNewTrip={() => setOpen("trip")}
          />
          <Notices />
          <Conflict />
          <Outlet />
        </div>
      </div>
      <Keys open={open === "keys"} onClose={() => setOpen(null)} />
      {open === "find" && (
        <Suspense>
          <Find open onClose={() => setOpen(null)} />
        </Suspense>
      )}
      <NewTrip open={open === "trip"} onClose={() => setOpen(null)} />
      <DropAnywhere />
    </Faults.Provider>
  );
}

/** Shown when the page itself fails: what is typed is already saved, or kept in the browser. */
export function Stumbled() {
  return (
    <main className="mx-auto max-w-xl px-6 py-14">
      <h1 className="text-3xl">The page stumbled.</h1>
      <p className="mt-3 text-lg">
        What you had entered is saved or kept in this browser. Load the page again to go on.
      </p>
      <button
        type="button"
        className="mt-6 min-h-11 rounded-lg border border-ink bg-ink px-4 font-semibold text-paper"
        onClick={() => location.reload()}
      >
        Load it again
      </button>
    </main>
  );
}
