import { Popover } from "radix-ui";
import { useId } from "react";
import type { Evening, NightEvent, NightPlan, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { NumberField } from "../parts/Field";
import { newId } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { type Unit, units, useWrite } from "../units/units";
import { clock } from "./clock";

const plain = (name: string): Unit => ({ factor: 1, offset: 0, name, step: 1 });

/** What belongs to one thing done: its hour, and how much of it. */
export function EventFields(props: {
  event: NightEvent;
  path: string;
  onChange: (part: Partial<NightEvent>) => void;
}) {
  const { event, onChange, path } = props;
  const w = useWrite();
  return (
    <>
      <HourField
        label="When"
        value={event.hour}
        onChange={(hour) => onChange({ hour })}
        path={`${path}.hour`}
      />
      {event.kind === "meal" && (
        <NumberField
          label="Energy"
          places={0}
          unit={plain("kcal")}
          value={event.kcal}
          path={`${path}.kcal`}
          onChange={(v) => v !== null && onChange({ kcal: v })}
        />
      )}
      {event.kind === "hotBottle" && (
        <>
          <NumberField
            label="Water"
            unit={plain("l")}
            value={event.litres}
            path={`${path}.litres`}
            onChange={(v) => v !== null && onChange({ litres: v })}
          />
          <NumberField
            label="Filled at"
            places={0}
            unit={units.temperature(w.u)}
            value={event.waterC}
            path={`${path}.waterC`}
            onChange={(v) => v !== null && onChange({ waterC: v })}
          />
          <p className="text-[13px] text-soft">
            Wrap it and test its lid: hot water burns, and a leak soaks the bag.
          </p>
        </>
      )}
      {event.kind === "warmUp" && (
        <p className="text-[13px] text-soft">Five minutes of hard work in the bag, short of sweating.</p>
      )}
    </>
  );
}

/** A time of the night; before noon means the morning after. */
export function HourField(props: {
  label: string;
  value: number;
  path?: string;
  onChange: (hour: number) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block text-[13px] text-soft">
        {props.label}
      </label>
      <input
        id={id}
        type="time"
        className="min-h-11 w-full rounded-md border border-edge/60 bg-card px-2.5 sm:min-h-9"
        value={clock(props.value)}
        onChange={(e) => {
          const [h, m] = e.target.value.split(":").map(Number);
          if (h === undefined || m === undefined || Number.isNaN(h + m)) return;
          const hour = h + m / 60;
          props.onChange(hour < 12 ? hour + 24 : hour);
        }}
      />
    </div>
  );
}

/** What can be done this night. A thing put on is one that comes along and is not worn yet. */
export function AddEvent(props: {
  evening: Evening;
  plan: NightPlan;
  trip: Trip;
  onAdd: (e: NightEvent) => void;
}) {
  const { evening, plan, trip } = props;
  const items = useWorkspace((s) => s.items);
  const worn = new Set([...plan.items.map((p) => p.item.id), ...evening.events.map((e) => e.itemId)]);
  const reserve = trip.along.flatMap((id) => {
    const item = items[id];
    return item && !worn.has(id) && item.kind !== "pad" ? [item] : [];
  });
  const blank = { id: "", kcal: null, litres: null, waterC: null, itemId: null };
  const add = (part: Pick<NightEvent, "kind" | "hour"> & Partial<NightEvent>) =>
    props.onAdd({ ...blank, ...part, id: newId() });
  const later = Math.min(evening.upHour - 1, Math.max(evening.inHour, (plan.hours?.coolFrom ?? 27) - 0.5));
  const hour = Math.round(later * 6) / 6;
  const entry = "flex min-h-11 w-full items-center rounded-lg px-2 text-left hover:bg-ice-wash sm:min-h-8";
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button className="print:hidden">Do something</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-h-[70vh] w-72 overflow-y-auto rounded-xl border border-line bg-card p-2 shadow-lg"
          align="end"
          collisionPadding={10}
        >
          <Popover.Close
            className={entry}
            onClick={() => add({ kind: "meal", hour: evening.inHour - 0.5, kcal: 800 })}
          >
            A meal before bed
          </Popover.Close>
          <Popover.Close className={entry} onClick={() => add({ kind: "meal", hour, kcal: 250 })}>
            A snack in the night
          </Popover.Close>
          <Popover.Close
            className={entry}
            onClick={() => add({ kind: "hotBottle", hour: evening.inHour, litres: 1, waterC: 85 })}
          >
            A hot bottle
          </Popover.Close>
          <Popover.Close className={entry} onClick={() => add({ kind: "warmUp", hour })}>
            A warm-up in the bag
          </Popover.Close>
          <Popover.Close className={entry} onClick={() => add({ kind: "closeUp", hour })}>
            Close collar and straps
          </Popover.Close>
          {reserve.length > 0 && (
            <p className="px-2 pt-2 text-[13px] text-soft">Put on from what comes along</p>
          )}
          {reserve.map((item) => (
            <Popover.Close
              key={item.id}
              className={entry}
              onClick={() => add({ kind: "putOn", hour, itemId: item.id })}
            >
              {item.name}
            </Popover.Close>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
