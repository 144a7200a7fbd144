import { useState } from "react";
import { api, Problem } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";

/** The door of an Ermine that is shared: nothing of anyone's is told before its pass phrase. */
export function Enter() {
  const [phrase, setPhrase] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const [trying, setTrying] = useState(false);
  const enter = async () => {
    setTrying(true);
    try {
      await api.enter({ phrase });
      // What was typed and not saved yet is kept in the browser, and is saved by the page that opens now.
      location.reload();
    } catch (error) {
      if (error instanceof Problem) setProblem(error);
      setTrying(false);
    }
  };
  return (
    <main className="mx-auto grid min-h-dvh max-w-md content-center p-6">
      <h1 className="text-4xl">Ermine</h1>
      <p className="mt-2 text-lg">
        This Ermine is shared by whoever runs it. Give the pass phrase you were told; this browser is then let
        in for a month.
      </p>
      <form
        className="mt-5"
        onSubmit={(e) => {
          e.preventDefault();
          void enter();
        }}
      >
        <label className="block font-semibold" htmlFor="phrase">
          Pass phrase
        </label>
        <input
          id="phrase"
          type="password"
          autoComplete="current-password"
          // biome-ignore lint/a11y/noAutofocus: it is all there is to do here
          autoFocus
          value={phrase}
          onChange={(e) => setPhrase(e.target.value)}
          className="mt-1 h-12 w-full rounded-lg border border-edge bg-card px-3 text-lg"
        />
        <Button type="submit" look="strong" className="mt-3" disabled={phrase === "" || trying}>
          Enter
        </Button>
      </form>
      {problem && (
        <div className="mt-4">
          <ProblemList problem={problem} />
        </div>
      )}
    </main>
  );
}

/** Out of the door: nothing that was answered stays in this browser. */
export async function leave() {
  await api.leave();
  // Over plain HTTP browsers keep no answers, and have no such store.
  if ("caches" in window) for (const kept of await caches.keys()) await caches.delete(kept);
  location.assign("/");
}
