import { expect, type Page } from "@playwright/test";

type Day = { nightId: string; work: string; soaked: string[]; blocks?: unknown[] | null; worn?: unknown[] | null };
type Member = { sleeperId: string; days: Day[]; nights: { nightId: string; bedtime: { events: { kind: string }[] } | null }[] };
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

/** A trip and a sleeper of one's own, at camps of one's own: what is logged here changes nobody else's plan. */
export async function ownPerson(
  page: Page,
  name: string,
  like = "Isvar crossing",
  days = false,
): Promise<Trip & { sleeperId: string }> {
  const trip = await ownTrip(page, name, like, days);
  const { sleepers } = (await (await page.request.get("/api/workspace")).json()) as { sleepers: { id: string }[] };
  const id = crypto.randomUUID();
  const sleeper = { ...sleepers[0], id, name: `${name} ${id.slice(0, 4)}`, statedOffsetK: 0, version: 0 };
  expect((await page.request.put(`/api/sleepers/${id}`, { data: sleeper })).status()).toBe(200);
  const before = trip.members[0]?.sleeperId ?? "";
  const kept = (await workspace(page)).trips.find((t) => t.id === trip.id) as Trip;
  const moved = {
    ...kept,
    nights: kept.nights.map((n, i) => ({ ...n, camp: `${name} ${i + 1}` })),
    members: kept.members.slice(0, 1).map((m) => ({ ...m, sleeperId: id })),
    uses: kept.uses.filter((u) => (u as { sleeperId?: string }).sleeperId === before).map((u) => ({ ...u, sleeperId: id })),
    load: null,
  };
  expect((await page.request.put(`/api/trips/${trip.id}`, { data: moved })).status()).toBe(200);
  return { ...moved, sleeperId: id };
}

export const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
export const headline = (page: Page) => page.getByRole("heading", { level: 1 });
export const layers = (page: Page) => page.getByRole("list", { name: "Layers from the air down" });
