// Renews docs/screenshots from the demo data.
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { chromium as playwright } from "@playwright/test";
import { chromium, settings } from "./browser.mjs";
import { newFolder, withDemo } from "./server.mjs";

const shots = [
  { name: "night", path: "night/4" },
  { name: "night-hammock", path: "night/2", trip: "Brenholt weekend" },
  { name: "day", path: "day/4" },
  { name: "hands", path: "day/4?of=hands" },
  { name: "dry", path: "dry/1" },
  { name: "load", path: "load/4", trip: "Kessar ice cap" },
  { name: "log", path: "log/1?of=lived" },
  { name: "log-hill", path: "log/1?of=lived", theme: "lamp", who: 1, night: /^2026-01-17/ },
  { name: "compare", path: "compare/4" },
  { name: "choose", path: "choose/4", until: /For as many grams as are packed/ },
  { name: "choose-party", path: "choose/1", trip: "Kessar ice cap", press: "for the party", until: /^Pack this for everyone/, settled: "Still looking for a better way to share…" },
  { name: "choose-lows", path: "choose/4", theme: "lamp", press: "which for which low", until: /^From −\d+° on add/ },
  { name: "take-night", path: "take/4", until: /back at first light/, done: "Print" },
  { name: "rehearsal", path: "rehearse/4?evening=5", theme: "lamp", keys: "2222222", until: /^What each choice was worth/ },
  { name: "teach", path: "teach/7", trip: "Kessar ice cap", until: /Sleeps like most/, done: "Print" },
  { name: "kit", path: "kit", thing: "Borrowed bag, one number" },
  // Last, for they change the trip.
  { name: "cold", path: "cold/4", school: "ensemble" },
];

/** A bed that is only begun, on a trip of its own. */
async function begun(page, url, trip) {
  const fresh = { ...trip, id: crypto.randomUUID(), name: "Weekend", forecastId: null, uses: [], version: 0 };
  fresh.nights = [{ ...trip.nights[0], id: crypto.randomUUID(), camp: "", typedLowC: -18, overrules: null }];
  fresh.members = [{ ...trip.members[0], nights: [], ideas: [], quiet: [], days: [], habits: null }];
  await page.request.put(`${url}/api/trips/${fresh.id}`, { data: fresh });
  await page.goto(`${url}/trips/${fresh.id}/night/1`);
  await page.getByRole("button", { name: "+ pad" }).click();
  await page.keyboard.type("foam pad r2");
  await page.getByText("Under you").waitFor();
  await page.waitForLoadState("networkidle");
  await page.screenshot({ path: new URL("../../docs/screenshots/start.png", import.meta.url).pathname });
}

/** Tonight in the trip book, on a phone, the forecast six degrees off and the mat flat. */
async function tonight(browser, page, url, trip) {
  await page.goto(`${url}/trips/${trip.id}/take/4`);
  await page.getByRole("button", { name: "Trip book" }).click();
  const made = page.waitForEvent("download", { timeout: 100_000 });
  await page.getByRole("button", { name: "Make the book" }).click();
  const path = join(newFolder(), "book.html");
  await (await made).saveAs(path);
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    deviceScaleFactor: 1,
    offline: true,
    reducedMotion: "reduce",
  });
  const book = await context.newPage();
  await book.goto(pathToFileURL(path).href);
  for (let n = 0; n < 3; n++) await book.getByRole("button", { name: "Night after" }).click();
  await book.getByRole("button", { name: "5 colder" }).click();
  await book.getByRole("button", { name: "1 colder" }).click();
  await book.screenshot({ path: new URL("../../docs/screenshots/tonight-phone.png", import.meta.url).pathname });
  await context.close();
}

await withDemo(async (url) => {
  const { trips, items } = await (await fetch(`${url}/api/workspace`)).json();
  const browser = await playwright.launch(chromium);
  const idOf = (shot) => trips.find((t) => t.name === (shot.trip ?? "Isvar crossing")).id;
  for (const shot of shots) {
    const context = await browser.newContext({
      viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
      reducedMotion: "reduce",
      locale: "en-GB",
    });
    await context.addInitScript((s) => localStorage.setItem("ermine-settings", s), settings({ theme: shot.theme ?? "snow", who: shot.who ? { [idOf(shot)]: shot.who } : {} }));
    const page = await context.newPage();
    const trip = trips.find((t) => t.name === (shot.trip ?? "Isvar crossing"));
    const thing = shot.thing ? `?thing=${items.find((i) => i.name === shot.thing).id}` : "";
    await page.goto(`${url}/trips/${trip.id}/${shot.path}${thing}`);
    await page.waitForLoadState("networkidle");
    if (shot.press) await page.getByRole("button", { name: shot.press }).click();
    for (const key of shot.keys ?? "") {
      await page.locator("section li button:enabled").first().waitFor();
      await page.keyboard.press(key);
      await page.waitForLoadState("networkidle");
    }
    if (shot.until) await page.getByText(shot.until).first().waitFor({ timeout: 30_000 });
    if (shot.settled) await page.getByText(shot.settled).waitFor({ state: "hidden", timeout: 30_000 });
    if (shot.night) await page.getByRole("button", { name: shot.night }).click();
    if (shot.done) await page.locator("button:enabled", { hasText: shot.done }).waitFor({ timeout: 60_000 });
    if (shot.school) {
      await page.getByRole("radio", { name: new RegExp(shot.school) }).click();
      await page.getByText("Cold end of the ensemble").waitFor();
      await page.getByText("Saved").waitFor();
    }
    for (let n = 0; n < (shot.tick ?? 0); n++) await page.getByRole("checkbox").nth(n).check();
    await page.screenshot({ path: new URL(`../../docs/screenshots/${shot.name}.png`, import.meta.url).pathname });
    await context.close();
    console.log(`docs/screenshots/${shot.name}.png`);
  }
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce", locale: "en-GB" });
  await page.addInitScript((s) => localStorage.setItem("ermine-settings", s), settings({ theme: "snow" }));
  await begun(page, url, trips.find((t) => t.name === "Isvar crossing"));
  console.log("docs/screenshots/start.png");
  await tonight(browser, page, url, trips.find((t) => t.name === "Isvar crossing"));
  console.log("docs/screenshots/tonight-phone.png");
  await browser.close();
});
