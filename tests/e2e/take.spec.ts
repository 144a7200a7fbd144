import { mkdtempSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import AxeBuilder from "@axe-core/playwright";
import { type Browser, expect, type Page, test } from "@playwright/test";
import { headline, ownPerson, ownTrip, saved, workspace } from "./demo";

const folder = mkdtempSync(join(tmpdir(), "ermine-take-"));

/** Pages of a PDF, counted in what it says of itself. */
const pagesOf = (pdf: Buffer) => pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;

const ready = (page: Page) => expect(page.getByRole("button", { name: "Print" })).toBeEnabled({ timeout: 60_000 });

/** What is cut off on a card: nothing of it may stick out over its edge. */
const clipped = (page: Page) =>
  page.locator("[data-card]").evaluateAll((cards) =>
    cards
      .filter((c) => {
        const edge = c.getBoundingClientRect();
        return [...c.querySelectorAll("*")].some((e) => {
          const box = e.getBoundingClientRect();
          return !e.closest("svg, .sr-only") && (box.bottom > edge.bottom + 1 || box.right > edge.right + 1);
        });
      })
      .map((c) => c.getAttribute("aria-label")),
  );

for (const [what, pages] of [
  ["Night cards", 3],
  ["Day cards", 3],
  ["Party sheet", 1],
] as const)
  test(`${what} print whole, four to a page`, async ({ page }) => {
    const kessar = (await workspace(page)).trips.find((t) => t.name === "Kessar ice cap");
    await page.goto(`/trips/${kessar?.id}/night/1`);
    await expect(headline(page)).toBeVisible();
    await page.keyboard.press("p");
    await page.getByRole("button", { name: what }).click();
    await ready(page);
    for (const units of ["C", "F"]) {
      expect(await clipped(page)).toEqual([]);
      expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toBe(pages);
      if (units === "C") await page.keyboard.press("u");
    }
    const axe = await new AxeBuilder({ page }).analyze();
    expect(axe.violations).toEqual([]);
  });

test("nobody's cards are cut off, however much is on them", async ({ page }) => {
  const { trips } = await workspace(page);
  for (const name of ["Isvar crossing", "Brenholt weekend"]) {
    const trip = trips.find((t) => t.name === name);
    await page.goto(`/trips/${trip?.id}/take/1`);
    for (const what of ["Night cards", "Day cards"]) {
      await page.getByRole("button", { name: what }).click();
      for (let who = 0; who < (trip?.members.length ?? 0); who++) {
        await ready(page);
        expect(await clipped(page)).toEqual([]);
        await page.keyboard.press("w");
      }
    }
  }
});

test("a card is saved as a picture, and one without a low teaches the next step", async ({ page }) => {
  const trip = await ownTrip(page, "On a card", "Brenholt weekend");
  await page.goto(`/trips/${trip.id}/take/1`);
  await ready(page);
  const down = page.waitForEvent("download");
  await page.getByRole("button", { name: "Picture for the phone" }).first().click();
  expect(statSync(await (await down).path()).size).toBeGreaterThan(20_000);
  await expect(page.getByText(/back at first light/).first()).toBeVisible();
});

/** A book made on the page and opened from its file, where nothing answers. */
async function bookOf(page: Page, browser: Browser, tripId: string) {
  await page.goto(`/trips/${tripId}/take/1`);
  await page.getByRole("button", { name: "Trip book" }).click();
  const down = page.waitForEvent("download", { timeout: 100_000 });
  await page.getByRole("button", { name: "Make the book" }).click();
  const path = join(folder, `${tripId}.html`);
  await (await down).saveAs(path);
  const phone = await browser.newContext({
    viewport: { width: 390, height: 844 },
    offline: true,
    hasTouch: true,
    isMobile: true,
    reducedMotion: "reduce",
    acceptDownloads: true,
  });
  const book = await phone.newPage();
  // Opened by night it takes the hour that it is: here it is always the afternoon.
  const afternoon = new Date();
  afternoon.setHours(15, 0, 0, 0);
  await book.clock.setFixedTime(afternoon);
  const asked: string[] = [];
  book.on("request", (r) => r.url().startsWith("http") && asked.push(r.url()));
  await book.goto(pathToFileURL(path).href);
  return { phone, book, asked, path };
}

test("the book opens from its file without a network, says tonight by the thermometer, and brings the log home", async ({
  page,
  browser,
}) => {
  const trip = await ownPerson(page, "Booked");
  const { phone, book, asked, path } = await bookOf(page, browser, trip.id);
  expect(statSync(path).size).toBeLessThan(2_000_000);
  const press = (name: string | RegExp) => book.getByRole("button", { name }).click();
  for (let n = 0; n < 3; n++) await press("Night after");
  const verdict = book.getByRole("heading", { level: 2 }).first();
  for (let n = 0; n < 9 && (await verdict.innerText()).includes("warm"); n++) await press("1 colder");
  await expect(verdict).toContainText("cool");
  await expect(book.getByText(/^Next: Down camp jacket on/)).toBeVisible();
  await press(/^Down camp jacket on/);
  await expect(verdict).toContainText("warm");
  await press("Winter down bag wet");
  await expect(verdict).not.toContainText("warm");
  for (let n = 0; n < 3; n++) await press("5 milder");
  await press("Inflatable mat, winter flat");
  await press("all the bedding damp");
  await expect(book.getByText(/^So much at once was not worked out/)).toBeVisible();

  const slider = book.getByRole("slider");
  const before = Number(await slider.getAttribute("aria-valuenow"));
  await slider.focus();
  await book.keyboard.press("ArrowDown");
  expect(Number(await slider.getAttribute("aria-valuenow"))).toBe(before - 1);

  await press("Lists");
  await book.getByRole("main").getByRole("listitem").first().getByRole("button").click();
  await expect(book.getByText(/^1 of \d+ ticked/)).toBeVisible();
  await press("Log");
  await press(/^cool/);
  await press("Lowest outside colder");
  await book.getByLabel("Anything to remember").fill("hoar on the collar");

  // Closed and opened again it has kept all of it.
  await book.reload();
  await press("Log");
  await expect(book.getByLabel("Anything to remember")).toHaveValue("hoar on the collar");
  await press("Home");
  await expect(book.getByText("1 night logged and 1 line ticked on this phone.")).toBeVisible();
  const down = book.waitForEvent("download");
  await press("Save the file");
  const home = join(folder, "home.json");
  await (await down).saveAs(home);
  expect(asked).toEqual([]);
  await phone.close();

  await page.getByLabel("Choose the file").setInputFiles(home);
  await expect(page.getByText("1 new of 1")).toBeVisible();
  await page.getByRole("button", { name: /^Take / }).click();
  await saved(page);
  await page.goto(`/trips/${trip.id}/log/4?of=night`);
  await expect(page.getByLabel("Anything to remember")).toHaveValue("hoar on the collar");
  await expect
    .poll(async () => (await workspace(page)).trips.find((t) => t.id === trip.id)?.load?.ticks)
    .toMatchObject([{ round: "lastBag" }]);
});

test("codes on the phone are read from pictures of them at home", async ({ page, browser }) => {
  const trip = await ownPerson(page, "In codes", "Brenholt weekend");
  const { phone, book } = await bookOf(page, browser, trip.id);
  await book.getByRole("button", { name: "Log" }).click();
  await book.getByRole("button", { name: /^fine/ }).click();
  await book.getByRole("button", { name: "Home" }).click();
  await book.getByRole("button", { name: "Show it as codes" }).click();
  await book.getByRole("button", { name: "Hold" }).click();
  const pictures = [];
  const first = book.getByRole("img", { name: /^Code/ });
  const of = Number((await first.getAttribute("aria-label"))?.split(" of ")[1]);
  for (let n = 0; n < of; n++) {
    pictures.push({ name: `${n}.png`, mimeType: "image/png", buffer: await first.screenshot() });
    await book.getByRole("button", { name: "Next" }).click();
  }
  await phone.close();
  await page.getByRole("button", { name: "Scan codes" }).click();
  await page.getByLabel("Pictures of the codes").setInputFiles(pictures);
  await expect(page.getByText("1 new of 1")).toBeVisible();
});

test("axe finds nothing on the pages of the book, in both themes, and nothing is wider than the phone", async ({
  page,
  browser,
}) => {
  const trip = await ownTrip(page, "Looked through", "Isvar crossing");
  const { phone, book } = await bookOf(page, browser, trip.id);
  for (const theme of ["Light page", "Dark page"]) {
    for (const name of ["Tonight", "Cards", "Lists", "Log", "Home"]) {
      await book.getByRole("navigation", { name: "Pages" }).getByRole("button", { name }).click();
      if (name === "Log") await book.getByRole("button", { name: /^fine/ }).click();
      const axe = await new AxeBuilder({ page: book }).analyze();
      expect(axe.violations, name).toEqual([]);
      expect(await book.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      const small = await book
        .locator("main button, nav button, header button")
        .evaluateAll((all) => all.filter((b) => b.getBoundingClientRect().height < 44).map((b) => b.textContent));
      expect(small, name).toEqual([]);
    }
    await book.getByRole("button", { name: theme }).click();
  }
  await phone.close();
});
