/// <reference lib="webworker" />
declare const self: ServiceWorkerGlobalScope;

/**
 * Keeps the page and its last answers for when its server is away: built files as they are, everything else as it was last answered.
 * What the server says goes before what is kept, always; nothing that changes anything is ever answered from here.
 */

/** Answers kept at most; a trip of nine days asks for about forty. */
const mostAnswers = 300;

const built = "ermine-built";
const answers = "ermine-answers";

/** What the page reads to open. Files to save, copies and health are the server's own to give. */
const read =
  /^\/api\/(workspace|log|log\/learned|items\/readings|kit\/types|heat-sources|examples|package\/empty)$/;

/** Calls that only ask: the same question has the same answer. */
const onlyAsks = (url: URL, method: string) =>
  method === "GET" ? read.test(url.pathname) : /^\/api\/(plan|items\/reading$)/.test(url.pathname);

self.addEventListener("install", (event) => {
  event.waitUntil(keepBuilt().then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  event.waitUntil(self.clients.claim());
});

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (url.origin !== self.location.origin) return;
  const { method, mode } = event.request;
  if (url.pathname.startsWith("/assets/")) event.respondWith(asBuilt(event.request));
  else if (mode === "navigate" && !url.pathname.startsWith("/api/"))
    event.respondWith(lastOf(event.request, "/"));
  else if (method === "GET" && /^\/[\w.-]+$/.test(url.pathname)) event.respondWith(lastOf(event.request));
  else if (onlyAsks(url, method) && !event.request.headers.get("accept")?.includes("text/event-stream"))
    event.respondWith(lastAnswer(event.request));
});

/** Every built file, so that a station that was never opened opens as well; those of the build before go. */
async function keepBuilt() {
  const list = (await (await fetch("/built.json", { cache: "no-cache" })).json()) as Record<
    string,
    { file: string; css?: string[]; assets?: string[] }
  >;
  const files = new Set(
    Object.values(list).flatMap((f) => [f.file, ...(f.css ?? []), ...(f.assets ?? [])].map((x) => `/${x}`)),
  );
  const cache = await caches.open(built);
  for (const kept of await cache.keys()) {
    const { pathname } = new URL(kept.url);
    if (pathname.startsWith("/assets/") && !files.has(pathname)) await cache.delete(kept);
  }
  await cache.addAll([...files, "/", "/ermine.svg", "/book.html"]);
}

/** A built file carries its content in its name: what is kept is what it is. */
async function asBuilt(request: Request): Promise<Response> {
  const kept = await caches.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) (await caches.open(built)).put(request, answer.clone());
  return answer;
}

/** As the server has it, or as it was kept. */
async function lastOf(request: Request, under?: string): Promise<Response> {
  try {
    const answer = await fetch(request);
    if (answer.ok) await (await caches.open(built)).put(under ?? request, answer.clone());
    return answer;
  } catch (away) {
    const kept = await caches.match(under ?? request);
    if (kept) return kept;
    throw away;
  }
}

/** What was answered to the same question last, where nobody answers now. */
async function lastAnswer(request: Request): Promise<Response> {
  const key = await questionOf(request);
  const cache = await caches.open(answers);
  try {
    const answer = await fetch(request);
    if (answer.ok) {
      await cache.delete(key);
      await cache.put(key, answer.clone());
      await thin(cache);
    }
    return answer;
  } catch (away) {
    const kept = await cache.match(key);
    if (!kept) throw away;
    const headers = new Headers(kept.headers);
    headers.set("x-ermine-kept", kept.headers.get("date") ?? "before");
    return new Response(kept.body, { status: kept.status, headers });
  }
}

/** A question as an address: what is asked in a body becomes a part of it. */
async function questionOf(request: Request): Promise<string> {
  if (request.method === "GET") return request.url;
  const body = await request.clone().arrayBuffer();
  const sum = new Uint8Array(await crypto.subtle.digest("SHA-256", body));
  return `${request.url}?asked=${Array.from(sum.slice(0, 16), (b) => b.toString(16).padStart(2, "0")).join("")}`;
}

/** The oldest go. */
async function thin(cache: Cache) {
  const kept = await cache.keys();
  for (const old of kept.slice(0, Math.max(0, kept.length - mostAnswers))) await cache.delete(old);
}

export {};
