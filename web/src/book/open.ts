import { useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";
import type { BookData } from "./data";

const byId = <T extends { id: string }>(list: T[]) => Object.fromEntries(list.map((x) => [x.id, x]));

/** What this book is filled with; null where nobody has filled it. */
export const book = JSON.parse(document.getElementById("book")?.textContent ?? "null") as BookData | null;

// What can be done stands in a book once, beside its table.
for (const night of book?.nights.flat() ?? []) if (night.tonight) night.night.ifThen = night.tonight.ifThen;

// Cards and lists look things up where the application keeps them.
if (book) {
  useWorkspace.setState({
    ready: true,
    trips: { [book.trip.id]: book.trip },
    items: byId(book.items),
    sleepers: byId(book.sleepers),
  });
  const seen = localStorageHas("ermine-settings");
  if (!seen) useSettings.setState({ ...book.units, theme: "lamp" });
}

function localStorageHas(key: string): boolean {
  try {
    return localStorage.getItem(key) !== null;
  } catch {
    return false;
  }
}
