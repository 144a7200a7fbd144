import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { settings } from "./browser.mjs";
import { headline, ownTrip, saved, workspace } from "./demo";

const like = "Kessar ice cap";

test("the towers stand on the ground, a day is chosen on them, and a press ends what is counted on twice", async ({ page }) => {
  const trip = await ownTrip(page, "Towers", like, true);
  await page.goto(`/trips/${trip.id}/load/1`);
  await expect(headline(page)).toHaveText(/^Day 1 moves \d+ kg at once, the most\. Down camp jacket is counted on twice\.$/);
  await page.getByRole("button", { name: /^Day 5, Plateau depot: \d+ kg/ }).click();
  await expect(page.getByRole("heading", { name: "Day 5, as it is reached" })).toBeVisible();
  await expect(page.getByText(/^Plateau depot: \d\d kg$/)).toBeVisible();
  await page.getByRole("button", { name: "Take the down camp trousers instead" }).click();
  await expect(page.getByText("Nothing is wanted twice at one hour.")).toBeVisible();
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(headline(page)).toContainText("counted on twice");
  await page.keyboard.press("ArrowRight");
});

test("a thing is dragged into a depot, put elsewhere for some days, and left to Ermine again", async ({ page }) => {
  const trip = await ownTrip(page, "Dragged", like, true);
  await page.goto(`/trips/${trip.id}/load/5`);
  const depot = page.getByText(/^Plateau depot: /);
  const rope = page.getByRole("button", { name: /^Rope, 30 m/ });
  await expect(rope).toBeVisible();
  const before = Number((await depot.textContent())?.match(/([\d.]+) kg/)?.[1]);
  const [from, to] = [await rope.boundingBox(), await depot.boundingBox()];
  if (!from || !to) throw new Error("not drawn");
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 6, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Number((await depot.textContent())?.match(/([\d.]+) kg/)?.[1])).toBeGreaterThan(before);
  await page.getByRole("button", { name: /Rope, 30 m/ }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText("Put there by hand.")).toBeVisible();
  await sheet.getByLabel("Put it").selectOption({ label: "on Sleeps cold" });
  await sheet.getByLabel("To the end of").selectOption("6");
  await sheet.getByRole("button", { name: "Put it there" }).click();
  await page.getByRole("button", { name: /Rope, 30 m/ }).click();
  await expect(page.getByRole("dialog").getByText("Day 5 to 7: on Sleeps cold, pocket, 5 s")).toBeVisible();
  await page.getByRole("dialog").getByRole("button", { name: "Let Ermine place it" }).click();
  await saved(page);
  const kept = (await workspace(page)).trips.find((t) => t.id === trip.id);
  const id = (await workspace(page)).items.find((i) => i.name === "Rope, 30 m")?.id;
  expect(kept?.load?.lots.find((l) => l.itemId === id)?.stays).toEqual([]);
});

test("dropped on a day a thing comes out of its depot from then on", async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1600 });
  const trip = await ownTrip(page, "Dropped on a day", like, true);
  await page.goto(`/trips/${trip.id}/load/5`);
  const mast = page.getByRole("button", { name: /Weather mast in parts/ });
  const [from, to] = [
    await mast.boundingBox(),
    await page.getByRole("button", { name: /^Day 9, Landing shingle/ }).boundingBox(),
  ];
  if (!from || !to) throw new Error("not drawn");
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, to.y + 60, { steps: 8 });
  await expect(page.getByText("Weather mast in parts from day 9")).toBeVisible();
  await page.mouse.up();
  await mast.click();
  await expect(page.getByRole("dialog").getByText(/^Day 9: .*inside, 90 s$/)).toBeVisible();
});

