import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { headline, ownTrip, saved, workspace } from "./demo";

test("the lightest that holds is chosen, proven and packed, and one step takes it back", async ({ page }) => {
  const trip = await ownTrip(page, "Chosen");
  await page.goto(`/trips/${trip.id}/night/4`);
  await page.getByRole("button", { name: "Choose for me" }).click();
  await expect(headline(page)).toHaveText(/^\d+ g holds every night: \d+ g lighter than as packed\.$/, {
    timeout: 60_000,
  });
  await expect(page.getByText(/^Nothing lighter holds: proven over/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText("Walking the line…")).toBeHidden({ timeout: 60_000 });
  await expect(page.getByText(/^as packed: \d+ g over the line/)).toBeVisible();
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);
  await page.getByRole("button", { name: "Pack this" }).click();
  await expect(headline(page)).toHaveText(/^Warm\./);
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(headline(page)).not.toHaveText(/^Warm\./);
});

test("what is left at home is not chosen, and a wish that cannot be is named", async ({ page }) => {
  const trip = await ownTrip(page, "Left at home");
  await page.goto(`/trips/${trip.id}/choose/4`);
  await expect(page.getByText(/^Nothing lighter holds: proven over/)).toBeVisible({ timeout: 60_000 });
  const bed = page.getByRole("region", { name: "The bed" });
  const last = bed.getByRole("list").last().getByRole("listitem").last();
  const name = (await last.locator("span").first().innerText()).replace(/^new:\s*/, "").trim();
  await last.getByRole("button", { name: "leave at home" }).click();
  await expect(page.getByRole("button", { name: `at home: ${name}` })).toBeVisible();
  await expect(bed.getByText(name, { exact: true })).toBeHidden({ timeout: 60_000 });
  await page.getByLabel("To spare, °").fill("90");
  await expect(page.getByRole("alert").first()).toContainText("asked.spareK");
});

test("which of what is owned for which low is a table down to where nothing holds", async ({ page }) => {
  const trip = await ownTrip(page, "Lows", "Brenholt weekend");
  expect((await workspace(page)).items.length).toBeGreaterThan(100);
  await page.goto(`/trips/${trip.id}/choose/1`);
  await page.getByRole("button", { name: "which for which low" }).click();
  await expect(headline(page)).toHaveText(/^What you own holds for .+ down to −\d+°\.$/, { timeout: 60_000 });
  await expect(page.getByText(/^From −\d+° on add /).first()).toBeVisible();
});

test("for the party: who gets which bed, what is carried for all, kept things stay, one step takes it back", async ({
  page,
}) => {
  const trip = await ownTrip(page, "Shared out");
  await page.goto(`/trips/${trip.id}/choose/4`);
  await page.getByRole("button", { name: "for the party" }).click();
  await expect(headline(page)).toHaveText(
    /^\d+ g for both of you, everyone warm: \d+ g lighter than as packed\.$/,
    {
      timeout: 60_000,
    },
  );
  await page.getByLabel("In reserve for any one, °").fill("6");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("heading", { name: /^Carried for all: \d+ g/ })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText(/^(Nothing lighter holds: proven|Not proven yet)/)).toBeVisible();
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);
  // A thing that is kept stays with whom it is kept.
  const person = page.getByRole("region", { name: "Sleeps warm" });
  const keep = person.getByRole("button", { name: / stays with Sleeps warm$/ }).first();
  const kept = ((await keep.getAttribute("aria-label")) ?? "").replace(/ stays with Sleeps warm$/, "");
  await keep.click();
  await expect(page.getByText("Still looking for a better way to share…")).toBeHidden({ timeout: 60_000 });
  await expect(person.getByRole("button", { name: `${kept} stays with Sleeps warm` })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.getByRole("button", { name: "Pack this for everyone" }).click();
  await expect(headline(page)).toHaveText(/^Warm\./);
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(headline(page)).not.toHaveText(/^Warm\./);
  await page.goto(`/trips/${trip.id}/choose/4`);
  await page.getByRole("button", { name: "for the party" }).click();
  await page.getByLabel("In reserve for any one, °").fill("90");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("alert").first()).toContainText("asked.reserveK");
});

