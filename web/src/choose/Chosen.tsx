import type { Schema } from "../api/client";
import { Button } from "../parts/Button";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { NightMarks } from "./NightMarks";
import type { ChosenBed } from "./useChoice";
import { PinOrLeave } from "./Wishes";

/** One bed: what is in it and what for, night by night, and what can be done with it. */
export function Chosen(props: {
  bed: ChosenBed;
  before: ChosenBed;
  without: Schema["LeftOut"][];
  /** What comes along anyway. */
  along: string[];
  pinned: string[];
  onPin: (id: string) => void;
  onLeave: (id: string) => void;
  onPack: () => void;
  onPutAside: () => void;
  aside: boolean;
}) {
  const { bed } = props;
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const was = new Set(props.before.items);
  const things = bed.system.layers.flatMap((l) => items[l.itemId] ?? []);
  const gone = props.before.items.flatMap((id) => items[id] ?? []).filter((i) => !things.includes(i));
  const worst = bed.nights.reduce(
    (a, b) => (b.spareK < a.spareK ? b : a),
    bed.nights[0] as (typeof bed.nights)[0],
  );
  return (
    <section aria-label="The bed">
      <h2 className="text-xl leading-tight">
        {w.mass(bed.addsG)},{" "}
        {bed.spareK >= 0 ? `${w.degrees(bed.spareK)}° to spare` : `${w.degrees(-bed.spareK)}° short`}
      </h2>
      <p className="text-[14px] text-soft">
        {worst &&
          `Night ${worst.night + 1} decides${worst.leads === "feet" ? ": it is the feet" : ""}${worst.holdsTo != null ? `, it holds to ${w.temp(worst.holdsTo)}` : ""}. `}
        All of it weighs {w.mass(bed.massG)}; what comes along anyway adds nothing.
      </p>
      <NightMarks nights={bed.nights} label="Its nights" />
      <ul className="mt-3 border-line border-t">
        {things.map((item) => {
          const without = props.without.find((l) => l.itemId === item.id);
          return (
            <li key={item.id} className="border-line border-b py-1.5">
              <div className="flex items-baseline justify-between gap-2">
                <span className={was.has(item.id) ? "" : "font-semibold"}>
                  {!was.has(item.id) && <span className="sr-only">new: </span>}
                  {item.name}
                </span>
                <span className="shrink-0 text-soft">{w.mass(item.massG)}</span>
              </div>
              <div className="flex flex-wrap items-center justify-between gap-x-2 text-[13px] text-soft">
                <span>
                  {without
                    ? without.spareK < -60
                      ? "without it no night is slept"
                      : `without it ${without.spareK < 0 ? `${w.degrees(Math.max(1, -without.spareK))}° short` : `${w.degrees(without.spareK)}° to spare`}`
                    : props.along.includes(item.id)
                      ? "comes along anyway"
                      : was.has(item.id)
                        ? ""
                        : "comes in"}
                </span>
                <PinOrLeave
                  pinned={props.pinned.includes(item.id)}
                  onPin={() => props.onPin(item.id)}
                  onLeave={() => props.onLeave(item.id)}
                />
              </div>
            </li>
          );
        })}
      </ul>
      {gone.length > 0 && (
        <p className="mt-2 text-[14px] text-soft">
          No longer slept in: {gone.map((i) => i.name).join(", ")}.
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2 print:hidden">
        <Button look="strong" className="grow" onClick={props.onPack}>
          Pack this
        </Button>
        <Button onClick={props.onPutAside} disabled={props.aside}>
          {props.aside ? "Put aside" : "Put aside to compare"}
        </Button>
      </div>
    </section>
  );
}
