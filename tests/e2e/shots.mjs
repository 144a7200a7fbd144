// Renews docs/screenshots from the demo data.
import { chromium as playwright } from "@playwright/test";
import { chromium, settings } from "./browser.mjs";
import { withDemo } from "./server.mjs";

const shots = [
  { name: "night", path: "night/4" },
  { name: "night-hammock", path: "night/2", trip: "Brenholt weekend" },
  { name: "night-lamp", path: "night/4", theme: "lamp" },
  { name: "night-phone", path: "night/4", width: 390, height: 844 },
  { name: "night-frost", path: "night/7" },
  { name: "dry", path: "dry/1" },
  { name: "compare", path: "compare/4" },
  { name: "kit", path: "kit", thing: "Borrowed bag, one number" },
  // Last, for it changes the trip.
  { name: "cold", path: "cold/4", school: "ensemble" },
  { name: "cold-barrier", path: "dry/1", habit: "Vapour barrier at night", then: "cold/4" },
];

await withDemo(async (url) => {
  const { trips, items } = await (await fetch(`${url}/api/workspace`)).json();
  const browser = await playwright.launch(chromium);
  for (const shot of shots) {
    const context = await browser.newContext({
      viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
      reducedMotion: "reduce",
      locale: "en-GB",
    });
    await context.addInitScript((s) => localStorage.setItem("ermine-settings", s), settings({ theme: shot.theme ?? "snow" }));
    const page = await context.newPage();
    const trip = trips.find((t) => t.name === (shot.trip ?? "Isvar crossing"));
    const thing = shot.thing ? `?thing=${items.find((i) => i.name === shot.thing).id}` : "";
    await page.goto(`${url}/trips/${trip.id}/${shot.path}${thing}`);
    await page.waitForLoadState("networkidle");
    if (shot.school) {
      await page.getByRole("radio", { name: new RegExp(shot.school) }).click();
      await page.getByText("Cold end of the ensemble").waitFor();
      await page.getByText("Saved").waitFor();
    }
    if (shot.habit) {
      await page.getByLabel(shot.habit).check();
      await page.getByText("as good as dry").waitFor();
      await page.getByText("Saved").waitFor();
      await page.goto(`${url}/trips/${trip.id}/${shot.then}`);
      await page.waitForLoadState("networkidle");
    }
    await page.screenshot({ path: new URL(`../../docs/screenshots/${shot.name}.png`, import.meta.url).pathname });
    await context.close();
    console.log(`docs/screenshots/${shot.name}.png`);
  }
  await browser.close();
});