test("phases and loads are named, and what is typed comes along", async ({ page }) => {
  const trip = await ownTrip(page, "Phases", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/load/1`);
  await page.getByRole("button", { name: "+ phase" }).click();
  await page.getByRole("button", { name: "Phase 1" }).click();
  await page.getByLabel("What it is called").fill("Over the lake");
  await page.getByLabel("Its last day").selectOption({ index: 2 });
  await page.getByLabel("The way is gone").selectOption("2");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Over the lake ×2" })).toBeVisible();
  await page.getByRole("button", { name: "Loads and depots" }).click();
  await page.getByRole("button", { name: "+ depot" }).click();
  await page.getByLabel("Depot", { exact: true }).fill("Hut on the shore");
  await page.keyboard.press("Escape");
  await expect(page.getByText("Hut on the shore: empty")).toBeVisible();
  await page.getByRole("button", { name: "+ thing" }).click();
  await page.keyboard.type("snow shovel 700 g");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /Snow shovel.*700 g/ })).toBeVisible();
  await saved(page);
  const kept = (await workspace(page)).trips.find((t) => t.id === trip.id);
  expect(kept?.load?.phases.map((p) => p.name)).toEqual(["Over the lake"]);
});

test("one load lost says what is left, and the mat in the pack is worth its degrees", async ({ page }) => {
  const trip = await ownTrip(page, "Lost", like, true);
  await page.goto(`/trips/${trip.id}/load/4?of=lost`);
  await expect(headline(page)).toContainText(/gone through the ice on day 4: what .* has left is no-go/);
  const press = page.getByRole("button", { name: /mat.*: \d+° more$/ }).first();
  const what = (await press.textContent()) ?? "";
  await press.click();
  await expect(page.getByRole("button", { name: what, exact: true })).toHaveCount(0);
  await expect(page.getByText("guides and rescue services come first")).toBeVisible();
});

test("food and fuel are reckoned day by day and what is used up is set", async ({ page }) => {
  const trip = await ownTrip(page, "Needs", like, true);
  await page.goto(`/trips/${trip.id}/load/4?of=needs`);
  await expect(headline(page)).toContainText("Food is enough.");
  await expect(page.getByText(/ice after/).first()).toBeVisible();
  await page.getByLabel("Fuel a day, all").fill("800");
  await expect(page.getByText(/g short/).first()).toBeVisible();
});

test("on a phone the list is ticked, it keeps who ticked, and a look goes into the history", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const trip = await ownTrip(page, "Ticked", like, true);
  await page.goto(`/trips/${trip.id}/load/1?of=lists`);
  await page.getByRole("button", { name: "Car", exact: true }).click();
  await page.getByLabel("Rope, 30 m").check();
  await expect(page.getByText(/^1 of \d+ ticked on this round\.$/)).toBeVisible();
  await expect(page.getByText("· Sleeps cold")).toBeVisible();
  await page.getByRole("button", { name: "Last bag" }).click();
  await expect(page.getByText(/^0 of /)).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: "Before leaving" }).click();
  await expect(headline(page)).toContainText("to mend before leaving");
  const row = page.getByRole("listitem").filter({ hasText: "Hard shell" }).filter({ hasText: "wash and proof" });
  await row.getByRole("button", { name: "Seen to" }).click();
  await page.getByLabel("What was done").fill("washed, proofed");
  await page.getByRole("button", { name: "Note it" }).click();
  await expect(page.getByRole("heading", { name: "Seen to lately" })).toBeVisible();
  await saved(page);
  const { items } = (await (await page.request.get("/api/workspace")).json()) as {
    items: { name: string; history?: { note: string }[] }[];
  };
  expect(items.find((i) => i.name === "Hard shell")?.history?.at(-1)?.note).toBe("washed, proofed");
});

test("a printed list keeps to paper and leaves the page's own things out", async ({ page }) => {
  const trip = await ownTrip(page, "Printed", like, true);
  await page.goto(`/trips/${trip.id}/load/1?of=lists`);
  await expect(page.getByText(/of \d+ ticked/)).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation", { name: "Stations" })).toBeHidden();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(headline(page)).toBeVisible();
  const pdf = await page.pdf({ preferCSSPageSize: true });
  expect(pdf.toString("latin1").match(/\/Type\s*\/Page\b/g)?.length).toBeLessThanOrEqual(3);
});

test("without days there is nothing to load, and that is said", async ({ page }) => {
  const trip = await ownTrip(page, "No days", "Brenholt weekend");
  const bare = { ...trip, id: crypto.randomUUID(), name: "Bare", version: 0, nights: [], uses: [], forecastId: null };
  await page.request.put(`/api/trips/${bare.id}`, {
    data: { ...bare, members: bare.members.map((m) => ({ ...m, days: [], nights: [] })) },
  });
  await page.goto(`/trips/${bare.id}/load/1`);
  await expect(headline(page)).toHaveText("No days to load for.");
});

for (const [path, theme, width] of [
  ["load/4", "snow", 1280],
  ["load/4", "lamp", 390],
  ["load/7?of=twice", "lamp", 1280],
  ["load/4?of=lost", "snow", 390],
  ["load/4?of=needs", "lamp", 390],
  ["load/4?of=leaving", "snow", 390],
  ["load/4?of=lists", "lamp", 1280],
] as const)
  test(`axe finds nothing on ${path} in ${theme} at ${width} px, and nothing runs off the side`, async ({ page }) => {
    await page.setViewportSize({ width, height: 844 });
    await page.addInitScript((s) => localStorage.setItem("ermine-settings", s), settings({ theme }));
    const { trips } = await workspace(page);
    await page.goto(`/trips/${trips.find((t) => t.name === like)?.id}/${path}`);
    await expect(headline(page)).toContainText(/moves|counted|gone|enough|mend|pack/);
    await page.waitForLoadState("networkidle");
    const found = await new AxeBuilder({ page }).analyze();
    expect(found.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html).join(" ")}`)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  });
