import type { KitItem, Schema } from "../api/client";
import { clock } from "../night/clock";
import { titleOf } from "../night/fixTitle";
import { useWorkspace } from "../state/workspace";
import { untested, useWrite } from "../units/units";
import { and } from "../units/words";

type Line = Schema["ColdLine"];

/** The name of a thing, also of one that is gone. */
export const useName = () => {
  const items = useWorkspace((w) => w.items);
  return (id: string | null | undefined) => (id && items[id]?.name) || "something gone";
};

/** Where a thing goes that is put in. */
const goes: Partial<Record<KitItem["kind"], string>> = {
  pad: "under",
  underquilt: "below",
  garment: "on",
  vapourBarrier: "on",
  liner: "in",
};

/** How a measure is said in a few words to someone who is cold. */
export function useMeasures() {
  const items = useWorkspace((w) => w.items);
  const name = useName();
  const one = ({ part }: Schema["Measure"]): string => {
    const item = part.itemId ? items[part.itemId] : undefined;
    if (part.kind === "add") return `${name(part.itemId)} ${(item && goes[item.kind]) ?? "over"}`;
    if (part.kind === "do" && part.event?.kind === "partner") return "wake another, lie close";
    if (part.kind === "do" && part.event?.kind === "meal") return "eat before bed";
    if (part.kind === "do" && part.event?.kind === "hotBottle") return "hot bottle, wrapped";
    if (part.kind === "do" && part.event?.kind === "warmUp")
      return `work the muscles at ${clock(part.event.hour)}`;
    return titleOf(part, name);
  };
  return (measures: Schema["Measure"][]) => {
    const said = and(measures.map(one));
    return said.charAt(0).toUpperCase() + said.slice(1);
  };
}

/** Down to which low something holds: −27°, or that there is none. */
export function useLineWords() {
  const w = useWrite();
  return (line: Line | null | undefined, none = ["any air", "no air"]) =>
    line?.outside != null
      ? line.outside < untested
        ? `under ${w.temp(untested)}`
        : w.temp(line.outside)
      : none[line?.holding === "inAnyAir" ? 0 : 1];
}

/** The day on which a page is made. */
export const made = () =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" }).format(new Date());

/** Where something is to be done below a line that lies at no temperature. */
export const below = ["never", "at any low"];
