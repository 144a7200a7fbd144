import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { launch, newFolder } from "./server.mjs";

// These tests stop and start servers of their own.
const at = 5241;
type Trip = { id: string; name: string; version: number; forecastId: string | null; nights: { camp: string }[] };
const tripOf = async (page: Page, url: string, name: string): Promise<Trip> =>
  (await (await page.request.get(`${url}/api/workspace`)).json()).trips.find((t: Trip) => t.name === name);

test("what was typed while the server was away and the tab was closed is there when both are back", async ({
  context,
}) => {
  const data = newFolder();
  let server = await launch(data, at);
  let page = await context.newPage();
  const { id } = await tripOf(page, server.url, "Isvar crossing");
  await page.goto(`${server.url}/trips/${id}/cold/2`);
  await expect(page.getByLabel("Name")).toHaveValue("Tarn neck");
  await server.end();
  await page.getByLabel("Name").fill("Typed in the dark");
  await page.getByRole("button", { name: "1 waiting" }).click();
  await expect(page.getByText("It is kept in this browser")).toBeVisible();
  await page.close();

  server = await launch(data, at);
  page = await context.newPage();
  await page.goto(`${server.url}/trips/${id}/cold/2`);
  await expect(page.getByLabel("Name")).toHaveValue("Typed in the dark");
  await expect.poll(async () => (await tripOf(page, server.url, "Isvar crossing")).nights[1]?.camp).toBe("Typed in the dark");
  expect(await page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith("ermine-kept")))).toEqual([]);

  // Away again, and meanwhile changed by another: the person is asked.
  await server.end();
  await page.getByLabel("Name").fill("Mine");
  await expect(page.getByRole("button", { name: "1 waiting" })).toBeVisible();
  await page.close();
  server = await launch(data, at);
  page = await context.newPage();
  const trip = await tripOf(page, server.url, "Isvar crossing");
  const theirs = { ...trip, nights: trip.nights.map((n, i) => (i === 1 ? { ...n, camp: "Theirs" } : n)) };
  expect((await page.request.put(`${server.url}/api/trips/${id}`, { data: theirs })).status()).toBe(200);
  await page.goto(`${server.url}/trips/${id}/cold/2`);
  await page.getByRole("button", { name: "Keep mine" }).click();
  await expect.poll(async () => (await tripOf(page, server.url, "Isvar crossing")).nights[1]?.camp).toBe("Mine");
  await server.end();
});

test("what cannot be read is named, saved as a file, and the rest works", async ({ context }) => {
  const data = newFolder();
  let server = await launch(data, at + 1);
  await server.end();
  // As another version might have written it.
  const file = join(data, "ermine.db");
  const rows = readFileSync(file, "latin1");
  writeFileSync(file, rows.replace('"name":"Balaclava","source":"estimated"', '"name":"Balaclava","source":"bonnetted"'), "latin1");
  server = await launch(data, at + 1);
  const page = await context.newPage();
  await page.goto(server.url);
  await expect(page.getByText(/“.*” cannot be read and is set aside/)).toBeVisible();
  await page.getByText("Save or remove it").click();
  const saved = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save as a file" }).click();
  expect(readFileSync(await (await saved).path(), "utf8")).toContain("bonnetted");
  await expect(page.locator("svg[aria-label^='Ladder'] circle").first()).toBeVisible();
  await server.end();
});

test("a forecast cut off is noticed, another is stood on, and one that nobody needs is removed", async ({ context }) => {
  const server = await launch(newFolder(), at + 2);
  const page = await context.newPage();
  const { id } = await tripOf(page, server.url, "Isvar crossing");
  const rows = readFileSync(new URL("../../samples/isvar-forecast.csv", import.meta.url), "utf8").split("\n");
  await page.goto(`${server.url}/trips/${id}/cold/1`);
  await page.getByRole("button", { name: "Read a forecast file" }).click();
  await page.locator("input[type=file][aria-label='Forecast file']").setInputFiles({
    name: "cut.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`${rows.slice(0, 110).join("\n")}\n`),
  });
  await expect(page.getByRole("alert")).toContainText("nights 4 to 7 are not in it at all. Was the file cut off?");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Four have no answer yet.");

  await page.getByRole("button", { name: "Read a forecast file" }).click();
  await page.getByRole("button", { name: "Stand on it" }).click();
  await expect(page.getByRole("alert")).toHaveCount(0);
  await page.getByRole("button", { name: "Read a forecast file" }).click();
  await page.getByRole("button", { name: "Remove cut.csv" }).click();
  await expect(page.getByText("cut.csv")).toHaveCount(0);
  await server.end();
});
