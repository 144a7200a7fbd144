import { expect, type Page } from "@playwright/test";

type Member = { sleeperId: string };
export type Trip = { id: string; name: string; version: number; nights: { id: string; camp: string }[]; members: Member[] };
type Workspace = { trips: Trip[]; items: { id: string; name: string; massG: number; kind: string }[]; sleepers: { id: string }[] };

export const workspace = async (page: Page): Promise<Workspace> => (await page.request.get("/api/workspace")).json();

/** A trip of its own for each test, copied from the demo's, so that tests do not see each other. */
export async function ownTrip(page: Page, name: string, like = "Isvar crossing"): Promise<Trip> {
  const { trips } = await workspace(page);
  const demo = trips.find((t) => t.name === like) as Trip;
  const trip = { ...demo, id: crypto.randomUUID(), name, version: 0 };
  expect((await page.request.put(`/api/trips/${trip.id}`, { data: trip })).status()).toBe(200);
  return trip;
}

export const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
export const headline = (page: Page) => page.getByRole("heading", { level: 1 });
export const layers = (page: Page) => page.getByRole("list", { name: "Layers from the air down" });
