import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { headline, ownTrip, workspace } from "./demo";

test("an evening is played by keys, reckoned at four, and played again with the best line", async ({ page }) => {
  const trip = await ownTrip(page, "Rehearsed");
  await page.goto(`/trips/${trip.id}/rehearse/4?evening=5`);
  await expect(headline(page)).toContainText("as it stands");
  const question = page.getByRole("region", { name: /^Question/ });
  await expect(question).toBeVisible();
  const of = Number((await question.getAttribute("aria-label"))?.split(" of ")[1]);
  for (let n = 1; n <= of; n++) {
    await expect(page.getByRole("region", { name: `Question ${n} of ${of}` }).getByRole("button").nth(1)).toBeEnabled();
    if (n === 3) expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    await page.keyboard.press("2");
  }
  await expect(headline(page)).toContainText("Four in the morning");
  await expect(page.getByText("What each choice was worth")).toBeVisible();
  const worst = await headline(page).innerText();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.press("Backspace");
  await expect(page.getByRole("region", { name: `Question ${of} of ${of}` })).toBeVisible();
  await page.keyboard.press("2");
  await expect(headline(page)).toHaveText(worst);
  await page.getByRole("button", { name: "The same evening with the best line" }).click();
  await expect(page.getByText("This was the best line.")).toBeVisible();
  await expect(headline(page)).not.toHaveText(worst);

  await page.getByRole("button", { name: "For a group" }).click();
  await expect(page.getByText(/^One screen, a show of hands/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  // The picture follows its new width in the next frames.
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect((await workspace(page)).trips.some((t) => t.id === trip.id)).toBe(true);
});

test("a night without a bed says what to do first", async ({ page }) => {
  const trip = await ownTrip(page, "Bare evening");
  const bare = { ...trip, version: 1, uses: [] };
  expect((await page.request.put(`/api/trips/${trip.id}`, { data: bare })).status()).toBe(200);
  await page.goto(`/trips/${trip.id}/rehearse/1`);
  await expect(headline(page)).toHaveText("Nothing to rehearse yet.");
  await page.getByRole("button", { name: "Make the bed" }).click();
  await expect(page).toHaveURL(/night\/1$/);
});
