// Asks a server ten times a second for as long as is said, and looks whether its memory stays flat, whether everything is answered, and
// whether it is still once nobody asks.
import { readFileSync, readdirSync } from "node:fs";
import { setTimeout as sleep } from "node:timers/promises";
import { launch, newFolder } from "./server.mjs";

const minutes = Number(process.argv[2] ?? 60);
const everyMs = 100;
/** So much more may the last quarter of the time need than the second, by their middle minutes: single ones swing with the collector. */
const flatWithin = 1.1;
/** What a still server may use of a processor, and how often it may wake: the web server's own heartbeat is once a second. */
const [stillMs, stillWakes] = [20, 5];

const server = await launch(newFolder(), 5247);
const { url, pid } = server;
const { trips, items } = await (await fetch(`${url}/api/workspace`)).json();
const trip = (name) => trips.find((t) => t.name.startsWith(name));
const post = (path, body) => [path, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) }];
let version = items[0].version;
const saved = () => [`/api/items/${items[0].id}`, { method: "PUT", headers: { "content-type": "application/json" }, body: JSON.stringify({ ...items[0], massG: 400 + (version % 50), version: version++ }) }];
const isvar = { trip: trip("Isvar"), night: 3, member: 0 };
const brenholt = { trip: trip("Brenholt"), night: 1, member: 0 };
const asked = [
  () => ["/api/workspace"],
  () => post("/api/plan", isvar),
  () => ["/"],
  () => post("/api/calc/label", { kind: "comfort", temperatureC: -10 }),
  () => post("/api/plan", brenholt),
  saved,
  () => post("/api/plan/day", { ...brenholt, day: 1, quick: true }),
  () => post("/api/plan/fixes", brenholt),
  () => post("/api/entry/line", { text: "down bag -12 comfort 1300 g" }),
  () => ["/api/log"],
  () => post("/api/plan/cards", brenholt),
  () => ["/api/no-such-call"],
];

const megabytes = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024;
const threads = () => readdirSync(`/proc/${pid}/task`);
/** How often each thread woke. */
const wakes = () =>
  new Map(threads().map((t) => [t, Number(/^voluntary_ctxt_switches:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/task/${t}/status`, "utf8"))[1])]));
const processorMs = () => {
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1].split(" ");
  return 10 * (Number(fields[11]) + Number(fields[12]));
};

let answered = 0;
const wrong = new Map();
const times = [];
async function ask(n) {
  const [path, request] = asked[n % asked.length]();
  const began = performance.now();
  try {
    const response = await fetch(url + path, request);
    await response.arrayBuffer();
    times.push(performance.now() - began);
    const expected = path.includes("no-such") ? 404 : 200;
    if (response.status === expected) answered++;
    else wrong.set(`${path} ${response.status}`, (wrong.get(`${path} ${response.status}`) ?? 0) + 1);
  } catch (error) {
    wrong.set(`${path} ${error.message}`, (wrong.get(`${path} ${error.message}`) ?? 0) + 1);
  }
}

const memory = [];
const under = new Set();
const end = performance.now() + 60_000 * minutes;
const begin = performance.now();
for (let n = 0; performance.now() < end; n++) {
  const one = ask(n).finally(() => under.delete(one));
  under.add(one);
  const minute = (performance.now() - begin) / 60_000;
  if (memory.length < minute) memory.push(megabytes());
  await sleep(Math.max(0, begin + (n + 1) * everyMs - performance.now()));
}
await Promise.all(under);
console.log(`Memory by the minute, MB: ${memory.map((m) => m.toFixed(0)).join(" ")}`);
times.sort((a, b) => a - b);
console.log(`${answered} answers as expected, ${[...wrong.values()].reduce((a, b) => a + b, 0)} others; median ${times[Math.floor(times.length / 2)].toFixed(0)} ms, 99 of 100 within ${times[Math.floor(times.length * 0.99)].toFixed(0)} ms`);
for (const [what, often] of wrong) console.log(`  ${often} × ${what}`);

// Whatever was under way comes to rest before it is looked at.
await sleep(30_000);
const [wakesBefore, msBefore] = [wakes(), processorMs()];
await sleep(30_000);
// A thread that ended meanwhile wakes no more.
const woken = [...wakes()].reduce((sum, [thread, often]) => sum + often - (wakesBefore.get(thread) ?? 0), 0);
const [perSecond, ms] = [woken / 30, (processorMs() - msBefore) / 30];
console.log(`Left alone: ${ms.toFixed(1)} ms of a processor and ${perSecond.toFixed(1)} wake-ups a second, ${threads().length} threads`);
await server.end();

const quarter = Math.floor(memory.length / 4);
const middle = (from, to) => memory.slice(from, to).sort((a, b) => a - b)[Math.floor((to - from) / 2)];
const grown = quarter > 0 ? middle(3 * quarter, 4 * quarter) / middle(quarter, 2 * quarter) : 1;
console.log(`The last quarter needs ${grown.toFixed(2)} of the memory of the second.`);
if (wrong.size > 0 || grown > flatWithin || ms > stillMs || perSecond > stillWakes) process.exit(1);
