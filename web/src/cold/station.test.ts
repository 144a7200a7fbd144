// @vitest-environment node
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { askStation, Cancelled, type Progress, Unanswered } from "./station";

const patience = { attempts: 3, timeoutMs: 1000, pauseMs: 100 };
const good = () => new Response("{}", { headers: { "content-type": "application/json" } });
const asked: string[] = [];
let answers: (() => Response | Promise<Response>)[] = [];

const ask = (cancel = new AbortController(), seen: Progress[] = []) =>
  askStation(
    (attempt) => `/station?attempt=${attempt}`,
    (p) => seen.push(p),
    cancel.signal,
    patience,
  );

beforeEach(() => {
  vi.useFakeTimers();
  asked.length = 0;
  vi.stubGlobal("fetch", (url: string, { signal }: RequestInit) => {
    asked.push(url);
    const next = answers.shift() ?? good;
    return new Promise<Response>((done, failed) => {
      signal?.addEventListener("abort", () => failed(signal.reason));
      Promise.resolve(next()).then(done, failed);
    });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("a good answer is taken at the first attempt", async () => {
  answers = [];
  expect(await (await ask()).text()).toBe("{}");
  expect(asked).toEqual(["/station?attempt=1"]);
});

test("a station that fails is asked again after longer and longer pauses, and says why", async () => {
  answers = [() => new Response("", { status: 503 }), () => new Response("", { status: 503 })];
  const seen: Progress[] = [];
  const answer = ask(undefined, seen);
  await vi.advanceTimersByTimeAsync(99);
  expect(asked.length).toBe(1);
  await vi.advanceTimersByTimeAsync(1);
  expect(asked.length).toBe(2);
  await vi.advanceTimersByTimeAsync(199);
  expect(asked.length).toBe(2);
  await vi.advanceTimersByTimeAsync(1);
  await answer;
  expect(seen.map((p) => p.says)).toEqual([
    "Asking the station.",
    "Asking again: it answered 503.",
    "Asking again: it answered 503.",
  ]);
});

test("rubbish is no forecast, and in the end the last reason is told", async () => {
  answers = Array.from(
    { length: 3 },
    () => () => new Response("<html>", { headers: { "content-type": "text/html" } }),
  );
  const answer = expect(ask()).rejects.toThrow(/no forecast/);
  await vi.advanceTimersByTimeAsync(1000);
  await answer;
  expect(asked.length).toBe(3);
});

test("a network that is gone is told apart", async () => {
  answers = Array.from({ length: 3 }, () => () => Promise.reject(new TypeError("network")));
  const answer = expect(ask()).rejects.toBeInstanceOf(Unanswered);
  await vi.advanceTimersByTimeAsync(1000);
  await answer;
});

test("stopped by the user it stops at once and asks no more", async () => {
  answers = [() => new Promise<Response>(() => {})];
  const cancel = new AbortController();
  const answer = expect(ask(cancel)).rejects.toBeInstanceOf(Cancelled);
  cancel.abort();
  await answer;
  await vi.advanceTimersByTimeAsync(5000);
  expect(asked.length).toBe(1);
});
