import { api, Problem, type Schema, type Trip } from "../api/client";
import type { BookData, BookNight } from "../book/data";
import { emptyPlan } from "../state/loads";
import { outfitsOf } from "../state/outfit";
import { useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";

/** What the book has no use for: minutes and reasons that no card shows. */
const lean = (card: Schema["NightCard"]): Schema["NightCard"] => ({
  ...card,
  // It stands beside the table of the night.
  ifThen: null,
  night: {
    ...card.night,
    items: [],
    swings: [],
    reliesOn: [],
    assumed: [],
    cautions: [],
    hours: card.night.hours && { ...card.night.hours, steps: [] },
  },
});

/** What a card says of a day: when, what, how it goes, and what comes on and off. */
const leanDay = (card: Schema["DayCard"]): Schema["DayCard"] => ({
  ...card,
  cautions: [],
  lines: card.lines.map((l) => ({
    ...l,
    block: { id: l.block.id, activity: l.block.activity, name: l.block.name } as Schema["DayBlock"],
    lived: l.lived && ({ verdict: l.lived.verdict, reason: l.lived.reason } as Schema["BlockLived"]),
  })),
});

/** Everything that a trip uses. */
function usedBy(trip: Trip): Set<string> {
  const events = outfitsOf(trip).flatMap((o) => o.own.flatMap((n) => n.bedtime?.events ?? []));
  return new Set([
    ...trip.uses.map((u) => u.itemId),
    ...(trip.load?.lots ?? []).map((l) => l.itemId),
    ...events.flatMap((e) => e.itemId ?? []),
  ]);
}

/** Has the whole trip worked out night by night, and fills the book with it: one file that needs nothing else. */
export async function makeBook(
  trip: Trip,
  signal: AbortSignal,
  told: (done: number, of: number) => void,
): Promise<Blob> {
  const { items, sleepers } = useWorkspace.getState();
  const { temperature, insulation, mass, wind, elevation } = useSettings.getState();
  const of = trip.nights.length * (trip.members.length + 1) + 1;
  let done = 0;
  const each = async <T>(answer: Promise<T>): Promise<T> => {
    const known = await answer;
    told(++done, of);
    return known;
  };
  const used = usedBy(trip);
  const nights: BookNight[][] = [];
  for (const member of trip.members.keys()) {
    const own: BookNight[] = [];
    for (const night of trip.nights.keys()) {
      signal.throwIfAborted();
      const asked = { trip, night, member };
      const [cards, tonight, kept] = await each(
        Promise.all([
          api.cards(asked, signal),
          api.tonight(asked, signal),
          api.planKept({ ...asked, changes: [] }, signal),
        ]),
      );
      own.push({ night: lean(cards.night), day: leanDay(cards.day), tonight: tonight.table, kept });
    }
    nights.push(own);
  }
  const party: Schema["NightOfParty"][] = [];
  for (const night of trip.nights.keys())
    party.push(await each(api.partySheet({ trip, night, member: 0 }, signal)));
  const [lists, home] = await each(Promise.all([api.packing(trip, "person", signal), api.emptyPackage()]));
  const book: BookData = {
    made: new Date().toISOString(),
    units: { temperature, insulation, mass, wind, elevation },
    // The days are on their cards, and what lies where is in the lists.
    trip: {
      ...trip,
      members: trip.members.map((m) => ({ ...m, days: [], ideas: [] })),
      load: { ...emptyPlan, ticks: trip.load?.ticks ?? [] },
    },
    sleepers: trip.members.flatMap((m) => sleepers[m.sleeperId] ?? []),
    items: Object.values(items).filter((i) => used.has(i.id)),
    nights,
    party,
    lists,
    home,
  };
  return new Blob([filled(await template(signal), book)], { type: "text/html" });
}

async function template(signal: AbortSignal): Promise<string> {
  const response = await fetch("/book.html", { signal });
  if (!response.ok)
    throw new Problem(response.status, "The empty book is not there: build the page again.", []);
  return response.text();
}

const place = '<script type="application/json" id="book">null</script>';

/** The book with a trip in it; nothing in a name can end the script that it stands in. */
export function filled(empty: string, book: BookData): string {
  if (!empty.includes(place))
    throw new Problem(0, "The empty book is not what it should be: build the page again.", []);
  const [before, after] = empty.split(place) as [string, string];
  const text = JSON.stringify(book, thousandths).replaceAll("<", "\\u003c");
  return `${before}${place.replace("null", () => text)}${after}`;
}

/** Nothing on a card is known closer. */
const thousandths = (_: string, value: unknown) =>
  typeof value === "number" ? Math.round(value * 1000) / 1000 : value;
