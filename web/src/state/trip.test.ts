// @vitest-environment jsdom
import { afterEach, expect, test, vi } from "vitest";
import { newId } from "./trip";

afterEach(() => vi.unstubAllGlobals());

test("an identity is one of version 4 also where the browser has no way of its own to make one", () => {
  const { crypto } = globalThis;
  vi.stubGlobal("crypto", { getRandomValues: crypto.getRandomValues.bind(crypto) });
  const ids = Array.from({ length: 200 }, newId);
  for (const id of ids)
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(new Set(ids).size).toBe(200);
});
