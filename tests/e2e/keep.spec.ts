import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { headline } from "./demo";
import { launch, newFolder } from "./server.mjs";

test("everything is copied, changed, brought back, and moved, on the page", async ({ browser }) => {
  const server = await launch(newFolder(), 5244);
  const context = await browser.newContext({ baseURL: server.url, reducedMotion: "reduce", serviceWorkers: "block" });
  const page = await context.newPage();
  const names = async () =>
    (await (await page.request.get("/api/workspace")).json()).trips.map((t: { name: string }) => t.name).toSorted();
  try {
    await page.goto("/");
    await page.getByRole("button", { name: "Isvar crossing" }).click();
    await page.getByRole("menuitem", { name: /^Keep and move/ }).click();
    await expect(headline(page)).toHaveText("Your data is sound.");
    await expect(page.getByText("No copy yet.")).toBeVisible();
    await page.getByRole("button", { name: "Copy everything now" }).click();
    await expect(page.getByText(/^Made: 3 trips/)).toBeVisible();
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    const before = await names();

    const down = page.waitForEvent("download");
    await page.getByRole("link", { name: "Download" }).first().click();
    expect(readFileSync(await (await down).path()).subarray(0, 15).toString()).toBe("SQLite format 3");

    await page.goto("/");
    await page.getByRole("button", { name: "Isvar crossing" }).click();
    await page.getByRole("menuitem", { name: "Remove Isvar crossing" }).click();
    await expect.poll(names).not.toEqual(before);

    await page.goto("/keep");
    await page.getByRole("button", { name: "Bring back" }).first().click();
    await page.getByRole("button", { name: "Yes, replace everything" }).click();
    await expect(page.getByText("The copy is back.")).toBeVisible();
    expect(await names()).toEqual(before);
    await expect(page.getByText(/^what was here before another was brought back/)).toBeVisible();
    await page.setViewportSize({ width: 390, height: 800 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  } finally {
    await context.close();
    await server.end();
  }
});
