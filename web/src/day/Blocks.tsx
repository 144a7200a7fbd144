import { Popover } from "radix-ui";
import { useRef, useState } from "react";
import type { DayAnswer, DayBlock } from "../api/client";
import { clock } from "../night/clock";
import { activities, dayVerdicts } from "../units/words";
import { BlockForm } from "./BlockForm";
import { DayMark } from "./DayMark";
import { moveBlock, moveEdge, nudge, plainBlock, putIn, snapped } from "./day";
import { dragged } from "./dragged";
import type { Scale } from "./scale";
import type { DayEdit } from "./useDay";

/** The day's work on its hours: blocks are drawn on what is free, dragged whole or by an end, and each opens in a press. */
export function Blocks({ answer, scale, edit }: { answer: DayAnswer; scale: Scale; edit: DayEdit }) {
  const [open, setOpen] = useState<string | null>(null);
  const { x } = scale;
  const change = (f: (blocks: DayBlock[]) => DayBlock[], merge?: string) =>
    edit.change((day) => ({ ...day, blocks: f([...(day.blocks ?? [])]) }), merge);
  /** A press that was a drag opens nothing. */
  const wasDrag = useRef(false);
  const grab = (e: React.PointerEvent, block: DayBlock, part: "from" | "to" | "all") => {
    if (e.button !== 0) return;
    e.stopPropagation();
    wasDrag.current = false;
    const perHour = (scale.right - scale.left) / (scale.to - scale.from);
    let base: DayBlock[] | null = null;
    dragged(e, {
      move: (dx) => {
        if (!wasDrag.current) edit.draw(true);
        wasDrag.current = true;
        const by = dx / perHour;
        change((b) => {
          // Every move starts from where the drag began, so that a neighbour comes back.
          base ??= b;
          return part === "all"
            ? moveBlock(base, block.id, by)
            : moveEdge(base, block.id, part, (part === "from" ? block.fromHour : block.toHour) + by);
        }, `drag/${block.id}/${part}/${block.fromHour}`);
      },
      end: (moved) => moved && edit.draw(false),
    });
  };
  const free = gaps(answer.blocks, scale.from, scale.to);
  const ticks = Array.from({ length: scale.to - scale.from + 1 }, (_, i) => scale.from + i);
  const every = (scale.right - scale.left) / (scale.to - scale.from) < 30 ? 2 : 1;

  return (
    <div className="relative select-none" style={{ height: 66 }}>
      {answer.blocks.map((block) => {
        const lived = answer.played?.blocks.find((l) => l.blockId === block.id);
        const wide = x(block.toHour) - x(block.fromHour);
        const name = block.name || activities[block.activity];
        return (
          <div
            key={block.id}
            className="absolute top-0 h-11"
            style={{ left: x(block.fromHour), width: Math.max(4, wide - 1.5) }}
          >
            <Popover.Root open={open === block.id} onOpenChange={(o) => setOpen(o ? block.id : null)}>
              <Popover.Trigger asChild>
                <button
                  type="button"
                  aria-label={`${name}, ${clock(block.fromHour)} to ${clock(block.toHour)}${lived ? `, ${dayVerdicts[lived.verdict]}` : ""}`}
                  className={`flex h-11 w-full cursor-grab touch-pan-y items-center justify-center gap-1.5 overflow-hidden rounded-b-md border-t-2 px-0.5 text-[13px] font-semibold ${open === block.id ? "border-ink bg-ice-wash" : "border-edge/60 bg-card hover:border-ink"}`}
                  onPointerDown={(e) => grab(e, block, "all")}
                  onClick={(e) => wasDrag.current && e.preventDefault()}
                  onKeyDown={(e) => {
                    wasDrag.current = false;
                    if (e.key !== "ArrowLeft" && e.key !== "ArrowRight") return;
                    e.preventDefault();
                    const by = e.key === "ArrowLeft" ? -nudge : nudge;
                    change(
                      (b) =>
                        e.shiftKey
                          ? moveEdge(b, block.id, "to", block.toHour + by)
                          : moveBlock(b, block.id, by),
                      `key/${block.id}`,
                    );
                  }}
                >
                  {lived && wide > 20 && <DayMark verdict={lived.verdict} size={16} />}
                  {wide > name.length * 7 + 26 && <span className="truncate">{name}</span>}
                </button>
              </Popover.Trigger>
              <Popover.Portal>
                <Popover.Content
                  sideOffset={6}
                  collisionPadding={8}
                  className="z-40 max-h-(--radix-popover-content-available-height) w-[330px] max-w-[94vw] overflow-y-auto rounded-xl border border-line bg-paper p-4 shadow-lg"
                >
                  <BlockForm
                    block={block}
                    lived={lived}
                    onChange={(part, merge) =>
                      change(
                        (b) => b.map((o) => (o.id === block.id ? { ...o, ...part } : o)),
                        `block/${block.id}/${merge ?? Object.keys(part)}`,
                      )
                    }
                    onEdge={(edge, hour) =>
                      change((b) => moveEdge(b, block.id, edge, hour), `edge/${block.id}`)
                    }
                    onSplit={() => {
                      const at = snapped((block.fromHour + block.toHour) / 2);
                      change((b) => putIn(b, { ...block, id: crypto.randomUUID(), fromHour: at }));
                      setOpen(null);
                    }}
                    onRemove={() => {
                      change((b) => b.filter((o) => o.id !== block.id));
                      setOpen(null);
                    }}
                  />
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
            {(["from", "to"] as const).map((edge) => (
              <span
                key={edge}
                className={`absolute top-0 h-11 cursor-ew-resize touch-none ${edge === "from" ? "left-0" : "right-0"}`}
                style={{ width: Math.min(9, wide / 4) }}
                onPointerDown={(e) => grab(e, block, edge)}
              />
            ))}
          </div>
        );
      })}
      {free.map(([from, to]) => (
        <button
          key={from}
          type="button"
          title="Lay work out here"
          aria-label={`Lay work out from ${clock(from)} to ${clock(to)}`}
          className="absolute top-0 h-11 rounded-b-md border-2 border-dashed border-line text-soft hover:border-ink"
          style={{ left: x(from), width: Math.max(4, x(to) - x(from) - 1.5) }}
          onClick={() => {
            const id = crypto.randomUUID();
            change((b) =>
              putIn(b, {
                ...plainBlock,
                id,
                activity: "walk",
                fromHour: from,
                toHour: Math.min(to, from + 2),
              }),
            );
            setOpen(id);
          }}
        >
          {x(to) - x(from) > 24 ? "+" : ""}
        </button>
      ))}
      {ticks.map(
        (t, i) =>
          i % every === 0 && (
            <span
              key={t}
              className="absolute top-[46px] -translate-x-1/2 text-[12.5px] text-soft"
              style={{ left: Math.min(Math.max(x(t), scale.left + 8), scale.right - 8) }}
            >
              {String(t % 24).padStart(2, "0")}
            </span>
          ),
      )}
    </div>
  );
}

/** Hours that nothing is laid out on, at least a quarter of one. */
function gaps(blocks: readonly DayBlock[], from: number, to: number): [number, number][] {
  const found: [number, number][] = [];
  let at = from;
  for (const b of blocks) {
    if (b.fromHour > at + 0.24) found.push([at, b.fromHour]);
    at = Math.max(at, b.toHour);
  }
  if (to > at + 0.24) found.push([at, to]);
  return found;
}
