import { Popover } from "radix-ui";
import { type PointerEvent, useRef } from "react";
import type { KitItem, Layer, NightAnswer, Schema, Trip } from "../api/client";
import { byWorth, useAdds } from "../entry/adds";
import { Button } from "../parts/Button";
import { Check, Choice } from "../parts/Field";
import { layersOf, type Placed, place, tier } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { closures, corrections, servings } from "../units/words";
import { ThingRow } from "./AddLayer";
import type { SystemEdit } from "./useSystem";

const placeNames = ["Under the sleeper", "Worn", "Over the sleeper"];

/** The layers by name from the air down to the ground: each can be opened, moved by hand or key, and taken out. */
export function LayerList(props: {
  trip: Trip;
  index: number;
  who: number;
  plan: NightAnswer | null;
  edit: SystemEdit;
  selected: string | null;
  open: string | null;
  onSelect: (id: string | null) => void;
  onOpen: (id: string | null) => void;
  onPress: (id: string, e: PointerEvent) => void;
}) {
  const items = useWorkspace((w) => w.items);
  const layers = layersOf(props.edit.system, items).reverse();
  const list = useRef<HTMLUListElement>(null);

  const step = (by: number, from: HTMLElement) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>("[data-row]") ?? [])];
    rows[rows.indexOf(from) + by]?.focus();
  };

  return (
    <ul ref={list} className="space-y-0.5" aria-label="Layers from the air down">
      {layers.map(({ item, layer }, i) => {
        const starts = i === 0 || place((layers[i - 1] as Placed).item) !== place(item);
        return (
          <li key={item.id}>
            {starts && <p className="mt-0.5 text-[12px] text-soft">{placeNames[place(item)]}</p>}
            <Popover.Root
              open={props.open === item.id}
              onOpenChange={(open) => props.onOpen(open ? item.id : null)}
            >
              <Popover.Anchor asChild>
                <div
                  data-layer={item.id}
                  className={`flex items-stretch rounded-lg border ${props.selected === item.id ? "border-ink" : "border-transparent"} bg-card`}
                  onPointerEnter={() => props.onSelect(item.id)}
                  onPointerLeave={() => props.onSelect(null)}
                >
                  <span
                    className="grid w-7 shrink-0 cursor-grab touch-none place-items-center text-soft"
                    onPointerDown={(e) => props.onPress(item.id, e)}
                    title="Drag to move"
                  >
                    <svg width="8" height="14" viewBox="0 0 8 14" fill="currentColor" aria-hidden="true">
                      <path d="M0 1h3v2H0zM5 1h3v2H5zM0 6h3v2H0zM5 6h3v2H5zM0 11h3v2H0zM5 11h3v2H5z" />
                    </svg>
                  </span>
                  <button
                    type="button"
                    data-row={item.id}
                    className="min-h-11 min-w-0 grow py-1 pr-2 text-left leading-tight sm:min-h-9 sm:py-0.5"
                    onFocus={() => props.onSelect(item.id)}
                    onClick={() => props.onOpen(item.id)}
                    onKeyDown={(e) => {
                      const by = e.key === "ArrowDown" ? 1 : e.key === "ArrowUp" ? -1 : 0;
                      if (by && e.altKey) props.edit.move(item.id, -by);
                      else if (by) step(by, e.currentTarget);
                      else if (e.key === "Delete" || e.key === "Backspace") props.edit.takeOut(item.id);
                      else return;
                      e.preventDefault();
                    }}
                  >
                    <span className="block truncate font-semibold text-[13.5px]">{item.name}</span>
                    <Keeps plan={props.plan} item={item} layer={layer} />
                  </button>
                </div>
              </Popover.Anchor>
              <Popover.Portal>
                <Popover.Content
                  side="left"
                  align="start"
                  collisionPadding={10}
                  className="z-50 max-h-[80vh] w-80 overflow-y-auto rounded-xl border border-line bg-card p-3 shadow-lg"
                >
                  <LayerMenu {...props} item={item} layer={layer} />
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
          </li>
        );
      })}
    </ul>
  );
}

/** Its best-covered place: what the thing keeps there in this stack. */
function kept(plan: NightAnswer | null, item: KitItem) {
  const placed = plan?.items.find((p) => p.item.id === item.id);
  if (!placed) return null;
  const most = (["torso", "legs", "feet", "head"] as const).reduce((a, b) =>
    placed.local[b] > placed.local[a] * 1.001 ? b : a,
  );
  return { placed, most: placed.local[most], region: most };
}

function Keeps({ plan, item, layer }: { plan: NightAnswer | null; item: KitItem; layer: Layer }) {
  const w = useWrite();
  const found = kept(plan, item);
  const frost = plan?.frost?.things.find((t) => t.itemId === item.id);
  const open = [
    layer.closure !== "closed" && closureWord(item, layer.closure),
    layer.hoodOpen && "hood open",
  ].filter(Boolean);
  return (
    <span className="block truncate text-[12.5px] text-soft">
      {item.kind === "vapourBarrier" ? "keeps vapour in" : found ? w.insulation(found.most) : "…"} ·{" "}
      {w.mass(item.massG)}
      {item.source === "usual" && item.claims.length > 0 && " · usual, not measured"}
      {frost && frost.afterG >= 1 && (
        <span className="text-ice">
          {" "}
          · {w.mass(Math.round(frost.afterG))} {(plan?.weather?.low.planFor ?? 0) > 0 ? "damp" : "frost"}
        </span>
      )}
      {open.length > 0 && <span className="text-ember"> · {open.join(", ")}</span>}
    </span>
  );
}

