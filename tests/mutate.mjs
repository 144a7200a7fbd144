// Puts faults into the core on purpose and counts which of them its tests find. A whole sweep takes hours, so windows of the code are
// drawn with a fixed seed, as many from each folder as it has code.
import { spawnSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";

const root = new URL("..", import.meta.url).pathname;
const core = join(root, "src/Ermine.Core");
const tests = join(root, "tests/Ermine.Core.Tests");
const folders = process.argv[2] ? [process.argv[2]] : ["Stack", "Frost", "Nights", "Dryness", "Choosing"];
/** Of the code, the share that is drawn, and lines in a window. */
const share = Number(process.env.ERMINE_MUTATE_SHARE ?? (folders.length > 1 ? 0.22 : 0.5));
const lines = 8;
let seed = 20270213;
/** Even in 0–1, the same every time (mulberry32). */
function random() {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}

const windows = [];
for (const folder of folders) {
  for (const file of readdirSync(join(core, folder)).filter((f) => f.endsWith(".cs")).sort()) {
    const text = readFileSync(join(core, folder, file), "utf8").split("\n");
    let at = 0;
    for (let n = 0; n < text.length; n += lines) {
      const length = text.slice(n, n + lines).join("\n").length + 1;
      if (random() < share) windows.push(`**/${folder}/${file}{${at}..${at + length}}`);
      at += length;
    }
  }
}

const output = join(tests, "StrykerOutput");
rmSync(output, { recursive: true, force: true });
const run = spawnSync(
  "dotnet",
  [
    ...["stryker", "--test-runner", "mtp", "--project", "Ermine.Core.csproj", "--skip-version-check"],
    ...["--concurrency", "2", "--reporter", "json", "--reporter", "progress"],
    ...windows.flatMap((w) => ["--mutate", w]),
  ],
  { cwd: tests, stdio: ["ignore", "inherit", "inherit"] },
);
if (!existsSync(output)) process.exit(run.status ?? 1);

const report = join(output, readdirSync(output).sort().at(-1), "reports/mutation-report.json");
const { files } = JSON.parse(readFileSync(report, "utf8"));
const found = ["Killed", "Timeout"];
const missed = ["Survived", "NoCoverage"];
const tally = (mutants) => {
  const killed = mutants.filter((m) => found.includes(m.status)).length;
  const all = killed + mutants.filter((m) => missed.includes(m.status)).length;
  return `${killed} of ${all} found${all > 0 ? `, ${Math.round((100 * killed) / all)} %` : ""}`;
};
const everything = [];
for (const folder of folders) {
  const here = Object.entries(files).filter(([path]) => path.includes(`/Ermine.Core/${folder}/`) || path.startsWith(`${folder}/`));
  const mutants = here.flatMap(([path, f]) => f.mutants.map((m) => ({ ...m, path })));
  everything.push(...mutants);
  console.log(`${folder.padEnd(10)} ${tally(mutants)}`);
  for (const m of mutants.filter((m) => missed.includes(m.status)))
    console.log(`  ${m.path.split("/").at(-1)}:${m.location.start.line} ${m.mutatorName}: ${m.replacement?.split("\n")[0].slice(0, 110)}`);
}
console.log(`All        ${tally(everything)}`);
