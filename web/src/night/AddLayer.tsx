import { useState } from "react";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { Sheet } from "../parts/Sheet";
import type { Outfit } from "../state/outfit";
import { useGo, useReadings } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { manyOf } from "../units/words";
import type { SystemEdit } from "./useSystem";

/** Everything owned that is not in the system yet, from the ground up. */
export function AddLayer(props: { open: boolean; onClose: () => void; member: Outfit; edit: SystemEdit }) {
  const items = useWorkspace((s) => s.items);
  const readings = useReadings();
  const go = useGo();
  const w = useWrite();
  const [search, setSearch] = useState("");
  const used = new Set(props.edit.system.layers.map((l) => l.itemId));
  const found = Object.values(items)
    .filter(
      (i) =>
        !used.has(i.id) &&
        !props.edit.others.has(i.id) &&
        i.name.toLowerCase().includes(search.toLowerCase()),
    )
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Sheet open={props.open} onClose={props.onClose} wide title="Add a layer">
      <TextField label="Search what you own" type="search" value={search} onChange={setSearch} />
      {found.length === 0 && (
        <div className="mt-4">
          <p>
            {Object.keys(items).length === 0
              ? "Your kit is empty."
              : "Nothing you own matches, or all of it is in use."}
          </p>
          <Button className="mt-2" onClick={() => go.station("kit")}>
            Go to Kit
          </Button>
        </div>
      )}
      {(["underquilt", "pad", "garment", "vapourBarrier", "liner", "bag", "quilt", "bivy"] as const).map(
        (kind) => {
          const list = found.filter((i) => i.kind === kind);
          if (list.length === 0) return null;
          return (
            <section key={kind} className="mt-4">
              <h3 className="text-soft capitalize">{manyOf(kind)}</h3>
              <ul className="grid gap-x-4 sm:grid-cols-2">
                {list.map((item) => {
                  const r = readings.data?.[item.id]?.insulation;
                  return (
                    <li key={item.id} className="border-line border-t">
                      <button
                        type="button"
                        className="flex min-h-11 w-full items-center gap-2 px-1 text-left hover:bg-ice-wash"
                        onClick={() => {
                          props.edit.add(item.id);
                          props.onClose();
                          setSearch("");
                        }}
                      >
                        <span className="min-w-0 grow truncate font-semibold">{item.name}</span>
                        <span className="shrink-0 text-[13px] text-soft">
                          {r ? `${w.insulation(r)} · ` : ""}
                          {props.member.along.includes(item.id) ? "along anyway" : w.mass(item.massG)}
                        </span>
                      </button>
                    </li>
                  );
                })}
              </ul>
            </section>
          );
        },
      )}
    </Sheet>
  );
}
