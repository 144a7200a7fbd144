import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { settings } from "./browser.mjs";
import { headline, ownPerson, saved, workspace } from "./demo";

type Entry = { id: string; sleeperId: string; date: string; notes: string; leftOut: string | null; night: { slept: string; outsideC: number | null } | null };

const log = async (page: Page): Promise<Entry[]> => (await page.request.get("/api/log")).json();

const press = (page: Page, slept: string) => page.getByRole("button", { name: new RegExp(`^${slept}`) }).first().click();

test("a night is logged in a press, says more when asked, and the plan knows the sleeper better", async ({ page }) => {
  const trip = await ownPerson(page, "Logged");
  await page.goto(`/trips/${trip.id}/log/2`);
  await expect(headline(page)).toHaveText("How was the night?");
  await expect(page.getByText("What was promised")).toBeVisible();
  await press(page, "cool");
  await expect(headline(page)).toHaveText("Logged: slept cool.");
  await expect(page.getByText("No low was read: it tells nothing of how one sleeps.")).toBeVisible();
  await page.getByRole("button", { name: "Outside colder" }).click();
  await page.getByRole("button", { name: "Outside colder" }).click();
  await page.getByRole("button", { name: "back, from below" }).click();
  await page.getByRole("button", { name: "before dawn" }).click();
  const bag = page.getByRole("button", { name: /^Winter down bag/ });
  await bag.click();
  await expect(bag).toHaveText("Winter down bagdamp");
  await bag.click();
  await bag.click();
  await expect(bag).toHaveText("Winter down bagfrozen");
  await page.getByRole("button", { name: "Down camp jacket on" }).click();
  await expect(page.getByText(/^By the plan that was worth \+\d/)).toBeVisible();
  await expect(page.getByText(/it moves what is known by/)).toBeVisible();
  await saved(page);
  const [entry] = (await log(page)).filter((e) => e.sleeperId === trip.sleeperId);
  expect(entry).toMatchObject({ night: { slept: "cool" }, planned: { things: expect.any(Array) }, camp: "Logged 2" });
  await page.keyboard.press("1");
  await expect(page.getByText(/known from one night: ±/)).toBeVisible();
  await page.keyboard.press("2");
  await expect(page.getByText(/from one night of one's own ±/)).toBeVisible();
});

test("what was logged is undone, left out with a reason, and removed", async ({ page }) => {
  const trip = await ownPerson(page, "Left out");
  await page.goto(`/trips/${trip.id}/log/1?of=night`);
  await press(page, "fine");
  await expect(headline(page)).toHaveText("Logged: slept fine.");
  await page.keyboard.press("Control+z");
  await expect(headline(page)).toHaveText("How was the night?");
  await page.keyboard.press("Control+Shift+z");
  await page.getByRole("button", { name: "Outside milder" }).click();
  await expect(page.getByText(/it moves what is known by/)).toBeVisible();
  await page.getByRole("button", { name: "Learn nothing from it" }).click();
  await page.getByLabel("Why nothing is to be learned from it").fill("slept in the hut");
  await expect(page.getByText("Left out: nothing is learned from it.")).toBeVisible();
  await page.getByRole("button", { name: "As lived" }).click();
  await expect(page.getByText("left out: slept in the hut")).toBeVisible();
  await expect(headline(page)).toHaveText("Nothing is known yet but what was stated.");
  await page.getByRole("button", { name: "This night" }).click();
  await page.getByRole("button", { name: "Remove what was logged" }).click();
  await saved(page);
  expect((await log(page)).filter((e) => e.sleeperId === trip.sleeperId)).toEqual([]);
});

test("logged while the server is away it waits in the browser and comes back", async ({ page }) => {
  const trip = await ownPerson(page, "Away");
  await page.goto(`/trips/${trip.id}/log/3?of=night`);
  await expect(page.getByText("What was promised")).toBeVisible();
  await page.route("**/api/**", (r) => r.abort());
  await press(page, "shivering");
  await page.getByLabel("Anything to remember").fill("the lamp died");
  await expect(page.getByText("1 waiting")).toBeVisible();
  const other = await page.context().newPage();
  await page.close();
  await other.goto(`/trips/${trip.id}/log/3?of=night`);
  await expect(headline(other)).toHaveText("Logged: slept shivering.");
  await saved(other);
  const [entry] = (await log(other)).filter((e) => e.sleeperId === trip.sleeperId);
  expect(entry).toMatchObject({ notes: "the lamp died", night: { slept: "shivering" } });
});

test("two windows that log the same night lose nothing: the person decides", async ({ page, context }) => {
  const trip = await ownPerson(page, "Two windows");
  await page.goto(`/trips/${trip.id}/log/1?of=night`);
  await press(page, "fine");
  await saved(page);
  const other = await context.newPage();
  await other.goto(`/trips/${trip.id}/log/1?of=night`);
  await expect(headline(other)).toHaveText("Logged: slept fine.");
  await press(other, "cold");
  await saved(other);
  await page.getByLabel("Anything to remember").fill("mine");
  await expect(page.getByRole("button", { name: "Keep mine" })).toBeVisible();
  await expect(page.getByLabel("Anything to remember")).toHaveValue("mine");
  await page.getByRole("button", { name: "Keep mine" }).click();
  await saved(page);
  const [entry] = (await log(page)).filter((e) => e.sleeperId === trip.sleeperId);
  expect(entry).toMatchObject({ notes: "mine", night: { slept: "fine" } });
});

test("a logger's file gives lows and hours; one left in the tent is noticed", async ({ page }) => {
  const trip = await ownPerson(page, "Logger");
  await page.goto(`/trips/${trip.id}/log/1?of=night`);
  await press(page, "fine");
  await page.getByRole("button", { name: "From a logger" }).click();
  const sheet = page.getByRole("dialog");
  const date = (trip.nights[0] as { id: string; camp: string } & { date?: string }).date ?? "";
  const rows = ["time;outside;pillow"];
  for (let n = 0; n < 24 * 4; n++) {
    const at = new Date(Date.parse(`${date}T12:00:00Z`) + n * 900_000).toISOString().slice(0, 16);
    const air = -18 - 7 * Math.cos((Math.PI * (n / 4 - 19)) / 17);
    rows.push(`${at};${air.toFixed(1).replace(".", ",")};${(air + 3.8).toFixed(1).replace(".", ",")}`);
  }
  await sheet.locator("input[type=file]").setInputFiles({ name: "l.csv", mimeType: "text/csv", buffer: Buffer.from(rows.join("\n")) });
  await expect(sheet.getByText("The file does not say whether it is in °C or °F.")).toBeVisible();
  await sheet.getByRole("button", { name: "It is in °C" }).click();
  await expect(sheet.getByText("−25°", { exact: false }).first()).toBeVisible();
  await sheet.getByRole("button", { name: "Take its lows, hours and clock" }).click();
  await expect(page.getByLabel("Outside, °C")).toHaveValue("−25");
  await expect(page.getByRole("img", { name: "What the logger read through the night" })).toBeVisible();
  await page.getByRole("button", { name: "Read the logger again" }).click();
  await sheet.getByText("or the simulated logger").click();
  await sheet.getByLabel("It", { exact: true }).selectOption("leftInTent");
  await sheet.getByRole("button", { name: "Ask it" }).click();
  await expect(sheet.getByText(/reads as the air in the tent/)).toBeVisible();
});

test("as lived: the ladder, the hill, a night opened; how good; all sound for a screen reader in both themes", async ({ page }) => {
  await page.addInitScript((s) => localStorage.setItem("ermine-settings", s), settings({ theme: "lamp" }));
  const { trips } = await workspace(page);
  const isvar = trips.find((t) => t.name === "Isvar crossing");
  await page.goto(`/trips/${isvar?.id}/log/1`);
  await expect(headline(page)).toHaveText(/^From seven nights: about 1\.\d° colder than the model, ±0\.9\.$/);
  await expect(page.getByRole("img", { name: /^Hill of what is known/ })).toBeVisible();
  await page.getByRole("button", { name: "2026-01-17 Orrbukta" }).click();
  await expect(page.getByRole("heading", { name: "17 Jan 2026 · Orrbukta" })).toBeVisible();
  await expect(page.getByText("has come out")).toContainText(/\d° short/);
  for (const theme of ["lamp", "snow"]) {
    if (theme === "snow") await page.keyboard.press("t");
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  }
  await page.getByRole("button", { name: "How good" }).click();
  await expect(headline(page)).toHaveText(/^\d+ of \S+ nights came out as told\.$/);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await expect(page.getByRole("link", { name: "Save as a table" })).toHaveAttribute("href", "/api/log.csv");
});

test("on the phone everything is in reach of a thumb, and nothing is wider than the page", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const trip = await ownPerson(page, "Thumb");
  await page.goto(`/trips/${trip.id}/log/1?of=night`);
  await press(page, "warm");
  await page.getByText("The day before it").click();
  for (const button of await page.locator("main").getByRole("button").all()) {
    const box = await button.boundingBox();
    expect(box?.height, await button.textContent() ?? "").toBeGreaterThanOrEqual(44);
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test("the chance stands in dots under each night and in a sentence; a press does what would raise it", async ({ page }) => {
  const trip = await ownPerson(page, "Chance");
  await page.goto(`/trips/${trip.id}/cold/4`);
  await expect(page.getByText(/^Sleeping through all seven nights: /)).toBeVisible();
  await expect(page.getByRole("img", { name: /^slept through/ }).first()).toBeVisible();
  const before = await page.getByText(/^Sleeping through all seven nights: /).textContent();
  await page.getByRole("button", { name: "Do it" }).first().click();
  await expect(page.getByText(/^Sleeping through all seven nights: /)).not.toHaveText(before ?? "");
  await saved(page);
});
