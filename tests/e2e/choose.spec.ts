import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { headline, ownTrip, saved, workspace } from "./demo";

test("the lightest that holds is chosen, proven and packed, and one step takes it back", async ({ page }) => {
  const trip = await ownTrip(page, "Chosen");
  await page.goto(`/trips/${trip.id}/night/4`);
  await page.getByRole("button", { name: "Choose for me" }).click();
  await expect(headline(page)).toHaveText(/^\d+ g holds every night: \d+ g lighter than as packed\.$/, { timeout: 20_000 });
  await expect(page.getByText(/^Nothing lighter holds: proven over/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText("Walking the line…")).toBeHidden({ timeout: 20_000 });
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
  await expect(page.getByText(/^Nothing lighter holds: proven over/)).toBeVisible({ timeout: 20_000 });
  const bed = page.getByRole("region", { name: "The bed" });
  const last = bed.getByRole("list").last().getByRole("listitem").last();
  const name = (await last.locator("span").first().innerText()).replace(/^new:\s*/, "").trim();
  await last.getByRole("button", { name: "leave at home" }).click();
  await expect(page.getByRole("button", { name: `at home: ${name}` })).toBeVisible();
  await expect(bed.getByText(name, { exact: true })).toBeHidden({ timeout: 20_000 });
  await page.getByLabel("To spare, °").fill("90");
  await expect(page.getByRole("alert").first()).toContainText("asked.spareK");
});

test("which of what is owned for which low is a table down to where nothing holds", async ({ page }) => {
  const trip = await ownTrip(page, "Lows", "Brenholt weekend");
  expect((await workspace(page)).items.length).toBeGreaterThan(100);
  await page.goto(`/trips/${trip.id}/choose/1`);
  await page.getByRole("button", { name: "which for which low" }).click();
  await expect(headline(page)).toHaveText(/^What you own holds for .+ down to −\d+°\.$/, { timeout: 30_000 });
  await expect(page.getByText(/^From −\d+° on add /).first()).toBeVisible();
});

test("for the party: who gets which bed, what is carried for all, kept things stay, one step takes it back", async ({
  page,
}) => {
  const trip = await ownTrip(page, "Shared out");
  await page.goto(`/trips/${trip.id}/choose/4`);
  await page.getByRole("button", { name: "for the party" }).click();
  await expect(headline(page)).toHaveText(/^\d+ g for both of you, everyone warm: \d+ g lighter than as packed\.$/, {
    timeout: 20_000,
  });
  await page.getByLabel("In reserve for any one, °").fill("6");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("heading", { name: /^Carried for all: \d+ g/ })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/^(Nothing lighter holds: proven|Not proven yet)/)).toBeVisible();
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);
  // A thing that is kept stays with whom it is kept.
  const person = page.getByRole("region", { name: "Sleeps warm" });
  const keep = person.getByRole("button", { name: / stays with Sleeps warm$/ }).first();
  const kept = ((await keep.getAttribute("aria-label")) ?? "").replace(/ stays with Sleeps warm$/, "");
  await keep.click();
  await expect(page.getByText("Still looking for a better way to share…")).toBeHidden({ timeout: 30_000 });
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
