import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { defineConfig } from "@playwright/test";
import { chromium, port } from "./browser.mjs";

const root = new URL("../../src/Ermine.Server/", import.meta.url).pathname;
const data = mkdtempSync(join(tmpdir(), "ermine-e2e-"));

export default defineConfig({
  testDir: ".",
  workers: 1,
  // A slow machine is not a failure.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // A browser may stumble once; that is reported as flaky, and what fails twice is wrong.
  retries: 1,
  forbidOnly: true,
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    reducedMotion: "reduce",
    timezoneId: "Europe/Oslo",
    locale: "en-GB",
    // What is kept for when the server is away has a test of its own.
    serviceWorkers: "block",
  },
  webServer: {
    command: `dotnet ${root}bin/Release/net10.0/Ermine.Server.dll --contentRoot ${root} --demo true --port ${port} --data ${data}`,
    url: `http://127.0.0.1:${port}/api/workspace`,
    reuseExistingServer: false,
    timeout: 120_000,
    stdout: "ignore",
  },
});
