import type { Bar, DayAnswer, DayBlock, DayPlan, Schema } from "../api/client";
import { clock } from "../night/clock";
import { dayReasons, doing } from "../units/words";

/** Bars and blocks snap to this, h. */
export const snap = 1 / 12;
/** What an arrow key moves by, h. */
export const nudge = 1 / 6;
const least = 1 / 12;

export const snapped = (hour: number) => Math.round(hour / snap) * snap;

export const plainBlock: Omit<DayBlock, "id" | "activity" | "fromHour" | "toHour"> = {
  effort: null,
  going: null,
  place: "open",
  sky: null,
  name: "",
  breakMinutes: 0,
  airC: null,
  windMs: null,
};

export const plainSchools: Schema["DaySchools"] = {
  settingOff: "cool",
  nextToSkin: "any",
  shell: "any",
  linerStays: false,
};

/** The plan of a day as it is edited: what is only shown yet becomes the plan's own. */
export const begun = (plan: DayPlan, shown: DayAnswer): DayPlan => ({
  ...plan,
  blocks: plan.blocks?.length ? plan.blocks : shown.blocks,
  worn: plan.worn ?? shown.worn,
});

/** First and last hour that are drawn. */
export function hoursOf(blocks: readonly DayBlock[]): [number, number] {
  if (blocks.length === 0) return [7, 21];
  return [
    Math.floor(Math.min(...blocks.map((b) => b.fromHour))),
    Math.ceil(Math.max(...blocks.map((b) => b.toHour))),
  ];
}

const inOrder = (blocks: DayBlock[]) => [...blocks].sort((a, b) => a.fromHour - b.fromHour);

/** A block's edge moved; a neighbour that it meets gives way, but keeps five minutes. */
export function moveEdge(
  blocks: readonly DayBlock[],
  id: string,
  edge: "from" | "to",
  hour: number,
): DayBlock[] {
  const order = inOrder([...blocks]);
  const n = order.findIndex((b) => b.id === id);
  const block = order[n];
  if (!block) return order;
  const [before, after] = [order[n - 1], order[n + 1]];
  if (edge === "from") {
    const touched = before && Math.abs(before.toHour - block.fromHour) < 1e-6;
    const floor = before ? (touched ? before.fromHour + least : before.toHour) : 0;
    const to = Math.min(Math.max(snapped(hour), floor), block.toHour - least);
    order[n] = { ...block, fromHour: to };
    if (before && touched) order[n - 1] = { ...before, toHour: to };
  } else {
    const touched = after && Math.abs(after.fromHour - block.toHour) < 1e-6;
    const ceiling = after ? (touched ? after.toHour - least : after.fromHour) : 36;
    const to = Math.max(Math.min(snapped(hour), ceiling), block.fromHour + least);
    order[n] = { ...block, toHour: to };
    if (after && touched) order[n + 1] = { ...after, fromHour: to };
  }
  return order;
}

/** A whole block moved, as long as it was; neighbours that it meets give way, but keep five minutes. */
export function moveBlock(blocks: readonly DayBlock[], id: string, by: number): DayBlock[] {
  const order = inOrder([...blocks]);
  const n = order.findIndex((b) => b.id === id);
  const block = order[n];
  if (!block) return order;
  const [before, after] = [order[n - 1], order[n + 1]];
  const touches = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  const floor = !before
    ? 0
    : touches(before.toHour, block.fromHour)
      ? before.fromHour + least
      : before.toHour;
  const ceiling = !after ? 36 : touches(after.fromHour, block.toHour) ? after.toHour - least : after.fromHour;
  const long = block.toHour - block.fromHour;
  const from = Math.min(Math.max(snapped(block.fromHour + by), floor), ceiling - long);
  order[n] = { ...block, fromHour: from, toHour: from + long };
  if (before && touches(before.toHour, block.fromHour)) order[n - 1] = { ...before, toHour: from };
  if (after && touches(after.fromHour, block.toHour)) order[n + 1] = { ...after, fromHour: from + long };
  return order;
}

