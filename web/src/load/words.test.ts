import { describe, expect, it } from "vitest";
import { daysInWords } from "./words";

describe("days in words", () => {
  it("joins what follows on", () => {
    expect(daysInWords([2], "night", "nights")).toBe("night 3");
    expect(daysInWords([5, 6], "night", "nights")).toBe("nights 6, 7");
    expect(daysInWords([0, 1, 2, 5], "day", "days")).toBe("days 1 to 3, 6");
  });
});
