// What Ermine is made of: lists every package that ships with its licence (docs/licences.md, docs/sbom/, CycloneDX), and asks whether any of
// all packages is known to be vulnerable. "write" renews the lists; "check" fails where they are not current, where a licence is not one of
// those below, or where a package is vulnerable.
import { execFileSync, spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const root = new URL("..", import.meta.url).pathname;
/** Licences that may ship with Ermine: all let it be used, changed and passed on. */
const may = ["MIT", "Apache-2.0", "BSD-2-Clause", "BSD-3-Clause", "ISC", "0BSD", "OFL-1.1", "MS-PL", "BlueOak-1.0.0", "Unlicense"];

function server() {
  const folder = mkdtempSync(join(tmpdir(), "ermine-sbom-"));
  execFileSync(
    "dotnet",
    ["dotnet-CycloneDX", "src/Ermine.Server/Ermine.Server.csproj", "-o", folder, "-fn", "server.json", "-F", "Json", "--exclude-dev", "--disable-package-restore"],
    { cwd: root, stdio: ["ignore", "ignore", "inherit"] },
  );
  return JSON.parse(readFileSync(join(folder, "server.json"), "utf8"));
}

const page = () =>
  JSON.parse(
    execFileSync("npm", ["sbom", "--sbom-format", "cyclonedx", "--omit=dev"], { cwd: join(root, "web"), maxBuffer: 1e8, stdio: ["ignore", "pipe", "ignore"] }),
  );

const property = (component, name) => component.properties?.some((p) => p.name === name && p.value === "true");

/** The same for the same packages: no times, no numbers drawn, nothing that one machine knows and another does not. */
function plain(bom, name) {
  const components = bom.components
    .filter((c) => !property(c, "cdx:npm:package:development") && !property(c, "cdx:npm:package:extraneous"))
    .map((c) => ({
      type: "library",
      "bom-ref": c.purl,
      name: c.name,
      version: c.version,
      licenses: (c.licenses ?? []).map((l) => (l.expression ? { expression: l.expression } : { license: l.license.id ? { id: l.license.id } : { name: l.license.name } })),
      purl: c.purl,
    }))
    .sort((a, b) => (a.purl < b.purl ? -1 : 1));
  return {
    bomFormat: "CycloneDX",
    specVersion: "1.5",
    version: 1,
    metadata: { component: { type: "application", "bom-ref": name, name } },
    components,
  };
}

const licencesOf = (c) => c.licenses.map((l) => l.expression ?? l.license.id ?? l.license.name);

function listed(boms) {
  const lines = ["# Licences", "", "Every package that ships with Ermine, with its version and licence. Written by `./ermine sbom`, which also writes both lists as CycloneDX to [sbom/](sbom)."];
  for (const [title, bom] of boms) {
    lines.push("", `## ${title}`, "", "| package | version | licence |", "|---|---|---|");
    for (const c of bom.components) lines.push(`| ${c.name} | ${c.version} | ${licencesOf(c).join(", ") || "not said"} |`);
  }
  return `${lines.join("\n")}\n`;
}

/** Lines of what is known to be vulnerable; null where nobody answers. */
function nugetVulnerable() {
  const asked = spawnSync("dotnet", ["list", "Ermine.slnx", "package", "--vulnerable", "--include-transitive", "--format", "json"], { cwd: root, encoding: "utf8" });
  try {
    const { projects } = JSON.parse(asked.stdout);
    const found = projects.flatMap((p) => p.frameworks ?? []).flatMap((f) => [...(f.topLevelPackages ?? []), ...(f.transitivePackages ?? [])]);
    return [...new Set(found.flatMap((p) => (p.vulnerabilities ?? []).map((v) => `${p.id} ${p.resolvedVersion}: ${v.severity}, ${v.advisoryurl}`)))];
  } catch {
    return null;
  }
}

function npmVulnerable(folder) {
  const asked = spawnSync("npm", ["audit", "--json", "--audit=true"], { cwd: join(root, folder), encoding: "utf8" });
  try {
    const { vulnerabilities } = JSON.parse(asked.stdout);
    return Object.values(vulnerabilities).map((v) => `${v.name} ${v.range} of ${folder}: ${v.severity}`);
  } catch {
    return null;
  }
}

const boms = [
  ["Server", plain(server(), "ermine-server"), "ermine-server"],
  ["Page", plain(page(), "ermine-page"), "ermine-page"],
];
const files = new Map([
  [join(root, "docs/licences.md"), listed(boms)],
  ...boms.map(([, bom, name]) => [join(root, "docs/sbom", `${name}.cdx.json`), `${JSON.stringify(bom, null, 1)}\n`]),
]);
const wrong = boms
  .flatMap(([, bom]) => bom.components)
  .filter((c) => licencesOf(c).length === 0 || !licencesOf(c).some((l) => may.includes(l)))
  .map((c) => `${c.name} ${c.version} is under ${licencesOf(c).join(", ") || "no licence that is said"}`);

if (process.argv[2] === "write") {
  mkdirSync(join(root, "docs/sbom"), { recursive: true });
  for (const [file, text] of files) writeFileSync(file, text);
} else {
  for (const [file, text] of files) {
    let kept = "";
    try {
      kept = readFileSync(file, "utf8");
    } catch {}
    if (kept !== text) wrong.push(`${file.slice(root.length)} is not current: run ./ermine sbom`);
  }
  for (const [whose, found] of [
    ["NuGet", nugetVulnerable()],
    ["npm, page", npmVulnerable("web")],
    ["npm, browser tests", npmVulnerable("tests/e2e")],
  ]) {
    console.log(found === null ? `${whose}: nobody answers what is vulnerable; not audited` : `${whose}: ${found.length} known to be vulnerable`);
    wrong.push(...(found ?? []));
  }
}
for (const line of wrong) console.error(line);
process.exit(wrong.length > 0 ? 1 : 0);
