import { Popover } from "radix-ui";
import { useRef, useState } from "react";
import type { Bar, DayAnswer, Schema } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Check, Choice } from "../parts/Field";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { openings, positions } from "../units/words";
import { cut, nudge, opened, putOn, respan } from "./day";
import { dragged } from "./dragged";
import type { Scale } from "./scale";
import type { DayEdit } from "./useDay";

type Piece = Schema["WearablePiece"];

export const groups = ["torso", "legs", "head", "hands", "feet"] as const;
export type Group = (typeof groups)[number];
export const groupNames: Record<Group, string> = {
  torso: "Torso",
  legs: "Legs",
  head: "Head",
  hands: "Hands",
  feet: "Feet",
};
export const groupOf = (main: Schema["Part"]): Group => (main === "face" ? "head" : main);

/** The clothes as bars through the day. A bar is dragged, its ends are dragged, and it opens in a press; an empty line takes a new one. */
export function Bars(props: { answer: DayAnswer; scale: Scale; edit: DayEdit; only: Group | null }) {
  const { answer, scale, edit } = props;
  const narrow = scale.left < 50;
  const shown = groups.filter((g) => (props.only ? g === props.only : true));
  const [all, setAll] = useState(false);
  const worn = new Set(answer.worn.map((b) => b.itemId));
  const rest = answer.wearable.filter((p) => !worn.has(p.itemId)).length;
  return (
    <div>
      {shown.map((group) => {
        const pieces = answer.wearable.filter(
          (p) => groupOf(p.main) === group && (all || narrow || worn.has(p.itemId)),
        );
        if (pieces.length === 0 && !narrow) return null;
        return (
          <div key={group} className="border-line border-t py-0.5">
            {pieces.length === 0 && (
              <p className="py-2 text-soft">
                Nothing for the {groupNames[group].toLowerCase()} comes along by day.
              </p>
            )}
            {pieces.map((piece) => (
              <Line
                key={piece.itemId}
                piece={piece}
                answer={answer}
                scale={scale}
                edit={edit}
                narrow={narrow}
              />
            ))}
          </div>
        );
      })}
      <div className="flex flex-wrap items-center gap-x-4 border-line border-t pt-1 text-[12.5px] text-soft print:hidden">
        {!narrow && rest > 0 && (
          <button type="button" className="min-h-8 font-semibold underline" onClick={() => setAll(!all)}>
            {all ? "only what is worn" : `${rest} more along, stowed`}
          </button>
        )}
        <Legend />
      </div>
    </div>
  );
}

function Line(props: { piece: Piece; answer: DayAnswer; scale: Scale; edit: DayEdit; narrow: boolean }) {
  const { piece, answer, scale, edit, narrow } = props;
  const name = useWorkspace((s) => s.items[piece.itemId]?.name ?? "?");
  const bars = answer.worn.filter((b) => b.itemId === piece.itemId);
  const high = narrow ? 44 : 21;
  const change = (f: (worn: Bar[]) => Bar[], merge?: string) =>
    edit.change((day) => ({ ...day, worn: f([...(day.worn ?? [])]) }), merge);
  /** Puts it on for the block that was pressed. */
  const put = (hour: number) => {
    const block = answer.blocks.find((b) => hour >= b.fromHour && hour < b.toHour);
    if (!block || (piece.forSleep && block.place !== "tent")) return;
    change((worn) =>
      putOn(worn, {
        itemId: piece.itemId,
        fromHour: block.fromHour,
        toHour: block.toHour,
        atHand: false,
        opening: "closed",
        pinned: true,
      }),
    );
  };
  return (
    <div className={narrow ? "relative pt-5" : "relative"} style={{ height: narrow ? high + 20 : high }}>
      <span
        className={
          narrow
            ? "absolute top-0 left-0 text-[13px] font-semibold"
            : "absolute left-0 truncate text-right text-[12.5px] font-medium leading-[21px]"
        }
        style={narrow ? undefined : { width: scale.left - 8 }}
        title={piece.forSleep ? `${name}: kept for sleeping, worn in the tent alone` : name}
      >
        {name}
        {piece.forSleep && <span className="font-normal text-soft"> · tent only</span>}
      </span>
      <div className="absolute right-0 left-0" style={{ height: high }}>
        <button
          type="button"
          tabIndex={-1}
          aria-label={`${name}: press a block to put it on`}
          className="absolute inset-y-0"
          style={{ left: scale.left, width: scale.right - scale.left }}
          onClick={(e) =>
            put(scale.hourAt(e.clientX - e.currentTarget.getBoundingClientRect().left + scale.left))
          }
        >
          <span className="absolute inset-x-0 top-1/2 border-line border-t" />
        </button>
        {bars.map((bar) => (
          <BarOf
            key={`${bar.fromHour}`}
            bar={bar}
            ways={piece.faceCover ? positions : openings}
            name={name}
            scale={scale}
            edit={edit}
            high={high}
            change={change}
          />
        ))}
      </div>
    </div>
  );
}

