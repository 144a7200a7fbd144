import type { ItemType, KitItem } from "../api/client";

/** What a thing is besides its type. */
const own = new Set<keyof KitItem>(["id", "name", "notes", "version", "type"]);
/** What only the library knows of a thing that had no type. */
const day: (keyof KitItem)[] = [
  "packedL",
  "thicknessMm",
  "airPermeability",
  "vapourResistance",
  "dexterity",
  "secondsToPutOn",
  "overBoots",
  "roomMm",
  "fingers",
  "sole",
];

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** The thing as one of another type: what was usual becomes what is usual there, what was its own stays. */
export function retyped(item: KitItem, from: ItemType | undefined, to: ItemType | undefined): KitItem {
  if (!to) return { ...item, type: null };
  const next: Record<string, unknown> = { ...item, type: to.key };
  for (const field of Object.keys(to.usual) as (keyof KitItem)[]) {
    if (own.has(field)) continue;
    if (from ? same(item[field], from.usual[field]) : day.includes(field)) next[field] = to.usual[field];
  }
  return next as KitItem;
}
