import { useState } from "react";
import type { Drawer, KitItem, Trip } from "../api/client";
import { byWorth, useAdds } from "../entry/adds";
import { Gain } from "../entry/Gain";
import { LineEntry } from "../entry/LineEntry";
import { namesOf, thingsOf } from "../entry/names";
import { useTypes } from "../entry/useLine";
import { Sheet } from "../parts/Sheet";
import type { Outfit } from "../state/outfit";
import { useReadings } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";
import type { SystemEdit } from "./useSystem";

/** Types shown of what is not owned, while nothing is searched for. */
const typesShown = 10;

/** A line to type, everything owned that is not in the system yet, and what is usual and not owned: each with what it would do. */
export function AddLayer(props: {
  open: boolean;
  onClose: () => void;
  trip: Trip;
  index: number;
  who: number;
  member: Outfit;
  edit: SystemEdit;
}) {
  const { edit } = props;
  const items = useWorkspace((s) => s.items);
  const readings = useReadings();
  const types = useTypes();
  const [text, setText] = useState("");
  const adds = useAdds(props.trip, props.index, props.who, null, props.open);
  const words = text.toLowerCase().match(/\p{L}{2,}/gu) ?? [];
  const matches = (hay: string) => words.every((w) => hay.toLowerCase().includes(w));
  const used = new Set(edit.system.layers.map((l) => l.itemId));
  const worth = (item: KitItem) => adds.byItem.get(item.id);
  const owned = Object.values(items)
    .filter((i) => i.kind !== "gear" && !used.has(i.id) && !edit.others.has(i.id) && matches(i.name))
    // What would do nothing here, such as an underquilt on the ground, is left out once that is known.
    .filter((i) => adds.byItem.size === 0 || adds.byItem.has(i.id))
    .sort((a, b) => byWorth(worth(a), worth(b)) || a.name.localeCompare(b.name));
  const usual = types
    .filter((t) => adds.byItem.has(t.usual.id) && matches(`${t.usual.name} ${t.words.join(" ")}`))
    .map((t) => t.usual)
    .sort((a, b) => byWorth(worth(a), worth(b)));
  const most = Math.max(
    0,
    ...owned.map((i) => worth(i)?.gain ?? 0),
    ...usual.slice(0, 20).map((i) => worth(i)?.gain ?? 0),
  );
  const done = () => {
    props.onClose();
    setText("");
  };
  const groups = (Object.keys(drawers) as Drawer[])
    .map((drawer) => ({ drawer, list: owned.filter((i) => readings.data?.[i.id]?.drawer === drawer) }))
    .filter((g) => g.list.length > 0);

  return (
    <Sheet open={props.open} onClose={done} wide title="Add a layer">
      <LineEntry
        label="Type a thing, or search what you own"
        placeholder="Type a thing, or search: foam pad r2"
        autoFocus
        text={text}
        onText={setText}
        onAdd={(things) => {
          void edit.addNew(things);
          done();
        }}
      />
      {groups.map(({ drawer, list }) => (
        <section key={drawer} className="mt-4">
          <h3 className="flex text-soft">
            <span className="grow">{drawers[drawer]}</span>
            <span className="text-[12px]">about, this night</span>
          </h3>
          <ul>
            {list.map((item) => (
              <ThingRow
                key={item.id}
                item={item}
                mass={props.member.along.includes(item.id) ? null : item.massG}
                added={worth(item)}
                most={most}
                onPress={() => {
                  edit.add(item.id, worth(item)?.at);
                  done();
                }}
              />
            ))}
          </ul>
        </section>
      ))}
      {usual.length > 0 && (
        <section className="mt-5 border-line border-t pt-3">
          <h3 className="text-soft">Not owned: what is usual, to try, about</h3>
          <ul>
            {usual.slice(0, words.length > 0 ? 30 : typesShown).map((item) => (
              <ThingRow
                key={item.id}
                item={item}
                mass={item.massG}
                added={worth(item)}
                most={most}
                onPress={() => {
                  void edit.addNew(thingsOf(item, 1, namesOf(items)), worth(item)?.at);
                  done();
                }}
              />
            ))}
          </ul>
        </section>
      )}
      {owned.length + usual.length === 0 && text === "" && (
        <p className="mt-4 text-soft">All that you own is in use.</p>
      )}
    </Sheet>
  );
}

/** One row of something that can be put in or taken for something else. */
export function ThingRow(props: {
  item: KitItem;
  /** Null where it comes along anyway. */
  mass: number | null;
  added: Parameters<typeof Gain>[0]["added"];
  most: number;
  /** Grams as a change. */
  change?: boolean;
  onPress: () => void;
}) {
  const w = useWrite();
  return (
    <li className="border-line border-t">
      <button
        type="button"
        className="flex min-h-11 w-full items-center gap-2 px-1 text-left hover:bg-ice-wash sm:min-h-9"
        onClick={props.onPress}
      >
        <span className="min-w-0 grow truncate font-semibold">{props.item.name}</span>
        <span className="shrink-0 text-right text-[13px] text-soft">
          {props.mass === null ? "along" : props.change ? w.massChange(props.mass) : w.mass(props.mass)}
        </span>
        <Gain added={props.added} most={props.most} />
      </button>
    </li>
  );
}
