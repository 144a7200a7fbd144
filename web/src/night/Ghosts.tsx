import { Popover } from "radix-ui";
import { useMemo, useState } from "react";
import type { KitItem, NightAnswer, Trip } from "../api/client";
import { byWorth, useAdds } from "../entry/adds";
import { LineEntry } from "../entry/LineEntry";
import { namesOf, thingsOf } from "../entry/names";
import { useTypes } from "../entry/useLine";
import { useWorkspace } from "../state/workspace";
import { ThingRow } from "./AddLayer";
import { geometry } from "./geometry";
import { fills, type Ghost, ghostNames, ghostShape, missing, usualFor } from "./ghosts";
import type { SystemEdit } from "./useSystem";

/** What a bed that is only begun still lacks, dashed on the cut where it would lie: press one, and choose or type. */
export function Ghosts(props: {
  trip: Trip;
  index: number;
  who: number;
  plan: NightAnswer;
  width: number;
  height: number;
  edit: SystemEdit;
}) {
  const { plan, width, height, edit } = props;
  const items = useWorkspace((s) => s.items);
  const g = useMemo(() => geometry(plan, width, height), [plan, width, height]);
  const ghosts = missing(edit.system, items);
  const [open, setOpen] = useState<Ghost | null>(null);
  const adds = useAdds(props.trip, props.index, props.who, null, ghosts.length > 0);
  if (ghosts.length === 0) return null;
  return (
    <div className="print:hidden">
      <svg width={width} height={height} className="pointer-events-none absolute inset-0" aria-hidden="true">
        {ghosts.map((ghost) => (
          <path
            key={ghost}
            d={ghostShape(ghost, g).d}
            fill="var(--card)"
            fillOpacity={open === ghost ? 0.85 : 0.4}
            stroke="var(--ink)"
            strokeWidth={1.4}
            strokeDasharray="4 4"
          />
        ))}
      </svg>
      {ghosts.map((ghost) => {
        const at = ghostShape(ghost, g);
        return (
          <Popover.Root key={ghost} open={open === ghost} onOpenChange={(is) => setOpen(is ? ghost : null)}>
            <Popover.Trigger
              className="-translate-x-1/2 -translate-y-1/2 absolute min-h-11 whitespace-nowrap rounded-full border border-ink bg-card px-3 font-semibold text-[14px] hover:bg-ink hover:text-paper sm:min-h-8"
              style={{ left: Math.max(58, Math.min(width - 50, at.x)), top: at.y }}
            >
              + {ghostNames[ghost].replace(/^an? /, "")}
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                collisionPadding={10}
                className="z-50 max-h-[80vh] w-[min(24rem,calc(100vw-20px))] overflow-y-auto rounded-xl border border-line bg-card p-3 shadow-lg"
              >
                <Choose
                  ghost={ghost}
                  adds={adds}
                  onOwned={(item) => {
                    setOpen(null);
                    edit.add(item.id, adds.byItem.get(item.id)?.at);
                  }}
                  onNew={(things, at) => {
                    setOpen(null);
                    void edit.addNew(things, at);
                  }}
                  others={edit.others}
                />
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        );
      })}
    </div>
  );
}

function Choose(props: {
  ghost: Ghost;
  adds: ReturnType<typeof useAdds>;
  others: Set<string>;
  onOwned: (item: KitItem) => void;
  onNew: (things: KitItem[], at?: number) => void;
}) {
  const { ghost, adds } = props;
  const items = useWorkspace((s) => s.items);
  const types = useTypes();
  const worth = (item: KitItem) => adds.byItem.get(item.id);
  const owned = Object.values(items)
    .filter((i) => fills[ghost](i) && worth(i) && !props.others.has(i.id))
    .sort((a, b) => byWorth(worth(a), worth(b)))
    .slice(0, 4);
  const usual = usualFor[ghost].flatMap((key) => types.find((t) => t.key === key)?.usual ?? []);
  const most = Math.max(0, ...[...owned, ...usual].map((i) => worth(i)?.gain ?? 0));
  const row = (item: KitItem, onPress: () => void) => (
    <ThingRow key={item.id} item={item} mass={item.massG} added={worth(item)} most={most} onPress={onPress} />
  );
  return (
    <div className="space-y-3">
      <LineEntry
        label={`Type ${ghostNames[ghost]}`}
        placeholder={
          {
            pad: "foam pad r2",
            underquilt: "underquilt −10",
            base: "wool base set",
            top: "down bag −12 comfort",
            hat: "wool hat",
            socks: "thick wool socks",
          }[ghost]
        }
        autoFocus
        onAdd={(things) => props.onNew(things)}
      />
      {owned.length > 0 && (
        <ul aria-label="Owned">{owned.map((item) => row(item, () => props.onOwned(item)))}</ul>
      )}
      <div>
        <p className="text-[13px] text-soft">Or take what is usual, and say later what is printed on yours</p>
        <ul>
          {usual.map((item) =>
            row(item, () => props.onNew(thingsOf(item, 1, namesOf(items)), worth(item)?.at)),
          )}
        </ul>
      </div>
    </div>
  );
}
