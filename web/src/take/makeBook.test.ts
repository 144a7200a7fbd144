// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import type { BookData } from "../book/data";
import { homePackage } from "../book/home";
import { filled } from "./makeBook";

const book = {
  made: "2027-02-01T10:00:00Z",
  trip: { id: "t", name: "</script><script>alert(1)</script>" },
  nights: [[{ value: -20.123456789 }]],
  home: { ermine: "package", shape: 4, trips: [], log: [], ticks: [] },
} as unknown as BookData;
const empty = '<main></main><script type="application/json" id="book">null</script><p>$&</p>';

const inside = (html: string) => {
  const page = new DOMParser().parseFromString(html, "text/html");
  return JSON.parse(page.getElementById("book")?.textContent ?? "null");
};

describe("a filled book", () => {
  it("gives back what it was filled with, whatever names say", () => {
    const html = filled(empty, book);
    expect(inside(html).trip.name).toBe("</script><script>alert(1)</script>");
    expect(new DOMParser().parseFromString(html, "text/html").scripts).toHaveLength(1);
    expect(html.endsWith("<p>$&</p>")).toBe(true);
  });

  it("is written no closer than cards show", () => {
    expect(inside(filled(empty, book)).nights[0][0].value).toBe(-20.123);
  });

  it("is refused where the empty book is none", () => {
    expect(() => filled("<html></html>", book)).toThrow(/not what it should be/);
  });

  it("brings home a package that says what it is first, each entry with its shape", () => {
    const text = homePackage(book, {
      log: [{ id: "e" }] as never,
      ticks: [{ line: "l", round: "home", sleeperId: "s", at: "2027-02-02T10:00:00+00:00" }],
    });
    expect(text.startsWith('{"ermine":"package"')).toBe(true);
    expect(JSON.parse(text)).toMatchObject({
      log: [{ id: "e", shape: 4 }],
      ticks: [{ tripId: "t", ticks: [{ line: "l" }] }],
    });
  });
});
