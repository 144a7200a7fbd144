/** Asks a forecast service: waits so long, tries so often, pauses longer each time. Nothing here knows what a forecast means. */

export type Progress = { attempt: number; of: number; says: string };

export type Patience = { attempts: number; timeoutMs: number; pauseMs: number };
const usual: Patience = { attempts: 4, timeoutMs: 6000, pauseMs: 800 };

/** Ended by the user. */
export class Cancelled extends Error {}

/** Every attempt failed; why the last one did. */
export class Unanswered extends Error {}

const wait = (ms: number, signal: AbortSignal) =>
  new Promise<void>((done) => {
    const timer = setTimeout(done, ms);
    signal.addEventListener("abort", () => {
      clearTimeout(timer);
      done();
    });
  });

/** One attempt: the body, or an error that says why there is none. */
async function once(url: string, timeoutMs: number, cancel: AbortSignal): Promise<Blob> {
  let response: Response;
  try {
    response = await fetch(url, { signal: AbortSignal.any([cancel, AbortSignal.timeout(timeoutMs)]) });
  } catch (error) {
    throw new Error(
      (error as Error).name === "TimeoutError"
        ? `it did not answer within ${Math.round(timeoutMs / 1000)} s`
        : "it cannot be reached",
    );
  }
  if (!response.ok) throw new Error(`it answered ${response.status}`);
  if (!response.headers.get("content-type")?.includes("json"))
    throw new Error("what it sent is no forecast; a network may ask for a login first");
  return response.blob();
}

export async function askStation(
  url: (attempt: number) => string,
  onProgress: (progress: Progress) => void,
  cancel: AbortSignal,
  patience: Patience = usual,
): Promise<Blob> {
  let why = "";
  for (let attempt = 1; attempt <= patience.attempts; attempt++) {
    onProgress({
      attempt,
      of: patience.attempts,
      says: why ? `Asking again: ${why}.` : "Asking the station.",
    });
    try {
      return await once(url(attempt), patience.timeoutMs, cancel);
    } catch (error) {
      why = (error as Error).message;
    }
    if (!cancel.aborted && attempt < patience.attempts)
      await wait(patience.pauseMs * 2 ** (attempt - 1), cancel);
    if (cancel.aborted) throw new Cancelled();
  }
  throw new Unanswered(why);
}
