import { useId } from "react";
import type { Drawer, ItemType, KitItem } from "../api/client";
import { drawers } from "../units/words";

/** The type, among those of the same drawer first. */
export function TypeChoice(props: {
  item: KitItem;
  types: ItemType[];
  onChange: (type: ItemType | undefined) => void;
}) {
  const { item, types } = props;
  const id = useId();
  const mine = types.find((t) => t.key === item.type)?.drawer;
  const order = (Object.keys(drawers) as Drawer[]).sort((a, b) => Number(b === mine) - Number(a === mine));
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-0.5 block text-[13px] text-soft">
        Type
      </label>
      <select
        id={id}
        className="min-h-11 w-full min-w-0 rounded-md border border-edge/60 bg-card px-2.5 text-ink sm:min-h-9"
        value={item.type ?? ""}
        onChange={(e) => props.onChange(types.find((t) => t.key === e.target.value))}
      >
        <option value="">none of these</option>
        {order.map((drawer) => (
          <optgroup key={drawer} label={drawers[drawer]}>
            {types
              .filter((t) => t.drawer === drawer)
              .map((t) => (
                <option key={t.key} value={t.key}>
                  {t.usual.name}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </div>
  );
}
