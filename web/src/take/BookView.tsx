import { useRef, useState } from "react";
import { Problem, type Trip } from "../api/client";
import { useFile } from "../exchange/useFile";
import { Button } from "../parts/Button";
import { ChooseFile } from "../parts/ChooseFile";
import { ProblemList } from "../parts/Problem";
import { awaits, useWorkspace } from "../state/workspace";
import { makeBook } from "./makeBook";
import { Scan } from "./Scan";

/** The book for the phone is made here, and what it brings home is taken in. */
export function BookView({ trip }: { trip: Trip }) {
  const waits = useWorkspace((w) => awaits(trip, w.unsaved));
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [made, setMade] = useState<{ url: string; name: string; bytes: number } | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [scanning, setScanning] = useState(false);
  const stop = useRef<AbortController | null>(null);
  const take = useFile((f) => f.take);
  const make = async () => {
    const control = new AbortController();
    stop.current = control;
    setProblem(null);
    setProgress({ done: 0, of: 1 });
    try {
      const file = await makeBook(trip, control.signal, (done, of) => setProgress({ done, of }));
      const name = `${trip.name.replace(/[^\p{L}\p{N}]+/gu, "-").replace(/^-|-$/g, "") || "trip"}.html`;
      if (made) URL.revokeObjectURL(made.url);
      const url = URL.createObjectURL(file);
      setMade({ url, name, bytes: file.size });
      const link = document.createElement("a");
      link.href = url;
      link.download = name;
      link.click();
    } catch (error) {
      if (!control.signal.aborted)
        setProblem(error instanceof Problem ? error : new Problem(0, "The book could not be made.", []));
    } finally {
      setProgress(null);
    }
  };
  return (
    <div className="grid max-w-4xl gap-x-10 gap-y-6 md:grid-cols-2">
      <section>
        <h2 className="text-2xl">The trip book</h2>
        <p className="mt-1">
          One file with cards, lists, the log and <b>Tonight</b>: turn it to what the thermometer says, press
          what got wet or lost, and it says what to do next. It opens on any phone from its own storage,
          without a network; nothing in it is worked out there, all of it was worked out here.
        </p>
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button look="strong" disabled={waits || progress !== null} onClick={() => void make()}>
            {made ? "Make it again" : "Make the book"}
          </Button>
          {progress && <Button onClick={() => stop.current?.abort()}>Stop</Button>}
        </div>
        <div role="status" className="mt-2">
          {progress && (
            <>
              <progress
                className="h-2 w-full accent-(--ink)"
                value={progress.done}
                max={progress.of}
                aria-label="The book is made"
              />
              <p className="text-soft">
                {progress.done} of {progress.of} worked out…
              </p>
            </>
          )}
          {made && !progress && (
            <p>
              <a href={made.url} download={made.name} className="font-semibold underline">
                {made.name}
              </a>
              , {(made.bytes / 1e6).toFixed(1)} MB, is saved. Send it to the phone as you would a picture, and
              open it there once before you leave.
            </p>
          )}
        </div>
        {problem && <ProblemList problem={problem} />}
        <p className="mt-3 text-[14px] text-soft">
          It is a plan as of now: when the forecast or the kit changes, make it again. It holds names and
          nights of all who come along: whoever has the file reads them.
        </p>
      </section>
      <section>
        <h2 className="text-2xl">Brought home</h2>
        <p className="mt-1">
          What was logged and ticked on the phone comes back as a small file, or as codes on its screen. What
          is new is shown before it is taken, and one undo takes it back.
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          <ChooseFile
            label="Choose the file"
            accept=".json,application/json"
            onFile={(file) => void take(file)}
          />
          <Button aria-pressed={scanning} onClick={() => setScanning(!scanning)}>
            {scanning ? "Put the codes away" : "Scan codes"}
          </Button>
        </div>
        {scanning && (
          <Scan
            onText={(text) => {
              setScanning(false);
              void take(new File([text], "the phone’s codes", { type: "application/json" }));
            }}
          />
        )}
      </section>
    </div>
  );
}