function BarOf(props: {
  bar: Bar;
  /** How it is closed, or drawn up, in words. */
  ways: Record<Schema["Opening"], string>;
  name: string;
  scale: Scale;
  edit: DayEdit;
  high: number;
  change: (f: (worn: Bar[]) => Bar[], merge?: string) => void;
}) {
  const { bar, ways, name, scale, edit, high, change } = props;
  const [open, setOpen] = useState(false);
  const at = useRef<HTMLDivElement>(null);
  const w = useWrite();
  const left = scale.x(Math.max(scale.from, bar.fromHour));
  const right = scale.x(Math.min(scale.to, bar.toHour));
  if (right <= left) return null;
  const wide = right - left;
  const same = (b: Bar) => b.itemId === bar.itemId && Math.abs(b.fromHour - bar.fromHour) < 1e-6;
  /** The bar as the plan has it now, wherever it has been dragged to. */
  const replace = (f: (worn: Bar[], mine: Bar) => Bar[], merge?: string) =>
    change((worn) => {
      const mine = worn.find(same);
      return mine ? f(worn, mine) : worn;
    }, merge);
  const set = (part: Partial<Bar>) =>
    replace((worn, mine) => worn.map((b) => (b === mine ? { ...b, pinned: true, ...part } : b)));
  const state = bar.atHand
    ? "at hand"
    : bar.opening === null
      ? "on, opened as needed"
      : ways[bar.opening ?? "closed"];
  const perHour = (scale.right - scale.left) / (scale.to - scale.from);
  const grab = (e: React.PointerEvent, part: "from" | "to" | "all") => {
    if (e.button !== 0) return;
    e.stopPropagation();
    const { fromHour, toHour } = bar;
    let base: Bar[] | null = null;
    let begun: Bar | undefined;
    edit.draw(true);
    dragged(e, {
      move: (dx) => {
        const by = dx / perHour;
        change((worn) => {
          // Every move starts from where the drag began, so that what is passed over comes back.
          base ??= worn;
          begun ??= base.find(same);
          return begun
            ? respan(
                base,
                begun,
                part === "to" ? fromHour : fromHour + by,
                part === "from" ? toHour : toHour + by,
              )
            : worn;
        }, `bar/${bar.itemId}/${fromHour}`);
      },
      end: (moved) => {
        edit.draw(false);
        if (!moved && part === "all") setOpen(true);
      },
    });
  };
  const thick = high > 30 ? 26 : 13;
  const slit = { closed: 0, neck: 1.5, zips: 3, hanging: 5 }[bar.opening ?? "closed"];
  return (
    <>
      {/* biome-ignore lint/a11y/useSemanticElements: it is dragged as well as pressed */}
      <div
        ref={at}
        role="button"
        tabIndex={0}
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`${name}, ${state}, ${clock(bar.fromHour)} to ${clock(bar.toHour)}${bar.pinned ? ", pinned" : ""}`}
        className="absolute flex cursor-grab touch-pan-y items-center"
        style={{ left, width: Math.max(3, wide - 1.5), height: high }}
        onPointerDown={(e) => grab(e, "all")}
        onKeyDown={(e) => {
          const by = e.key === "ArrowLeft" ? -nudge : e.key === "ArrowRight" ? nudge : 0;
          if (by !== 0)
            replace(
              (worn, mine) => respan(worn, mine, mine.fromHour + (e.shiftKey ? 0 : by), mine.toHour + by),
              `bar/${bar.itemId}`,
            );
          else if (e.key === "Enter" || e.key === " ") setOpen(true);
          else if (e.key === "o") replace((worn, mine) => worn.map((b) => (b === mine ? opened(b) : b)));
          else if (e.key === "x") replace((worn, mine) => cut(worn, mine, (mine.fromHour + mine.toHour) / 2));
          else if (e.key === "Delete" || e.key === "Backspace")
            replace((worn, mine) => worn.filter((b) => b !== mine));
          else return;
          e.preventDefault();
          e.stopPropagation();
        }}
      >
        <span
          className={`relative block w-full rounded-[4px] ${bar.atHand ? "border-[1.5px] border-edge bg-card" : "bg-ink"}`}
          style={{ height: thick }}
        >
          {!bar.atHand && slit > 0 && (
            <span
              className="absolute inset-x-[5px] top-1/2 -translate-y-1/2 rounded-full bg-paper"
              style={{ height: slit }}
            />
          )}
          {!bar.atHand && bar.opening === null && (
            <span className="absolute inset-x-[5px] top-1/2 border-paper border-t-2 border-dotted" />
          )}
          {bar.pinned && (
            <span
              className="absolute -top-px -left-px size-0 border-t-[7px] border-r-[7px] border-t-paper border-r-transparent"
              title="pinned"
            />
          )}
        </span>
        {(["from", "to"] as const).map((edge) => (
          <span
            key={edge}
            className={`absolute inset-y-0 cursor-ew-resize touch-none ${edge === "from" ? "left-0" : "right-0"}`}
            style={{ width: Math.min(9, wide / 3) }}
            onPointerDown={(e) => grab(e, edge)}
          />
        ))}
      </div>
      {/* Only the one that is open has a sheet: there are dozens of bars, and all are drawn anew while one is dragged. */}
      {open && (
        <Popover.Root open onOpenChange={setOpen}>
          <Popover.Anchor virtualRef={at as React.RefObject<HTMLDivElement>} />
          <Popover.Portal>
            <Popover.Content
              sideOffset={4}
              collisionPadding={8}
              className="z-40 w-72 max-w-[94vw] space-y-2 rounded-xl border border-line bg-paper p-3 shadow-lg"
            >
              <h3 className="text-lg leading-tight">{name}</h3>
              <p className="text-[13px] text-soft">
                {clock(bar.fromHour)} to {clock(bar.toHour)}, {state}.{" "}
                <Warmth itemId={bar.itemId} write={w.insulation} />
              </p>
              <Choice
                label="How it is worn"
                value={bar.atHand ? "atHand" : (bar.opening ?? "asNeeded")}
                options={
                  { ...ways, asNeeded: "on, opened as needed", atHand: "at hand, not on" } as Record<
                    string,
                    string
                  >
                }
                onChange={(v) =>
                  set(
                    v === "atHand"
                      ? { atHand: true, opening: null }
                      : { atHand: false, opening: v === "asNeeded" ? null : (v as Schema["Opening"]) },
                  )
                }
              />
              <Check
                label="Pinned: Ermine dresses round it"
                value={bar.pinned}
                onChange={(pinned) => set({ pinned })}
              />
              <div className="flex flex-wrap gap-2">
                <Button
                  onClick={() => {
                    replace((worn, mine) => cut(worn, mine, (mine.fromHour + mine.toHour) / 2));
                    setOpen(false);
                  }}
                >
                  Cut in two
                </Button>
                <Button
                  look="quiet"
                  onClick={() => {
                    replace((worn, mine) => worn.filter((b) => b !== mine));
                    setOpen(false);
                  }}
                >
                  Stow it
                </Button>
              </div>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </>
  );
}

function Warmth({ itemId, write }: { itemId: string; write: (si: number) => string }) {
  const item = useWorkspace((s) => s.items[itemId]);
  const si = item?.claims.find((c) => c.kind === "squareMetreKelvinPerWatt")?.value;
  return si === undefined ? null : <>{write(si)} where it lies.</>;
}

function Legend() {
  const box = "inline-block h-[11px] w-6 rounded-[3px] align-[-1px]";
  return (
    <span className="flex flex-wrap items-center gap-x-3">
      <span>
        <span className={`${box} bg-ink`} /> on
      </span>
      <span>
        <span className={`${box} relative bg-ink`}>
          <span className="absolute inset-x-1 top-1/2 h-[3px] -translate-y-1/2 rounded-full bg-paper" />
        </span>{" "}
        on and opened
      </span>
      <span>
        <span className={`${box} border-[1.5px] border-edge`} /> at hand
      </span>
      <span>line: stowed</span>
      <span>notched corner: pinned</span>
    </span>
  );
}
