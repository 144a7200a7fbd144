import { expect, test } from "vitest";
import { counted, dotsOf, inTen, oneIn } from "./chance";

test("chances are said in tens and never with a decimal", () => {
  expect(inTen(0.66)).toBe("about 7 in 10");
  expect(inTen(0.94)).toBe("about 9 in 10");
  expect(inTen(0.97)).toBe("more than 9 in 10");
  expect(inTen(0.01)).toBe("less than 1 in 10");
  expect(inTen(0.06)).toBe("about 1 in 10");
  expect([0, 0.04, 0.3, 0.949, 0.95, 1].map(dotsOf)).toEqual([0, 0, 3, 9, 10, 10]);
});

test("small chances of harm are said as one in so many, and rounded towards the larger", () => {
  expect(oneIn(0.021)).toBe("about 1 in 40");
  expect(oneIn(0.031)).toBe("about 1 in 30");
  expect(oneIn(0.2)).toBe("about 1 in 5");
  expect(oneIn(0.7)).toBe("about 7 in 10");
});

test("small numbers are written out", () => {
  expect(counted(11, "night")).toBe("eleven nights");
  expect(counted(1, "night")).toBe("one night");
  expect(counted(14, "night")).toBe("14 nights");
});