const closureWord = (item: KitItem, closure: Schema["Closure"]) =>
  item.kind === "bag" ? closures[closure].bag : closures[closure].quilt;

function LayerMenu(props: {
  trip: Trip;
  index: number;
  who: number;
  plan: NightAnswer | null;
  edit: SystemEdit;
  item: KitItem;
  layer: Layer;
  onOpen: (id: string | null) => void;
}) {
  const { item, layer, edit } = props;
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const found = kept(props.plan, item);
  const frost = props.plan?.frost?.things.find((t) => t.itemId === item.id);
  const adds = useAdds(props.trip, props.index, props.who, item.id);
  const others = Object.values(items)
    .filter(
      (o) =>
        tier(o) === tier(item) &&
        !edit.others.has(o.id) &&
        !edit.system.layers.some((l) => l.itemId === o.id),
    )
    .filter((o) => item.kind !== "garment" || sharesPlace(o, item))
    .sort((a, b) => byWorth(adds.byItem.get(a.id), adds.byItem.get(b.id)) || a.name.localeCompare(b.name));
  const top = item.kind === "bag" || item.kind === "quilt";
  return (
    <div className="space-y-3">
      <h3 className="text-lg leading-tight">{item.name}</h3>
      {found && item.kind !== "vapourBarrier" && (
        <div className="text-[14px]">
          <p>
            Keeps {w.insulation(found.most)} over the {found.region} here, of {w.insulation(found.placed.dry)}{" "}
            when new and alone.
          </p>
          {found.placed.corrections.map((c) => (
            <p key={c.kind} className="text-soft">
              × {c.factor.toFixed(2)} {corrections[c.kind]}
            </p>
          ))}
        </div>
      )}
      {frost && frost.afterG >= 1 && (
        <p className="text-[14px] text-ice">
          Frost and damp: {w.mass(Math.round(frost.beforeG))} at getting in,{" "}
          {w.mass(Math.round(frost.afterG))} by morning.
        </p>
      )}
      {top && (
        <Choice
          label="Closed how"
          value={layer.closure}
          options={Object.fromEntries(
            (["closed", "collarOpen", "strapsOnly", "loose"] as const)
              .map((c) => [c, closureWord(item, c)])
              .filter(([, text]) => text),
          )}
          onChange={(closure) => edit.use(item.id, { closure })}
        />
      )}
      {(item.kind === "bag" ? item.hood : hasOwnHood(item)) && (
        <Check
          label={item.kind === "bag" ? "Hood left open" : "Its hood is down"}
          value={layer.hoodOpen}
          onChange={(hoodOpen) => edit.use(item.id, { hoodOpen })}
        />
      )}
      {waysToServe(item, edit.system.bed.hammock != null).length > 1 && (
        <Choice
          label="Serves"
          value={layer.as ?? "itself"}
          options={Object.fromEntries(
            waysToServe(item, edit.system.bed.hammock != null).map((as) => [as, servings[as]]),
          )}
          onChange={(as) => edit.use(item.id, { as })}
        />
      )}
      <div className="grid grid-cols-[1fr_1fr_1.5fr] gap-2">
        <Button onClick={() => edit.move(item.id, 1)}>Up</Button>
        <Button onClick={() => edit.move(item.id, -1)}>Down</Button>
        <Button
          className="text-ember"
          onClick={() => {
            props.onOpen(null);
            edit.takeOut(item.id);
          }}
        >
          Take out
        </Button>
      </div>
      {others.length > 0 && (
        <div>
          <p className="text-[13px] text-soft">Swap it for; what this night then gains, about</p>
          <ul className="max-h-56 overflow-y-auto">
            {others.map((o) => (
              <ThingRow
                key={o.id}
                item={o}
                mass={adds.byItem.get(o.id)?.massG ?? o.massG - item.massG}
                change
                added={adds.byItem.get(o.id)}
                most={Math.max(0, ...others.map((x) => adds.byItem.get(x.id)?.gain ?? 0))}
                onPress={() => {
                  props.onOpen(null);
                  edit.swap(item.id, o.id);
                }}
              />
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

const sharesPlace = (a: KitItem, b: KitItem) =>
  (["head", "torso", "legs", "feet"] as const).some((r) => a.cover[r] > 0.5 && b.cover[r] > 0.5);

/** A jacket or suit with a hood of its own. */
const hasOwnHood = (item: KitItem) =>
  item.kind === "garment" && item.cover.head >= 0.5 && item.cover.torso > 0;

/** In what ways a kind of thing can serve in a bed. */
function waysToServe(item: KitItem, hung: boolean): Schema["Serving"][] {
  if (item.kind === "pad") return ["itself", "fromFeet", "underLegs"];
  if (item.kind === "bag") return ["itself", "quilt", "wrapped"];
  if (item.kind === "quilt") return ["itself", "wrapped"];
  if (item.kind === "underquilt" || item.kind === "liner") return ["itself", "blanket", "wrapped"];
  if (item.kind !== "garment" || item.cover.torso + item.cover.legs === 0) return ["itself"];
  return [
    "itself",
    "pillow",
    "roundFeet",
    "underLegs",
    ...(hung && item.windproof ? (["windCover"] as const) : []),
  ];
}
