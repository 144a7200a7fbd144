// Renews docs/screenshots from the demo data.
import { chromium as playwright } from "@playwright/test";
import { chromium, settings } from "./browser.mjs";
import { withDemo } from "./server.mjs";

const shots = [
  { name: "cold", path: "cold/4" },
  { name: "night", path: "night/4" },
  { name: "night-lamp", path: "night/4", theme: "lamp" },
  { name: "night-phone", path: "night/4", width: 390, height: 844 },
  { name: "kit", path: "kit", thing: "Borrowed bag, one number" },
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
    const thing = shot.thing ? `?thing=${items.find((i) => i.name === shot.thing).id}` : "";
    await page.goto(`${url}/trips/${trips[0].id}/${shot.path}${thing}`);
    await page.waitForLoadState("networkidle");
    await page.screenshot({ path: new URL(`../../docs/screenshots/${shot.name}.png`, import.meta.url).pathname });
    await context.close();
    console.log(`docs/screenshots/${shot.name}.png`);
  }
  await browser.close();
});