test("what to buy is ranked over trips and log or lows that are typed, by price too, and what could go is told", async ({
  page,
}) => {
  const trip = await ownTrip(page, "Season");
  await page.goto(`/trips/${trip.id}/choose/4`);
  await page.getByRole("button", { name: "what to buy" }).click();
  await expect(page.getByText(/^Of \d+ nights (all|\d+) hold for /)).toBeVisible({ timeout: 60_000 });
  await page.getByRole("button", { name: "lows I type" }).click();
  await page.getByLabel("Lows, °C, one for each night").fill("-20 cold");
  await expect(headline(page)).toHaveText("A low is not a number.");
  await page.getByLabel("Lows, °C, one for each night").fill("-30 -30 -42");
  await page.getByLabel("Bed at most, g").fill("2500");
  await expect(headline(page)).toHaveText(/ raises? /, { timeout: 60_000 });
  const list = page.getByRole("region", { name: "What to buy" });
  const prices = list.getByLabel(/^Price of /);
  await expect(prices.first()).toBeVisible({ timeout: 60_000 });
  for (const price of await prices.all()) await price.fill("300");
  await list.getByRole("button", { name: "coin", exact: true }).click();
  await expect(list.getByText(/nights a hundred coins/).first()).toBeVisible();
  await expect(
    page.getByRole("region", { name: "What could go" }).getByText(/^In none of \d+ beds|not done in time/),
  ).toBeVisible({
    timeout: 60_000,
  });
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);
});

test("clothes by day: every day dressed in the lightest, packed in a press, and one step takes it back", async ({
  page,
}) => {
  const trip = await ownTrip(page, "Clothes", "Brenholt weekend", true);
  await page.goto(`/trips/${trip.id}/choose/1`);
  await page.getByRole("button", { name: "clothes by day" }).click();
  await expect(headline(page)).toHaveText(
    /^\d+ g of clothes dress every day .+: \d+ g (lighter|more) than as packed\.$/,
    {
      timeout: 60_000,
    },
  );
  // A slow machine may not come to the proof in time, and says so.
  await expect(
    page.getByText(
      /Nothing lighter of what was weighed goes as well\.|Not proven: it may be lighter|By all that was tried/,
    ),
  ).toBeVisible();
  await expect(page.getByRole("button", { name: "Stop" })).toBeHidden({ timeout: 60_000 });
  const told = await page.getByRole("row").nth(1).getByRole("cell").nth(1).innerText();
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);
  await page.getByRole("button", { name: "Pack these and dress every day" }).click();
  await saved(page);
  // The day then goes as it was told.
  await expect(page).toHaveURL(/\/day\/1$/);
  await expect(page.getByRole("img", { name: told.trim() }).first()).toBeVisible();
  await page.keyboard.press("Control+z");
  await saved(page);
  const kept = (await workspace(page)).trips.find((t) => t.id === trip.id);
  expect(kept?.uses.length).toBe(trip.uses.length);
});

test("nothing goes on behind another view: what was asked for one ends when it is chosen for the party", async ({
  page,
}) => {
  const asked: string[] = [];
  page.on("request", (r) => asked.push(r.url().replace(/.*\/api\/plan\//, "")));
  const trip = (await workspace(page)).trips.find((t) => t.name === "Kessar ice cap");
  await page.goto(`/trips/${trip?.id}/choose/1`);
  await page.getByText(/Still looking for a lighter one|Walking the line/).waitFor();
  const ended = page.waitForEvent("requestfailed", (r) => /plan\/(choose|line)$/.test(r.url()));
  const before = asked.filter((a) => a === "line").length;
  await page.getByRole("button", { name: "for the party" }).click();
  expect((await ended).failure()?.errorText).toContain("ERR_ABORTED");
  await expect(headline(page)).toHaveText(/for all 3 of you/, { timeout: 60_000 });
  expect(asked.filter((a) => a === "line").length).toBe(before);
});
