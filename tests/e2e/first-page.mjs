// Measures the first page as a browser sees it: by its own clock from when it sets out until the ladder is drawn, from an empty cache.
import { chromium as playwright } from "@playwright/test";
import { statSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { gzipSync } from "node:zlib";
import { chromium } from "./browser.mjs";
import { newFolder, withDemo } from "./server.mjs";

/** Has a page note when something is first painted: who looks at it from outside finds out up to half a second later. */
const noting = (page, drawn) =>
  page.addInitScript((selector) => {
    // One frame later it is painted.
    const look = () =>
      requestAnimationFrame(document.querySelector(selector) ? () => performance.mark("drawn") : look);
    look();
  }, drawn);
const noted = async (page) => {
  await page.waitForFunction(() => performance.getEntriesByName("drawn").length > 0);
  return page.evaluate(() => performance.getEntriesByName("drawn")[0].startTime);
};

/** The trip book of nine days and three people: how large it is, and how soon it says tonight, opened from its file. */
async function bookOf(browser, url) {
  const { trips } = await (await fetch(`${url}/api/workspace`)).json();
  const page = await browser.newPage();
  await page.goto(`${url}/trips/${trips.find((t) => t.name === "Kessar ice cap").id}/take/1`);
  await page.getByRole("button", { name: "Trip book" }).click();
  const made = page.waitForEvent("download", { timeout: 100_000 });
  const began = performance.now();
  await page.getByRole("button", { name: "Make the book" }).click();
  const path = join(newFolder(), "book.html");
  await (await made).saveAs(path);
  const making = performance.now() - began;
  const opened = [];
  for (let run = 0; run < 7; run++) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, offline: true });
    const phone = await context.newPage();
    await noting(phone, "h2");
    await phone.goto(pathToFileURL(path).href);
    opened.push(await noted(phone));
    await context.close();
  }
  opened.sort((a, b) => a - b);
  return `Trip book: ${(statSync(path).size / 1e6).toFixed(2)} MB, made in ${(making / 1000).toFixed(1)} s, open in ${opened[3].toFixed(0)} ms (median of 7, slowest ${opened[6].toFixed(0)})`;
}

await withDemo(async (url) => {
  const browser = await playwright.launch(chromium);
  const times = [];
  let script = 0;
  for (let run = 0; run < 7; run++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const bodies = [];
    page.on("response", (r) => r.url().endsWith(".js") && bodies.push(r.body()));
    await noting(page, "svg[aria-label^='Ladder'] circle");
    await page.goto(url);
    times.push(await noted(page));
    script = (await Promise.all(bodies)).reduce((sum, b) => sum + gzipSync(b).length, 0);
    await context.close();
  }
  const book = await bookOf(browser, url);
  await browser.close();
  times.sort((a, b) => a - b);
  console.log(`First page, empty cache: median ${times[3].toFixed(0)} ms, slowest ${times[6].toFixed(0)} ms of 7`);
  console.log(book);
  console.log(`Script of the first page: ${(script / 1000).toFixed(0)} kB compressed`);
});
