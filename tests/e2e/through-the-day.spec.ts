import { expect, test } from "@playwright/test";
import { headline, ownTrip, saved } from "./demo";

test("a day is laid out in a press, dressed in another, and undone", async ({ page }) => {
  const trip = await ownTrip(page, "Laid out");
  await page.goto(`/trips/${trip.id}/day/2`);
  await expect(page.getByText("not laid out")).toBeVisible();
  await page.getByRole("button", { name: "haul", exact: true }).click();
  await expect(page.getByRole("button", { name: /^haul, 08:30 to 12:00/ })).toBeVisible();
  await page.getByRole("button", { name: "Dress me" }).click();
  await expect(page.getByRole("button", { name: /^Down camp jacket, at hand/ }).first()).toBeVisible();
  await expect(page.getByText("Through the day")).toBeVisible();
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: /^Down camp jacket, at hand/ })).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(page.getByText("not laid out")).toBeVisible();
});

test("a bar is moved by key and by hand, opened, cut and taken out; what is moved is pinned", async ({ page }) => {
  const trip = await ownTrip(page, "Bars", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/4`);
  const fleece = page.getByRole("button", { name: /^Fleece vest, / });
  await expect(fleece).toHaveCount(1);
  await fleece.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByRole("button", { name: /^Fleece vest, closed, 07:00 to 20:50, pinned/ })).toBeVisible();
  await page.getByRole("button", { name: /^Fleece vest, / }).focus();
  await page.keyboard.press("o");
  await expect(page.getByRole("button", { name: /^Fleece vest, neck and cuffs open/ })).toBeVisible();
  await page.getByRole("button", { name: /^Fleece vest, / }).focus();
  await page.keyboard.press("x");
  await expect(page.getByRole("button", { name: /^Fleece vest, / })).toHaveCount(2);
  const second = page.getByRole("button", { name: /^Fleece vest, / }).last();
  const box = (await second.boundingBox()) as NonNullable<Awaited<ReturnType<typeof second.boundingBox>>>;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 40, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("button", { name: /^Fleece vest, .* to 19:/ })).toBeVisible();
  await page.getByRole("button", { name: /^Fleece vest, / }).first().focus();
  await page.keyboard.press("Delete");
  await expect(page.getByRole("button", { name: /^Fleece vest, / })).toHaveCount(1);
  await saved(page);
});

test("a block is changed where it lies, and a fault names what to mend", async ({ page }) => {
  const trip = await ownTrip(page, "Blocks", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/2`);
  await page.getByRole("button", { name: /^haul, 08:30/ }).click();
  await page.getByLabel("Speed, m/s").fill("0");
  await expect(page.getByText(/Standing still there is no slope to climb/).first()).toBeVisible();
  await page.getByLabel("Speed, m/s").fill("1.1");
  await expect(page.getByText(/Standing still there is no slope to climb/)).toHaveCount(0);
  await page.getByRole("button", { name: "Cut in two" }).click();
  const second = page.getByRole("button", { name: /^haul, 10:15/ });
  await expect(second).toBeVisible();
  await second.focus();
  await page.keyboard.press("ArrowRight");
  const moved = page.getByRole("button", { name: /^haul, 10:25 to 12:10/ });
  await expect(moved).toBeVisible();
  await expect(page.getByRole("button", { name: /^haul, 08:30 to 10:25/ })).toBeVisible();
  const box = (await moved.boundingBox()) as NonNullable<Awaited<ReturnType<typeof moved.boundingBox>>>;
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 30, box.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("button", { name: /^haul, 09:/ })).toBeVisible();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await saved(page);
});

test("the table of what to wear, and Dry's drop that opens its day", async ({ page }) => {
  const trip = await ownTrip(page, "Tables", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/3`);
  await page.getByText("What I wear when").click();
  await expect(page.getByRole("columnheader", { name: "Hard work" })).toBeVisible();
  await page.keyboard.press("4");
  await page.getByRole("button", { name: /^Day socks, thick, evening 3/ }).click();
  await page.getByRole("button", { name: "Open day 3" }).click();
  await expect(page).toHaveURL(/\/day\/3$/);
});

test("on a phone one group of clothes is shown at a time", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const trip = await ownTrip(page, "On a phone", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/4`);
  await expect(headline(page)).toContainText("Chilled");
  await expect(page.getByRole("button", { name: /^Hooded fleece, grid, / }).first()).toBeVisible();
  await page.getByRole("button", { name: "Hands", exact: true }).click();
  await expect(page.getByRole("button", { name: /^Hooded fleece, grid, / })).toHaveCount(0);
  await expect(page.getByRole("button", { name: /^Liner gloves, / }).first()).toBeVisible();
});
