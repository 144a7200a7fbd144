import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useId } from "react";
import {
  api,
  type Bedtime,
  type NightAnswer,
  type NightEvent,
  type Schema,
  unlessRefused,
} from "../api/client";
import { Button } from "../parts/Button";
import { Check, Choice, NumberField } from "../parts/Field";
import { blankEvent, type Outfit } from "../state/outfit";
import { newId } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { plain, type Unit, units, useWrite } from "../units/units";
import { regions } from "../units/words";
import { clock } from "./clock";

/** The sources of heat that Ermine knows, each with what it is worth and what to mind. */
const useHeatSources = () =>
  useQuery({
    queryKey: ["heat sources"],
    queryFn: api.heatSources,
    retry: unlessRefused,
    staleTime: Number.POSITIVE_INFINITY,
  }).data ?? [];

/** What belongs to one thing done: its hour, and how much of it. */
export function EventFields(props: {
  event: NightEvent;
  path: string;
  onChange: (part: Partial<NightEvent>) => void;
}) {
  const { event, onChange, path } = props;
  const w = useWrite();
  const source = useHeatSources().find((s) => s.kind === event.kind);
  const hot = event.kind === "hotBottle" || event.kind === "warmStone";
  const number = (
    label: string,
    field: "kcal" | "litres" | "waterC" | "watts" | "hours" | "massKg",
    unit: Unit,
    places = 1,
  ) => (
    <NumberField
      label={label}
      unit={unit}
      places={places}
      value={event[field]}
      path={`${path}.${field}`}
      onChange={(v) => v !== null && onChange({ [field]: v })}
    />
  );
  return (
    <>
      <HourField
        label="When"
        value={event.hour}
        onChange={(hour) => onChange({ hour })}
        path={`${path}.hour`}
      />
      {event.kind === "meal" && number("Energy", "kcal", plain("kcal"), 0)}
      {event.kind === "hotBottle" && number("Water", "litres", plain("l"))}
      {event.kind === "warmStone" && number("Mass", "massKg", plain("kg"))}
      {hot &&
        number(event.kind === "hotBottle" ? "Filled at" : "Warmed to", "waterC", units.temperature(w.u), 0)}
      {(event.kind === "warmer" || event.kind === "partner") && (
        <>
          {number("Gives", "watts", plain("W"))}
          {number("For", "hours", plain("h"))}
        </>
      )}
      {(hot || event.kind === "warmer") && (
        <Choice
          label="Lies at"
          value={event.region ?? "feet"}
          options={regions}
          onChange={(region: Schema["Region"]) => onChange({ region })}
        />
      )}
      {hot && <Check label="Wrapped" value={event.wrapped} onChange={(wrapped) => onChange({ wrapped })} />}
      {source && (
        <p className="text-[13px] text-soft">
          {source.says} {source.caution}
        </p>
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
  evening: Bedtime;
  plan: NightAnswer;
  member: Outfit;
  onAdd: (e: NightEvent) => void;
}) {
  const { evening, plan, member } = props;
  const items = useWorkspace((s) => s.items);
  const sources = useHeatSources();
  const worn = new Set([...plan.items.map((p) => p.item.id), ...evening.events.map((e) => e.itemId)]);
  const reserve = member.along.flatMap((id) => {
    const item = items[id];
    return item && !worn.has(id) && item.kind !== "pad" ? [item] : [];
  });
  const taken = plan.items.filter((p) => p.item.kind === "garment" || p.item.kind === "liner");
  const add = (part: Partial<NightEvent>) => props.onAdd({ ...blankEvent, ...part, id: newId() });
  const later = Math.min(evening.upHour - 1, Math.max(evening.inHour, (plan.hours?.coolFrom ?? 27) - 0.5));
  const hour = Math.round(later * 6) / 6;
  const soft = plan.items.some((p) => p.item.kind === "pad" && p.item.soft);
  const entry = "flex min-h-11 w-full items-center rounded-lg px-2 text-left hover:bg-ice-wash sm:min-h-8";
  const group = (title: string) => <p className="px-2 pt-2 text-[13px] text-soft">{title}</p>;
  const choose = (key: string, label: string, part: Partial<NightEvent>) => (
    <Popover.Close key={key} className={entry} onClick={() => add(part)}>
      {label}
    </Popover.Close>
  );
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
          {group("Bring heat")}
          {sources.map((s) =>
            choose(s.kind, s.kind === "meal" ? "A meal before bed" : s.name, {
              ...s.usual,
              hour: s.kind === "meal" ? evening.inHour - 0.5 : s.kind === "warmUp" ? hour : evening.inHour,
            }),
          )}
          {choose("snack", "A snack in the night", { kind: "meal", hour, kcal: 250 })}
          {group("Open and close")}
          {choose("closeUp", "Close collar, hood and straps", { kind: "closeUp", hour })}
          {choose("openUp", "Open up: too warm", { kind: "openUp", hour: evening.inHour + 1 })}
          {choose("openVents", "Open the vents", { kind: "openVents", hour: evening.inHour + 1 })}
          {soft && choose("flipPad", "Flip the soft pad and fill it", { kind: "flipPad", hour })}
          {reserve.length > 0 && group("Put on from what comes along")}
          {reserve.map((i) => choose(i.id, i.name, { kind: "putOn", hour, itemId: i.id }))}
          {taken.length > 0 && group("Take off")}
          {taken.map((p) =>
            choose(p.item.id, p.item.name, { kind: "takeOff", hour: evening.inHour + 1, itemId: p.item.id }),
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
