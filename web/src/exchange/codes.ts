/** Characters of a code that a phone reads from a screen without trouble. */
const charactersInOne = 700;

const head = /^ERMINE:([0-9A-Z]{4}):(\d+)\/(\d+):([A-Za-z0-9+/=]*)$/;

async function through(
  bytes: Uint8Array<ArrayBuffer>,
  way: GenericTransformStream,
): Promise<Uint8Array<ArrayBuffer>> {
  const stream = new Blob([bytes]).stream().pipeThrough(way as ReadableWritablePair<Uint8Array, Uint8Array>);
  return new Uint8Array(await new Response(stream).arrayBuffer());
}

/** A text cut into parts that each fit into one code to scan: packed, numbered, and marked as belonging together. */
export async function partsOf(text: string): Promise<string[]> {
  const packed = await through(new TextEncoder().encode(text), new CompressionStream("gzip"));
  const data = btoa(Array.from(packed, (b) => String.fromCharCode(b)).join(""));
  const count = Math.max(1, Math.ceil(data.length / charactersInOne));
  const set = Math.abs(hash(data)).toString(36).toUpperCase().padStart(4, "0").slice(-4);
  return Array.from(
    { length: count },
    (_, i) => `ERMINE:${set}:${i + 1}/${count}:${data.slice(i * charactersInOne, (i + 1) * charactersInOne)}`,
  );
}

/** A number for a text, so that parts of two texts are not mixed. */
const hash = (text: string) => {
  let h = 7;
  for (let i = 0; i < text.length; i++) h = (Math.imul(h, 31) + text.charCodeAt(i)) | 0;
  return h;
};

/** Parts scanned so far, of one text. */
export type Scanned = { set: string; of: number; parts: Map<number, string> };

/** What was scanned before with one code more; a code of another text begins anew, what is no code of ours changes nothing. */
export function withCode(before: Scanned | null, code: string): Scanned | null {
  const [, set, part, of, data] = head.exec(code.trim()) ?? [];
  if (!set || data === undefined) return before;
  const [n, count] = [Number(part), Number(of)];
  if (n < 1 || n > count || count > 999) return before;
  const same = before?.set === set && before.of === count;
  if (same && before.parts.has(n)) return before;
  return { set, of: count, parts: new Map(same ? before.parts : []).set(n, data) };
}

/** The text once all its parts are there; null until then. Fails where a part was read wrong. */
export async function joined(scanned: Scanned): Promise<string | null> {
  if (scanned.parts.size < scanned.of) return null;
  const data = Array.from({ length: scanned.of }, (_, i) => scanned.parts.get(i + 1)).join("");
  const packed = Uint8Array.from(atob(data), (c) => c.charCodeAt(0));
  return new TextDecoder().decode(await through(packed, new DecompressionStream("gzip")));
}
