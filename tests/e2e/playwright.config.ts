import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { defineConfig } from "@playwright/test";
import { chromium, port, server } from "./browser.mjs";

const workers = 2;
/** Each worker has a server of its own: what one test does to the demo data, another worker's does not see. */
const served = (worker: number) => `http://127.0.0.1:${port + worker}`;

export default defineConfig({
  testDir: ".",
  workers,
  // A slow machine is not a failure.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  // A browser may stumble once; that is reported as flaky, and what fails twice is wrong.
  retries: 1,
  forbidOnly: true,
  use: {
    baseURL: served(Number(process.env.TEST_PARALLEL_INDEX ?? 0)),
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    reducedMotion: "reduce",
    timezoneId: "Europe/Oslo",
    locale: "en-GB",
    // What is kept for when the server is away has a test of its own.
    serviceWorkers: "block",
  },
  webServer: Array.from({ length: workers }, (_, worker) => ({
    // Patient: what is found does not hang on what else the machine does.
    command: `dotnet ${server.join(" ")} --demo true --patience 2 --port ${port + worker} --data ${mkdtempSync(join(tmpdir(), "ermine-e2e-"))}`,
    url: `${served(worker)}/api/workspace`,
    reuseExistingServer: false,
    timeout: 120_000,
    stdout: "ignore",
  })),
});
