import { expect, type Page } from "@playwright/test";

type Day = { nightId: string; work: string; soaked: string[]; blocks?: unknown[] | null; worn?: unknown[] | null };
type Member = { sleeperId: string; days: Day[] };
export type Trip = { id: string; name: string; version: number; load?: { lots: { itemId: string; stays: { loadId: string; reach: string }[] }[]; phases: { name: string }[]; ticks: unknown[] } | null; nights: { id: string; camp: string }[]; members: Member[]; uses: { itemId: string }[] };
type Workspace = { trips: Trip[]; items: { id: string; name: string; massG: number; kind: string }[]; sleepers: { id: string }[] };

export const workspace = async (page: Page): Promise<Workspace> => (await page.request.get("/api/workspace")).json();

/** What comes along for days that are laid out. */
const dayClothes = ["Insulated mittens", "Wool day tights", "Fleece vest", "Boots with felt liner"];
/** Days as words only, as a trip has them that nothing is laid out for. */
const words: Record<number, string> = { 1: "hard", 2: "wetSnow", 4: "hard" };
const inWords = (trip: Trip): Member[] =>
  trip.members.map((m, who) => ({
    ...m,
    days:
      who > 0
        ? []
        : trip.nights.flatMap((n, i) => {
            const day = m.days.find((d) => d.nightId === n.id);
            return words[i] && day ? [{ ...day, work: words[i], blocks: null, worn: null, tasks: null }] : [];
          }),
  }));

/** A trip of its own for each test, copied from the demo's, so that tests do not see each other; its days in words unless they are wanted. */
export async function ownTrip(page: Page, name: string, like = "Isvar crossing", days = false): Promise<Trip> {
  const { trips, items } = await workspace(page);
  const demo = trips.find((t) => t.name === like) as Trip;
  const clothes = new Set(items.filter((i) => dayClothes.includes(i.name)).map((i) => i.id));
  const trip = {
    ...demo,
    members: days ? demo.members : inWords(demo),
    uses: demo.uses.filter((u) => days || !clothes.has(u.itemId)),
    id: crypto.randomUUID(),
    // A test that stumbled has left its trip behind.
    name: trips.some((t) => t.name === name) ? `${name} again` : name,
    version: 0,
  };
  expect((await page.request.put(`/api/trips/${trip.id}`, { data: trip })).status()).toBe(200);
  return trip;
}

export const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
export const headline = (page: Page) => page.getByRole("heading", { level: 1 });
export const layers = (page: Page) => page.getByRole("list", { name: "Layers from the air down" });
