// Starts the built server for the scripts and tests that need one of their own, and ends it with them.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { port, server as built } from "./browser.mjs";

export const newFolder = () => mkdtempSync(join(tmpdir(), "ermine-demo-"));

/** The server on a folder, once it answers; `end` ends it. */
export async function launch(data, at = port, demo = true, more = [], env = {}) {
  const server = spawn(
    "dotnet",
    [...built, ...(demo ? ["--demo", "true"] : []), "--port", `${at}`, "--data", data, ...more],
    { stdio: ["ignore", "pipe", "inherit"], env: { ...process.env, ...env } },
  );
  const ended = new Promise((gone) => server.on("exit", gone));
  process.once("exit", () => server.kill());
  await new Promise((ready, failed) => {
    server.stdout.on("data", (text) => `${text}`.includes("Ermine is at") && ready());
    void ended.then(() => failed(new Error("the server ended")));
  });
  return {
    url: `http://127.0.0.1:${at}`,
    pid: server.pid,
    end: () => {
      server.kill();
      return ended;
    },
  };
}

export async function withDemo(work) {
  const server = await launch(newFolder());
  try {
    await work(server.url);
  } finally {
    await server.end();
  }
}
