import { describe, expect, it } from "vitest";
import { joined, partsOf, type Scanned, withCode } from "./codes";

const text = JSON.stringify({
  log: Array.from({ length: 90 }, (_, i) => ({ id: i, notes: `−${i}° ${Math.sin(i)}` })),
});

describe("codes in parts", () => {
  it("give the text back in whatever order they are scanned, twice or not", async () => {
    const parts = await partsOf(text);
    expect(parts.length).toBeGreaterThan(2);
    let seen: Scanned | null = null;
    for (const part of [...parts.toReversed(), ...parts]) seen = withCode(seen, part);
    expect(await joined(seen as Scanned)).toBe(text);
  });

  it("are not done before the last is there", async () => {
    const parts = await partsOf(text);
    let seen: Scanned | null = null;
    for (const part of parts.slice(1)) seen = withCode(seen, part);
    expect(await joined(seen as Scanned)).toBeNull();
  });

  it("of another text begin anew, and what is no code of ours changes nothing", async () => {
    const [one] = await partsOf(text);
    const [other] = await partsOf(`${text} `);
    const seen = withCode(withCode(null, one as string), other as string);
    expect(seen?.parts.size).toBe(1);
    expect(withCode(seen, "https://somewhere")).toBe(seen);
    expect(withCode(null, "ERMINE:AAAA:9/2:xx")).toBeNull();
  });

  it("read wrong are noticed", async () => {
    const parts = await partsOf(text);
    let seen: Scanned | null = null;
    for (const [i, part] of parts.entries())
      seen = withCode(seen, i === 1 ? `${part.slice(0, -9)}AAAAAAAAA` : part);
    await expect(joined(seen as Scanned)).rejects.toThrow();
  });
});
