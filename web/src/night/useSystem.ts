import { type PointerEvent, useState } from "react";
import { api, type Bedtime, type KitItem, type Schema, type SleepSystem, type Trip } from "../api/client";
import { outfitsOf, withOutfit } from "../state/outfit";
import {
  bedtimeOf,
  editMember,
  layersOf,
  othersUse,
  ownSystemOf,
  systemOf,
  tier,
  withBed,
  withOwn,
  withSystem,
} from "../state/trip";
import { useWorkspace } from "../state/workspace";

/** Edits of one person's night. What is being dragged is a draft: it is answered at once and saved when it is let go. */
export function useSystem(trip: Trip | undefined, index: number, who: number) {
  const items = useWorkspace((w) => w.items);
  const [draft, setDraft] = useState<SleepSystem | null>(null);
  const member = trip && outfitsOf(trip)[who];
  const nightId = trip?.nights[index]?.id ?? "";
  const system = draft ?? systemOf(member, nightId);
  const save = (next: SleepSystem, bedtime?: Bedtime | null) =>
    trip &&
    editMember(trip, who, (m) => {
      const slept = withSystem(m, nightId, next);
      return bedtime ? withOwn(slept, nightId, { bedtime }) : slept;
    });
  const ordered = () => layersOf(system, items);

  /** The system with a layer moved to the place of another of its own tier. */
  const placed = (id: string, overId: string): SleepSystem | null => {
    const list = ordered();
    const from = list.findIndex((p) => p.item.id === id);
    const to = list.findIndex((p) => p.item.id === overId);
    const [moving, over] = [list[from], list[to]];
    if (!moving || !over || from === to || tier(moving.item) !== tier(over.item)) return null;
    list.splice(from, 1);
    list.splice(to, 0, moving);
    return { ...system, layers: list.map((p) => p.layer) };
  };

  const edit = {
    system,
    own: ownSystemOf(member, nightId) !== null,
    bedtime: bedtimeOf(member, nightId),
    /** What the others of the party use. */
    others: othersUse(trip, who),
    /** Puts a thing in, where it goes among the layers; without a place, outermost of its own. */
    add: (id: string, at?: number) => save(withLayer(system, id, at)),
    /** Puts new things into the kit and the first that can be slept in into the bed: one step to undo. */
    addNew: async (things: KitItem[], at?: number) => {
      const edits = things.map((t) => ({ kind: "items" as const, id: t.id, before: null, after: t }));
      const first = things.find((t) => t.kind !== "gear");
      if (!trip || !member || !first) return useWorkspace.getState().edit(edits);
      if (at === undefined) await useWorkspace.getState().settle();
      const place =
        at ??
        (await api.adds({ trip, night: index, member: who, replaces: null, offered: [first] }).then(
          (a) => a.offered[0]?.at,
          () => undefined,
        ));
      const now = useWorkspace.getState().trips[trip.id] ?? trip;
      const outfit = outfitsOf(now)[who] ?? member;
      const slept = withSystem(outfit, nightId, withLayer(systemOf(outfit, nightId), first.id, place));
      useWorkspace
        .getState()
        .edit([...edits, { kind: "trips", id: now.id, before: now, after: withOutfit(now, slept) }]);
    },
    takeOut: (id: string) => save({ ...system, layers: system.layers.filter((l) => l.itemId !== id) }),
    swap: (id: string, other: string) =>
      save({
        ...system,
        layers: system.layers.map((l) =>
          l.itemId === id ? { itemId: other, closure: "closed", hoodOpen: false, as: "itself" } : l,
        ),
      }),
    use: (id: string, part: Partial<Schema["Layer"]>) =>
      save({ ...system, layers: system.layers.map((l) => (l.itemId === id ? { ...l, ...part } : l)) }),
    /** Makes the bed differently, besides the things in it. */
    make: (part: Partial<Schema["Bed"]>) => save({ ...system, bed: { ...system.bed, ...part } }),
    take: (next: Schema["SleepSystem"], bedtime?: Bedtime | null) => save(withBed(next), bedtime),
    /** One place up (away from the ground) or down. */
    move: (id: string, by: number) => {
      const list = ordered();
      const over = list[list.findIndex((p) => p.item.id === id) + by];
      const next = over && placed(id, over.item.id);
      if (next) save(next);
    },
    /** Gives the night a system of its own, or lets it share the trip's again. */
    setOwn: (own: boolean) =>
      trip && editMember(trip, who, (m) => withOwn(m, nightId, { system: own ? system : null })),
    changeBedtime: (part: Partial<Bedtime>, merge?: string) =>
      trip &&
      editMember(
        trip,
        who,
        (m) => withOwn(m, nightId, { bedtime: { ...bedtimeOf(m, nightId), ...part } }),
        merge && `${nightId}/${merge}`,
      ),
  };

  /** Follows the pointer from a press on a layer: a click opens it, a drag moves it among its own tier. */
  const press = (id: string, e: PointerEvent, onClick: (id: string) => void) => {
    e.preventDefault();
    let moved = false;
    let next: SleepSystem | null = null;
    let lastOver = id;
    const start = { x: e.clientX, y: e.clientY };
    const onMove = (m: globalThis.PointerEvent) => {
      if (!moved && Math.hypot(m.clientX - start.x, m.clientY - start.y) < 6) return;
      moved = true;
      const over = document
        .elementFromPoint(m.clientX, m.clientY)
        ?.closest<SVGElement | HTMLElement>("[data-layer]");
      const overId = over?.dataset.layer;
      if (!overId || overId === lastOver) return;
      lastOver = overId;
      const found = placed(id, overId);
      if (found) {
        next = found;
        setDraft(found);
      }
    };
    const onUp = (u: globalThis.PointerEvent) => {
      removeEventListener("pointermove", onMove);
      removeEventListener("pointerup", onUp);
      removeEventListener("pointercancel", onUp);
      setDraft(null);
      if (u.type === "pointerup" && next) save(next);
      else if (!moved) onClick(id);
    };
    addEventListener("pointermove", onMove);
    addEventListener("pointerup", onUp);
    addEventListener("pointercancel", onUp);
  };

  const shown = trip && member && draft ? withOutfit(trip, withSystem(member, nightId, draft)) : trip;
  return { edit, press, shown };
}

/** A system with one thing more, closed, at a place among the layers. */
const withLayer = (system: SleepSystem, itemId: string, at = system.layers.length): SleepSystem => ({
  ...system,
  layers: system.layers.toSpliced(at, 0, { itemId, closure: "closed", hoodOpen: false, as: "itself" }),
});

export type SystemEdit = ReturnType<typeof useSystem>["edit"];
