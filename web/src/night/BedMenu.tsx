import { Popover } from "radix-ui";
import { Button } from "../parts/Button";
import { Check, Choice } from "../parts/Field";
import { useWorkspace } from "../state/workspace";
import { gaps, hangs } from "../units/words";
import type { SystemEdit } from "./useSystem";

/** How one lies: on the surface or in a hammock, what lies where no pad does, where the breath goes. */
export function BedMenu({ edit, hasGap }: { edit: SystemEdit; hasGap: boolean }) {
  const { system } = edit;
  const items = useWorkspace((w) => w.items);
  const barriers = Object.values(items).filter((i) => i.kind === "vapourBarrier" && !edit.others.has(i.id));
  const worn = (id: string) => system.layers.some((l) => l.itemId === id);
  const hammock = system.hammock ?? null;
  const says = [
    hammock
      ? `hammock, ${hangs[hammock.fit ?? "snug"]}${hammock.windCover ? ", covered" : ""}`
      : hasGap
        ? `no pad: ${gaps[system.underGap ?? "nothing"]}`
        : "lying on the ground",
    barriers.some((b) => worn(b.id)) && "in a barrier",
    system.breathInside && "breath inside",
  ].filter(Boolean);
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
          className="z-50 w-72 space-y-2 rounded-xl border border-line bg-card p-3 shadow-lg"
          collisionPadding={10}
          align="start"
        >
          <h3 className="text-lg">How you lie</h3>
          <Choice
            label="On what"
            value={hammock ? "hammock" : "ground"}
            options={{ ground: "on pads, on the surface", hammock: "in a hammock" }}
            onChange={(on) =>
              edit.change({ hammock: on === "hammock" ? { fit: "snug", windCover: false } : null })
            }
          />
          {hammock ? (
            <>
              <Choice
                label="The underquilt hangs"
                value={hammock.fit ?? "snug"}
                options={hangs}
                onChange={(fit) => edit.change({ hammock: { ...hammock, fit } })}
              />
              <Check
                label="A cover keeps the wind off below"
                value={hammock.windCover}
                onChange={(windCover) => edit.change({ hammock: { ...hammock, windCover } })}
              />
            </>
          ) : (
            <Choice
              label="Where no pad lies"
              value={system.underGap ?? "nothing"}
              options={gaps}
              onChange={(underGap) => edit.change({ underGap })}
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
            value={system.breathInside}
            onChange={(breathInside) => edit.change({ breathInside })}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
