import { lazy, Suspense, useEffect, useState } from "react";
import { readItinerary } from "../cold/itinerary";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { useGo, useHomeTrip, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useFile } from "./useFile";

const ReadForecast = lazy(() => import("../cold/ReadForecast").then((m) => ({ default: m.ReadForecast })));
const KitFile = lazy(() => import("./KitFile").then((m) => ({ default: m.KitFile })));
const PackageFile = lazy(() => import("./PackageFile").then((m) => ({ default: m.PackageFile })));
const ListEntry = lazy(() => import("../entry/ListEntry").then((m) => ({ default: m.ListEntry })));

/** A file dropped anywhere on the page is taken for what it is. */
export function DropAnywhere() {
  const { taken, problem, take, done } = useFile();
  const { trip: here, index } = useTrip();
  const go = useGo();
  const home = useHomeTrip();
  const trip = useWorkspace((w) => here ?? (home ? w.trips[home] : undefined));
  const edit = useWorkspace((w) => w.edit);
  const [over, setOver] = useState(false);

  useEffect(() => {
    const hasFile = (e: DragEvent) => e.dataTransfer?.types.includes("Files") ?? false;
    const onOver = (e: DragEvent) => {
      if (!hasFile(e)) return;
      e.preventDefault();
      setOver(true);
    };
    const onLeave = (e: DragEvent) => {
      if (e.relatedTarget === null) setOver(false);
    };
    const onDrop = (e: DragEvent) => {
      if (!hasFile(e)) return;
      e.preventDefault();
      setOver(false);
      const file = e.dataTransfer?.files[0];
      if (file) void take(file);
    };
    addEventListener("dragover", onOver);
    addEventListener("dragleave", onLeave);
    addEventListener("drop", onDrop);
    return () => {
      removeEventListener("dragover", onOver);
      removeEventListener("dragleave", onLeave);
      removeEventListener("drop", onDrop);
    };
  }, [take]);

  useEffect(() => {
    if (taken?.is !== "itinerary" || !trip) return;
    void readItinerary(trip.id, taken.file).then(done, (error) =>
      useFile.setState({ taken: null, problem: error }),
    );
  }, [taken, trip, done]);

  return (
    <>
      {over && (
        <div className="pointer-events-none fixed inset-3 z-50 grid place-items-center rounded-2xl border-4 border-ink border-dashed bg-paper/85">
          <p className="text-2xl">Let go: a forecast, camps, kit or a trip is taken for what it is.</p>
        </div>
      )}
      <Suspense>
        {taken?.is === "forecast" && trip && (
          <ReadForecast open onClose={done} trip={trip} given={taken.file} />
        )}
        {taken?.is === "kit" && <KitFile file={taken.file} onClose={done} />}
        {taken?.is === "package" && <PackageFile file={taken.file} onClose={done} />}
        {taken?.is === "list" && taken.list !== null && (
          <ListEntry
            text={taken.list}
            onClose={done}
            onTake={(things) => {
              edit(things.map((t) => ({ kind: "items", id: t.id, before: null, after: t })));
              done();
            }}
          />
        )}
      </Suspense>
      {taken && !trip && (taken.is === "forecast" || taken.is === "itinerary") && (
        <Sheet open onClose={done} title="Which trip is it for?">
          <p>Say first which nights you will be out; then drop {taken.file.name} again.</p>
        </Sheet>
      )}
      {taken?.is === "logger" && (
        <Sheet open onClose={done} title="A logger's file">
          <p className="mb-3">
            It is read night by night: log how the night was slept, then choose {taken.file.name} under “From
            a logger”.
          </p>
          <Button
            look="strong"
            onClick={() => {
              done();
              go.station("log", index);
            }}
          >
            To the log
          </Button>
        </Sheet>
      )}
      {problem && (
        <Sheet open onClose={done} title="This file could not be taken">
          <ProblemList problem={problem} />
        </Sheet>
      )}
    </>
  );
}
