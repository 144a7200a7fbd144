import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { ownTrip, workspace } from "./demo";

const pagesOf = (pdf: Buffer) => pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;
const ready = (page: Page) => expect(page.getByRole("button", { name: "Print" })).toBeEnabled({ timeout: 60_000 });
const axe = async (page: Page) => expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

test("a leader sees who is short and what would do for nothing, teaches it, and prints all of it", async ({ page }) => {
  const kessar = (await workspace(page)).trips.find((t) => t.name === "Kessar ice cap");
  await page.goto(`/trips/${kessar?.id}/take/7`);
  await page.getByRole("link", { name: "teach the party" }).click();
  await ready(page);
  const pages = page.getByRole("article", { name: /^Page of / });
  await expect(pages).toHaveCount(3);
  const cold = page.getByRole("article", { name: "Page of Sleeps cold" });
  await expect(cold).toContainText("do not hold");
  await expect(cold).toContainText("For nothing:");
  await expect(cold).toContainText("Winter down bag Its loft holds warm air");
  await axe(page);
  expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toBe(3);

  await page.getByRole("button", { name: "The lesson" }).click();
  const lesson = page.getByRole("article", { name: "The lesson" });
  await expect(lesson.getByRole("heading", { level: 3 })).toHaveCount(10);
  await ready(page);
  const celsius = await lesson.innerText();
  await page.keyboard.press("u");
  await expect(lesson).not.toHaveText(celsius, { useInnerText: true });
  await page.keyboard.press("u");
  await axe(page);
  expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toBe(2);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test("a quiz is answered by keys and prints on one page", async ({ page }) => {
  const trip = await ownTrip(page, "Asked about");
  await page.goto(`/trips/${trip.id}/teach/4`);
  await page.getByRole("button", { name: "Quiz" }).click();
  await ready(page);
  await axe(page);
  expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toBe(1);
  const of = Number((await page.getByText(/^Question 1 of/).innerText()).match(/of (\d+)/)?.[1]);
  for (let n = 1; n <= of; n++) {
    await expect(page.getByText(`Question ${n} of ${of}`)).toBeVisible();
    await page.keyboard.press("1");
    await expect(page.getByText(/^(Yes|No)\./)).toBeVisible();
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("heading", { name: new RegExp(`of ${of} right$`) })).toBeVisible();
  await page.getByRole("button", { name: "Once more" }).click();
  await expect(page.getByText(`Question 1 of ${of}`)).toBeVisible();
});

test("a night without a bed says what the lesson needs", async ({ page }) => {
  const trip = await ownTrip(page, "Bare lesson");
  const bare = { ...trip, version: 1, uses: [] };
  expect((await page.request.put(`/api/trips/${trip.id}`, { data: bare })).status()).toBe(200);
  await page.goto(`/trips/${trip.id}/teach/1`);
  await expect(page.getByText("has nothing to sleep in yet").first()).toBeVisible();
  await page.getByRole("button", { name: "The lesson" }).click();
  await expect(page.getByText(/has no bed on it/)).toBeVisible();
});
