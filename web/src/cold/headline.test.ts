import { expect, test } from "vitest";
import type { NightLine, Verdict } from "../api/client";
import { headline } from "./headline";

const night = (
  verdict: Verdict | null,
  margin: number | null = null,
  planFor: number | null = -20,
): NightLine => ({
  nightId: "",
  verdict,
  margin,
  planFor,
  forecastLow: planFor,
  campLow: planFor,
  mildSide: planFor,
  bySpread: null,
  byEnsemble: null,
  byFlatMargin: null,
  wetCold: false,
  holdsToDry: null,
  frostG: 0,
  lowestFeet: null,
  high: null,
  holding: "inNone",
  holdsTo: null,
  leads: "body" as const,
});
const say = (...nights: NightLine[]) => {
  const { holds, short } = headline(nights, (k) => k.toFixed(0));
  return `${holds} ${short}`.trim();
};

test("one night", () => {
  expect(say(night("warm", 3))).toBe("The night holds.");
  expect(say(night("cool", -2))).toBe("Night 1 is short by 2.");
});

test("several nights, some of them short", () => {
  expect(say(night("warm", 3), night("cold", -4), night("warm", 1))).toBe(
    "Two nights hold. Night 2 is short by 4.",
  );
  expect(say(night("cool", -1), night("warm", 3), night("cold", -6))).toBe(
    "One night holds. Nights 1 and 3 are short, the worst by 6.",
  );
});

test("runs of nights are drawn together", () => {
  const nights = ["cool", "cool", "cool", "warm", "cold", "warm", "cool", "cool"].map((v, i) =>
    night(v as Verdict, v === "warm" ? 1 : -i - 1),
  );
  expect(say(...nights)).toBe("Two nights hold. Nights 1–3, 5, 7 and 8 are short, the worst by 8.");
});

test("all of them short, also where nothing holds at all", () => {
  expect(say(night("cold", -3), night("cold", -5))).toBe("All two nights are short, the worst by 5.");
  expect(say(night("noGo"), night("noGo"))).toBe("All two nights are short.");
});

test("a gap of less than a degree is never written as nought", () => {
  expect(say(night("cool", -0.2))).toBe("Night 1 is short by 1.");
});

test("before there is anything to say", () => {
  expect(say(night(null, null, null))).toBe("No lows yet.");
  expect(say(night(null))).toBe("Nothing is laid out to sleep in yet.");
});

test("nights without an answer are not counted as holding", () => {
  expect(say(night("warm", 3), night("warm", 2), night(null, null, null))).toBe(
    "Two nights hold. One has no answer yet.",
  );
  expect(say(night("cold", -3), night(null), night(null))).toContain("Two have no answer yet.");
});
