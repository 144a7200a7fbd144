import { type PointerEvent, useState } from "react";
import type { Schema, SleepSystem, Trip } from "../api/client";
import { editNight, editSystem, layersOf, systemOf, tier } from "../state/trip";
import { useWorkspace } from "../state/workspace";

/** Edits of one night's system. What is being dragged is a draft: it is answered at once and saved when it is let go. */
export function useSystem(trip: Trip | undefined, index: number) {
  const items = useWorkspace((w) => w.items);
  const [draft, setDraft] = useState<SleepSystem | null>(null);
  const night = trip?.nights[index];
  const saved = trip ? systemOf(trip, night) : ({ layers: [], underGap: "nothing" } satisfies SleepSystem);
  const system = draft ?? saved;
  const save = (next: SleepSystem) => trip && editSystem(trip, index, next);
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
    own: night?.ownSystem != null,
    add: (id: string) => save({ ...system, layers: [...system.layers, { itemId: id, closure: "closed" }] }),
    takeOut: (id: string) => save({ ...system, layers: system.layers.filter((l) => l.itemId !== id) }),
    swap: (id: string, other: string) =>
      save({
        ...system,
        layers: system.layers.map((l) => (l.itemId === id ? { itemId: other, closure: "closed" } : l)),
      }),
    close: (id: string, closure: Schema["Closure"]) =>
      save({ ...system, layers: system.layers.map((l) => (l.itemId === id ? { ...l, closure } : l)) }),
    fillGap: (underGap: Schema["UnderGap"]) => save({ ...system, underGap }),
    take: (next: SleepSystem) => save(next),
    /** One place up (away from the ground) or down. */
    move: (id: string, by: number) => {
      const list = ordered();
      const over = list[list.findIndex((p) => p.item.id === id) + by];
      const next = over && placed(id, over.item.id);
      if (next) save(next);
    },
    /** Gives the night a system of its own, or lets it share the trip's again. */
    setOwn: (own: boolean) => trip && editNight(trip, index, { ownSystem: own ? system : null }),
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

  const shown =
    trip && draft
      ? night?.ownSystem
        ? { ...trip, nights: trip.nights.map((n, i) => (i === index ? { ...n, ownSystem: draft } : n)) }
        : { ...trip, system: draft }
      : trip;
  return { edit, press, shown };
}

export type SystemEdit = ReturnType<typeof useSystem>["edit"];