/** A block put into the day: it takes its hours from what is there. */
export function putIn(blocks: readonly DayBlock[], added: DayBlock): DayBlock[] {
  const kept = blocks.flatMap((b) => {
    if (b.toHour <= added.fromHour + 1e-6 || b.fromHour >= added.toHour - 1e-6) return [b];
    const parts: DayBlock[] = [];
    if (b.fromHour < added.fromHour - 1e-6) parts.push({ ...b, toHour: added.fromHour });
    if (b.toHour > added.toHour + 1e-6)
      parts.push({ ...b, id: parts.length ? crypto.randomUUID() : b.id, fromHour: added.toHour });
    return parts;
  });
  return inOrder([...kept, added]);
}

/** A bar put on a thing's line: it takes its hours from the bars that are there. */
export function putOn(worn: readonly Bar[], added: Bar): Bar[] {
  return [
    ...worn.flatMap((b) => {
      if (b.itemId !== added.itemId || b.toHour <= added.fromHour + 1e-6 || b.fromHour >= added.toHour - 1e-6)
        return [b];
      const parts: Bar[] = [];
      if (b.fromHour < added.fromHour - 1e-6) parts.push({ ...b, toHour: added.fromHour });
      if (b.toHour > added.toHour + 1e-6) parts.push({ ...b, fromHour: added.toHour });
      return parts;
    }),
    added,
  ].sort((a, b) => a.fromHour - b.fromHour);
}

/** A bar with its span changed; others of the same thing give way. */
export function respan(worn: readonly Bar[], bar: Bar, from: number, to: number): Bar[] {
  const start = Math.max(0, Math.min(snapped(from), 36 - least));
  const end = Math.min(36, Math.max(snapped(to), start + least));
  return putOn(
    worn.filter((b) => b !== bar),
    { ...bar, fromHour: start, toHour: end, pinned: true },
  );
}

/** A bar cut in two at an hour. */
export const cut = (worn: readonly Bar[], bar: Bar, hour: number): Bar[] => {
  const at = snapped(hour);
  if (at <= bar.fromHour + 1e-6 || at >= bar.toHour - 1e-6) return [...worn];
  return worn.flatMap((b) =>
    b === bar
      ? [
          { ...b, toHour: at, pinned: true },
          { ...b, fromHour: at, pinned: true },
        ]
      : [b],
  );
};

const openingsInOrder = ["closed", "neck", "zips", "hanging"] as const;

/** The next wider way to wear it, round to closed. */
export const opened = (bar: Bar): Bar => ({
  ...bar,
  atHand: false,
  opening: openingsInOrder[(openingsInOrder.indexOf(bar.opening ?? "closed") + 1) % 4] ?? "closed",
  pinned: true,
});

type Lived = Schema["BlockLived"];
const grade: Record<Schema["DayVerdict"], number> = { right: 0, warm: 1, cool: 2, dripping: 3, chilling: 4 };

/** The day in two sentences: how its longest work goes, and what goes worst, when and with which part. */
export function headline(answer: DayAnswer): { calm: string; short: string } {
  const lived = answer.played?.blocks ?? [];
  const of = (l: Lived) => answer.blocks.find((b) => b.id === l.blockId);
  const name = (l: Lived) => {
    const block = of(l);
    return block?.name ? `in “${block.name}”` : `while ${doing[block?.activity ?? "own"]}`;
  };
  const worst = [...lived].sort((a, b) => grade[b.verdict] - grade[a.verdict])[0];
  if (!worst) return { calm: "", short: "" };
  if (worst.verdict === "right") return { calm: "Right from morning to evening.", short: "" };
  const work = [...lived]
    .filter((l) => l.heat > 110 && l.blockId !== worst.blockId)
    .sort((a, b) => length(of(b)) - length(of(a)))[0];
  const words: Record<Schema["DayVerdict"], string> = {
    right: "Right",
    warm: "Warm",
    cool: "Cool",
    dripping: "Dripping",
    chilling: "Chilled",
  };
  const why = dayReasons[worst.reason];
  return {
    calm: work ? `${words[work.verdict]} ${name(work)}.` : "",
    short: `${words[worst.verdict]} ${name(worst)} from ${clock(worst.turnsAt ?? of(worst)?.fromHour ?? 0)}${why ? `: ${why}` : ""}.`,
  };
}

const length = (block: DayBlock | undefined) => (block ? block.toHour - block.fromHour : 0);
