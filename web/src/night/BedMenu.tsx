import { Popover } from "radix-ui";
import type { Region, Schema } from "../api/client";
import { Button } from "../parts/Button";
import { Check, Choice, NumberField } from "../parts/Field";
import { useWorkspace } from "../state/workspace";
import { units, useSettings } from "../units/units";
import { gaps, hangs, liesAt, regions } from "../units/words";
import type { SystemEdit } from "./useSystem";

const parts: Region[] = ["head", "torso", "legs", "feet"];
const bare = { head: "nothing", torso: "nothing", legs: "nothing", feet: "nothing" } as const;
const noFilling: Schema["Filling"] = { underCm: 0, overCm: 0, wet: false };

/** How one lies: on the surface or in a hammock, what lies under each part where no pad does, leaves, company, breath. */
export function BedMenu({ edit, hasGap, people }: { edit: SystemEdit; hasGap: boolean; people: number }) {
  const { bed, layers } = edit.system;
  const u = useSettings();
  const items = useWorkspace((w) => w.items);
  const barriers = Object.values(items).filter((i) => i.kind === "vapourBarrier" && !edit.others.has(i.id));
  const worn = (id: string) => layers.some((l) => l.itemId === id);
  const { hammock = null, filling = null } = bed;
  const beneath = bed.beneath ?? bare;
  const laid = parts.filter((p) => beneath[p] !== "nothing");
  const says = [
    hammock
      ? [
          `hammock, ${hangs[hammock.fit ?? "snug"]}`,
          hammock.doubleLayer && "double",
          hammock.windCover && "covered",
        ]
          .filter(Boolean)
          .join(", ")
      : laid.length > 0
        ? `${gaps[beneath[laid[0] as Region]]} under ${laid.map((p) => regions[p]).join(", ")}`
        : hasGap
          ? "no pad: nothing"
          : "lying on the ground",
    filling && (filling.underCm > 0 || filling.overCm > 0) && "in leaves",
    barriers.some((b) => worn(b.id)) && "in a barrier",
    bed.breathInside && "breath inside",
  ].filter(Boolean);
  const fill = (part: Partial<Schema["Filling"]>) => {
    const next = { ...noFilling, ...filling, ...part };
    edit.make({ filling: next.underCm > 0 || next.overCm > 0 ? next : null });
  };
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button className="font-normal">
          {says.join(" · ")}
          <svg width="10" height="6" viewBox="0 0 10 6" aria-hidden="true">
            <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" strokeWidth="1.6" />
          </svg>
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-h-[var(--radix-popover-content-available-height)] w-80 space-y-2 overflow-y-auto rounded-xl border border-line bg-card p-3 shadow-lg"
          collisionPadding={10}
          align="start"
        >
          <h3 className="text-lg">How you lie</h3>
          <Choice
            label="On what"
            value={hammock ? "hammock" : "ground"}
            options={{ ground: "on pads, on the surface", hammock: "in a hammock" }}
            onChange={(on) =>
              edit.make({
                hammock: on === "hammock" ? { fit: "snug", windCover: false, doubleLayer: false } : null,
              })
            }
          />
          {hammock ? (
            <>
              <Choice
                label="The underquilt hangs"
                value={hammock.fit ?? "snug"}
                options={hangs}
                onChange={(fit) => edit.make({ hammock: { ...hammock, fit } })}
              />
              <Check
                label="A cover keeps the wind off below"
                value={hammock.windCover}
                onChange={(windCover) => edit.make({ hammock: { ...hammock, windCover } })}
              />
              <Check
                label="Its cloth is double"
                value={hammock.doubleLayer}
                onChange={(doubleLayer) => edit.make({ hammock: { ...hammock, doubleLayer } })}
              />
            </>
          ) : (
            <fieldset>
              <legend className="text-[13px] text-soft">
                Where no pad lies, or where it is thinner than this
              </legend>
              <div className="grid grid-cols-2 gap-x-2 gap-y-1">
                {parts.map((part) => (
                  <Choice
                    key={part}
                    label={`under the ${regions[part]}`}
                    value={beneath[part]}
                    options={part === "torso" ? torsoGaps : gaps}
                    onChange={(gap) => edit.make({ beneath: { ...beneath, [part]: gap } })}
                  />
                ))}
              </div>
            </fieldset>
          )}
          <fieldset>
            <legend className="text-[13px] text-soft">Leaves, moss, twigs or hay</legend>
            <div className="grid grid-cols-2 gap-x-2">
              <NumberField
                label={hammock ? "stuffed below, pressed" : "under you, pressed"}
                optional
                places={0}
                placeholder="none"
                unit={units.length(u)}
                value={filling?.underCm || null}
                onChange={(v) => fill({ underCm: v ?? 0 })}
              />
              <NumberField
                label="heaped over, loose"
                optional
                places={0}
                placeholder="none"
                unit={units.length(u)}
                value={filling?.overCm || null}
                onChange={(v) => fill({ overCm: v ?? 0 })}
              />
            </div>
            {filling && <Check label="They are wet" value={filling.wet} onChange={(wet) => fill({ wet })} />}
          </fieldset>
          {people > 1 && (
            <Choice
              label="Among the others"
              value={bed.lies ?? "notSaid"}
              options={liesAt}
              onChange={(lies) => edit.make({ lies })}
            />
          )}
          {barriers.length > 0 && (
            <fieldset>
              <legend className="text-[13px] text-soft">Vapour barrier</legend>
              {barriers.map((b) => (
                <Check
                  key={b.id}
                  label={b.name}
                  value={worn(b.id)}
                  onChange={(on) => (on ? edit.add(b.id) : edit.takeOut(b.id))}
                />
              ))}
            </fieldset>
          )}
          <Check
            label="Mouth and nose inside the bag"
            value={bed.breathInside}
            onChange={(breathInside) => edit.make({ breathInside })}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A rucksack is as long as the legs; it goes under them or under the head. */
const { rucksack: _, ...torsoGaps } = gaps;
