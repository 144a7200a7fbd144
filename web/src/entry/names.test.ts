import { expect, test } from "vitest";
import type { KitItem } from "../api/client";
import { freeName, thingsOf } from "./names";

test("a name that is taken gets the next number, whatever its case", () => {
  const taken = new Set(["wool socks", "wool socks 2"]);
  expect(freeName("Wool socks", taken)).toBe("Wool socks 3");
  expect(freeName("Wool socks", taken)).toBe("Wool socks 4");
  expect(freeName("Thin hat", taken)).toBe("Thin hat");
});

test("a long name keeps room for its number", () => {
  const long = "x".repeat(80);
  const name = freeName(long, new Set([long]));
  expect(name.length).toBeLessThanOrEqual(80);
  expect(name.endsWith(" 2")).toBe(true);
});

test("as many things as a line says, each of an id and a name of its own", () => {
  const things = thingsOf({ id: "a", name: "Socks", version: 3 } as KitItem, 3, new Set());
  expect(things.map((t) => t.name)).toEqual(["Socks", "Socks 2", "Socks 3"]);
  expect(new Set(things.map((t) => t.id)).size).toBe(3);
  expect(things.every((t) => t.version === 0 && t.id !== "a")).toBe(true);
});
