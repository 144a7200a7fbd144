import type { Schema } from "../api/client";
import { events } from "../units/words";
import { clock } from "./clock";

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What a fix is called. */
export const titleOf = (p: Schema["FixPart"], name: (id: string | null | undefined) => string) => {
  if (p.kind === "do")
    return p.event
      ? `${p.event.itemId ? name(p.event.itemId) : sentence(events[p.event.kind])} at ${clock(p.event.hour)}`
      : "Go to bed warm";
  return {
    add: name(p.itemId),
    swap: name(p.itemId),
    reorder: `${name(p.itemId)} inside`,
    close: `Close ${name(p.itemId).toLowerCase()}`,
    fillGap: "Emptied rucksack under the legs",
    hang: "Hang the underquilt snug",
    coverBelow: "A cover under the hammock",
    wrapFeet: `${name(p.itemId)} round the feet`,
    leaveOut: `Leave out ${name(p.itemId).toLowerCase()}`,
    open: `Open ${name(p.itemId).toLowerCase()}`,
  }[p.kind];
};
