// Starts the built server on fresh demo data for the scripts that need one, and ends it with them.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { port } from "./browser.mjs";

export async function withDemo(work) {
  const root = new URL("../../src/Ermine.Server/", import.meta.url).pathname;
  const data = mkdtempSync(join(tmpdir(), "ermine-demo-"));
  const server = spawn(
    "dotnet",
    [`${root}bin/Release/net10.0/Ermine.Server.dll`, "--contentRoot", root, "--demo", "true", "--port", `${port}`, "--data", data],
    { stdio: ["ignore", "pipe", "inherit"] },
  );
  try {
    await new Promise((ready, failed) => {
      server.stdout.on("data", (text) => `${text}`.includes("Ermine is at") && ready());
      server.on("exit", () => failed(new Error("the server ended")));
    });
    await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill();
  }
}
