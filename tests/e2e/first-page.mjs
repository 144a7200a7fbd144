// Measures the first page as a browser sees it: until the ladder or the cut is drawn, from an empty cache.
import { chromium as playwright } from "@playwright/test";
import { gzipSync } from "node:zlib";
import { chromium } from "./browser.mjs";
import { withDemo } from "./server.mjs";

await withDemo(async (url) => {
  const browser = await playwright.launch(chromium);
  const times = [];
  let script = 0;
  for (let run = 0; run < 7; run++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const bodies = [];
    page.on("response", (r) => r.url().endsWith(".js") && bodies.push(r.body()));
    const start = performance.now();
    await page.goto(url);
    await page.locator("svg[aria-label^='Ladder'] circle").first().waitFor();
    times.push(performance.now() - start);
    script = (await Promise.all(bodies)).reduce((sum, b) => sum + gzipSync(b).length, 0);
    await context.close();
  }
  await browser.close();
  times.sort((a, b) => a - b);
  console.log(`First page, empty cache: median ${times[3].toFixed(0)} ms, slowest ${times[6].toFixed(0)} ms of 7`);
  console.log(`Script of the first page: ${(script / 1000).toFixed(0)} kB compressed`);
});
