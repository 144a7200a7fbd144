import { expect, test } from "vitest";
import type { ItemType, KitItem } from "../api/client";
import { retyped } from "./typed";

const item = (part: Partial<KitItem>) =>
  ({
    id: "i",
    name: "mine",
    version: 2,
    notes: "",
    type: "foam",
    kind: "pad",
    massG: 400,
    packedL: 9,
    ...part,
  }) as KitItem;
const type = (key: string, usual: Partial<KitItem>) =>
  ({ key, usual: item({ id: key, name: key, type: key, ...usual }) }) as ItemType;
const foam = type("foam", {});
const air = type("air", { massG: 480, packedL: 2, material: "inflatable" });

test("what was usual becomes what is usual there, what was its own stays", () => {
  const mine = retyped(item({ massG: 430 }), foam, air);
  expect(mine).toMatchObject({ type: "air", massG: 430, packedL: 2, name: "mine", id: "i", version: 2 });
});

test("a thing that had no type keeps what is known of it and learns what the day asks", () => {
  const mine = retyped(item({ type: null, massG: 430, packedL: 0 }), undefined, air);
  expect(mine).toMatchObject({ type: "air", massG: 430, packedL: 2 });
  expect(mine.material).toBeUndefined();
});

test("without a type everything stays", () => {
  const before = item({ massG: 430 });
  expect(retyped(before, foam, undefined)).toEqual({ ...before, type: null });
});
