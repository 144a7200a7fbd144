import type { KitItem } from "../api/client";

/** A name that nothing owned has yet, whatever its case: the same, or with the next number behind it. */
export function freeName(base: string, taken: Set<string>): string {
  const room = base.slice(0, 76).trim();
  let name = base;
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${room} ${n}`;
  taken.add(name.toLowerCase());
  return name;
}

/** Lower-case names of everything owned. */
export const namesOf = (items: Record<string, KitItem>) =>
  new Set(Object.values(items).map((i) => i.name.toLowerCase()));

/** As many new things as a line says, each of an id and a name of its own. */
export function thingsOf(item: KitItem, count: number, taken: Set<string>): KitItem[] {
  return Array.from({ length: count }, () => ({
    ...item,
    id: crypto.randomUUID(),
    name: freeName(item.name, taken),
    version: 0,
  }));
}
