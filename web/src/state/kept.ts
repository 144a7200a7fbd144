import type { Kind, Kinds } from "./workspace";

/** An edit that the server has not acknowledged, and the version it was made on. */
export type Kept = { [K in Kind]: { kind: K; id: string; value: Kinds[K] | null; version: number } }[Kind];

/*
 * Every page keeps its unacknowledged edits in the browser under a name of its own, so that a closed tab, a server that is away and a
 * restart lose nothing. A page that is open holds a lock of its name; what pages leave behind whose lock is gone is taken over by the next.
 * The number in the name is the shape of what is kept, the one that the server stores: an edit of another shape stays where it is, unread.
 */
const prefix = "ermine-kept-3/";
const page = crypto.randomUUID();
const nameOf = (id: string) => `${prefix}${page}/${id}`;

/** Holds this page's name for as long as it is open. */
export function holdName() {
  void navigator.locks?.request(prefix + page, () => new Promise<void>(() => {}));
}

/** Keeps an edit; false where the browser has no room for it. */
export function keep(edit: Kept): boolean {
  try {
    localStorage.setItem(nameOf(edit.id), JSON.stringify(edit));
    return true;
  } catch {
    return false;
  }
}

export const forget = (id: string) => localStorage.removeItem(nameOf(id));

/** Takes over what pages have left behind that are open no more; of several edits of one thing the one that is found last. */
export async function takeOver(): Promise<Kept[]> {
  const open = new Set((await navigator.locks?.query())?.held?.map((l) => l.name) ?? []);
  const left = new Map<string, Kept>();
  for (const name of Object.keys(localStorage).filter((n) => n.startsWith(prefix))) {
    const owner = name.slice(0, name.lastIndexOf("/"));
    if (owner === prefix + page || open.has(owner)) continue;
    const text = localStorage.getItem(name);
    localStorage.removeItem(name);
    try {
      const edit = JSON.parse(text ?? "null") as Kept | null;
      if (edit && keep(edit)) left.set(edit.id, edit);
    } catch {
      // What is no edit was not kept by Ermine.
    }
  }
  return [...left.values()];
}

/** Whether two values say the same; their version and what is merely not said do not count. */
export function same(a: unknown, b: unknown, top = true): boolean {
  if (a === b || ((a ?? null) === null && (b ?? null) === null)) return true;
  if (typeof a !== "object" || typeof b !== "object" || !a || !b || Array.isArray(a) !== Array.isArray(b))
    return false;
  if (Array.isArray(a) && a.length !== (b as unknown[]).length) return false;
  const names = new Set([...Object.keys(a), ...Object.keys(b)]);
  if (top) names.delete("version");
  return [...names].every((n) =>
    same((a as Record<string, unknown>)[n], (b as Record<string, unknown>)[n], false),
  );
}
