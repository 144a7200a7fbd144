import { useState } from "react";
import type { KitItem, LoadAnswer, LoadPlan, Trip } from "../api/client";
import { LineEntry } from "../entry/LineEntry";
import { useTypes } from "../entry/useLine";
import { Sheet } from "../parts/Sheet";
import { withPlan } from "../state/loads";
import { useReadings } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";

/** Takes a thing along: typed in a line, or found in the kit. */
export function AddThing(props: {
  open: boolean;
  onClose: () => void;
  trip: Trip;
  plan: LoadPlan;
  answer: LoadAnswer;
  sleeperId: string;
}) {
  const { trip } = props;
  const items = useWorkspace((s) => s.items);
  const readings = useReadings();
  const types = useTypes();
  const [text, setText] = useState("");
  const w = useWrite();
  const along = new Set(props.answer.things.map((t) => t.itemId));
  const words = text.toLowerCase().match(/\p{L}{2,}/gu) ?? [];
  const found = Object.values(items)
    .filter((i) => !along.has(i.id) && words.every((x) => i.name.toLowerCase().includes(x)))
    .sort((a, b) => a.name.localeCompare(b.name));
  const done = () => {
    setText("");
    props.onClose();
  };
  const take = (things: KitItem[], fresh: boolean) => {
    const now = useWorkspace.getState().trips[trip.id] ?? trip;
    const after = withPlan(now, (p) => ({
      ...p,
      lots: [
        ...p.lots,
        ...things.map((t) => ({
          id: crypto.randomUUID(),
          itemId: t.id,
          count: 1,
          stays: [],
          // What stands round all and cooks for all is the party's.
          sleeperId: types.some((x) => x.key === t.type && x.shared) ? null : props.sleeperId,
        })),
      ],
    }));
    const wearable = things.filter((t) => t.kind === "garment");
    useWorkspace.getState().edit([
      ...(fresh ? things.map((t) => ({ kind: "items" as const, id: t.id, before: null, after: t })) : []),
      {
        kind: "trips" as const,
        id: now.id,
        before: now,
        after: {
          ...after,
          uses: [
            ...after.uses,
            ...wearable.map((t) => ({
              id: crypto.randomUUID(),
              itemId: t.id,
              sleeperId: props.sleeperId,
              job: "along" as const,
              nights: null,
              fromHour: null,
              place: null,
              closure: "closed" as const,
              hoodOpen: false,
            })),
          ],
        },
      },
    ]);
    done();
  };
  return (
    <Sheet open={props.open} onClose={done} wide title="Take a thing along">
      <LineEntry
        label="Type a thing, or search what you own"
        placeholder="Type a thing, or search: rope 30 m"
        autoFocus
        text={text}
        onText={setText}
        onAdd={(things) => take(things, true)}
      />
      <ul className="mt-3">
        {found.slice(0, 60).map((i) => (
          <li key={i.id} className="border-line border-t">
            <button
              type="button"
              className="flex min-h-11 w-full items-center justify-between gap-2 px-1 text-left hover:bg-ice-wash sm:min-h-9"
              onClick={() => take([i], false)}
            >
              <b className="min-w-0 truncate">{i.name}</b>
              <span className="shrink-0 text-[13px] text-soft">
                {readings.data?.[i.id] && `${drawers[readings.data[i.id]?.drawer ?? "gear"].toLowerCase()}, `}
                {w.mass(i.massG)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 && text === "" && <p className="mt-3 text-soft">All that you own is along.</p>}
    </Sheet>
  );
}
