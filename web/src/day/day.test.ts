import { expect, test } from "vitest";
import type { Bar, DayAnswer, DayBlock } from "../api/client";
import { cut, headline, hoursOf, moveBlock, moveEdge, opened, plainBlock, putIn, putOn, respan } from "./day";

const block = (
  id: string,
  fromHour: number,
  toHour: number,
  activity: DayBlock["activity"] = "walk",
): DayBlock => ({
  ...plainBlock,
  id,
  activity,
  fromHour,
  toHour,
});
const bar = (fromHour: number, toHour: number, itemId = "jacket"): Bar => ({
  itemId,
  fromHour,
  toHour,
  atHand: false,
  opening: "closed",
  pinned: false,
});
const spans = (of: { fromHour: number; toHour: number }[]) => of.map((b) => [b.fromHour, b.toHour]);

test("a block's edge takes its neighbour along where they touch, and stops at one that they do not", () => {
  const day = [block("a", 8, 10), block("b", 10, 12), block("c", 13, 14)];
  expect(spans(moveEdge(day, "b", "from", 9))).toEqual([
    [8, 9],
    [9, 12],
    [13, 14],
  ]);
  expect(spans(moveEdge(day, "b", "to", 13.9))).toEqual([
    [8, 10],
    [10, 13],
    [13, 14],
  ]);
  expect(spans(moveEdge(day, "a", "to", 20))[0]?.[1]).toBeCloseTo(12 - 1 / 12);
});

test("a whole block keeps its length; a neighbour gives way on one side and fills in on the other", () => {
  const day = [block("a", 8, 10), block("b", 10, 12), block("c", 13, 14)];
  expect(spans(moveBlock(day, "b", -1))).toEqual([
    [8, 9],
    [9, 11],
    [13, 14],
  ]);
  expect(spans(moveBlock(day, "b", 5))).toEqual([
    [8, 11],
    [11, 13],
    [13, 14],
  ]);
  expect(spans(moveBlock(day, "b", -9))[1]?.[0]).toBeCloseTo(8 + 1 / 12);
  expect(spans(moveBlock(day, "a", -20))[0]).toEqual([0, 2]);
});

test("a block put in takes its hours from what is there", () => {
  const day = putIn([block("a", 8, 12)], block("new", 9, 10));
  expect(spans(day)).toEqual([
    [8, 9],
    [9, 10],
    [10, 12],
  ]);
  expect(new Set(day.map((b) => b.id)).size).toBe(3);
});

test("bars of one thing never overlap, others are left alone", () => {
  const worn = [bar(7, 9), bar(10, 12), bar(7, 21, "hat")];
  expect(spans(putOn(worn, bar(8, 11)).filter((b) => b.itemId === "jacket"))).toEqual([
    [7, 8],
    [8, 11],
    [11, 12],
  ]);
  const moved = respan(worn, worn[0] as Bar, 9.5, 11.5);
  expect(spans(moved.filter((b) => b.itemId === "jacket"))).toEqual([
    [9.5, 11.5],
    [11.5, 12],
  ]);
  expect(moved.find((b) => b.fromHour === 9.5)?.pinned).toBe(true);
  expect(moved.filter((b) => b.itemId === "hat")).toHaveLength(1);
});

test("a bar is cut where it is pressed and opens step by step", () => {
  const one = bar(8, 12);
  expect(spans(cut([one], one, 9))).toEqual([
    [8, 9],
    [9, 12],
  ]);
  expect(spans(cut([one], one, 12))).toEqual([[8, 12]]);
  expect(opened(one).opening).toBe("neck");
  expect(opened({ ...one, opening: "hanging" }).opening).toBe("closed");
});

test("the hours that are drawn hold every block", () => {
  expect(hoursOf([block("a", 4.5, 6), block("b", 18, 20.25)])).toEqual([4, 21]);
  expect(hoursOf([])).toEqual([7, 21]);
});

test("the headline names the longest work and what goes worst, when and why", () => {
  const lived = (blockId: string, verdict: string, heat: number, turnsAt: number | null, reason: string) => ({
    blockId,
    verdict,
    heat,
    turnsAt,
    reason,
  });
  const answer = {
    blocks: [block("a", 8, 12, "haul"), block("b", 12, 12.5, "wait")],
    played: { blocks: [lived("a", "right", 200, null, "none"), lived("b", "chilling", 65, 12.2, "fingers")] },
  } as unknown as DayAnswer;
  expect(headline(answer)).toEqual({
    calm: "Right while hauling.",
    short: "Chilled while waiting from 12:12: the fingers.",
  });
});
