import { useEffect, useState } from "react";
import type { NightEvent, Schema, Trip } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { NumberField } from "../parts/Field";
import { blankEvent, outfitsOf } from "../state/outfit";
import { bedtimeOf, newId, systemOf } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units, useWrite } from "../units/units";
import { events } from "../units/words";
import { Asked, Chips } from "./Choose";
import { changed, damps } from "./words";

/** What this person slept in and had along. */
function useThings(trip: Trip, who: number, index: number) {
  const items = useWorkspace((s) => s.items);
  const member = outfitsOf(trip)[who];
  const night = trip.nights[index];
  const inBed = new Set(systemOf(member, night?.id).layers.map((l) => l.itemId));
  const along = new Set(trip.uses.filter((u) => u.sleeperId === member?.sleeperId).map((u) => u.itemId));
  const find = (ids: Set<string>) => [...ids].flatMap((id) => items[id] ?? []);
  return { member, inBed: find(inBed), along: find(along).filter((i) => !inBed.has(i.id)), items };
}

const next: Record<string, Schema["DampState"] | null> = {
  "": "damp",
  damp: "wet",
  wet: "frozen",
  frozen: null,
};

export function Damp(props: {
  trip: Trip;
  who: number;
  index: number;
  night: Schema["LivedNight"];
  onChange: (damp: Schema["DampThing"][]) => void;
}) {
  const { inBed, items } = useThings(props.trip, props.who, props.index);
  const { damp } = props.night;
  const shown = [
    ...inBed.filter((i) => i.material !== "foam" && i.material !== "inflatable"),
    ...damp.flatMap((d) => (inBed.some((i) => i.id === d.itemId) ? [] : (items[d.itemId] ?? []))),
  ];
  if (shown.length === 0) return null;
  return (
    <Asked
      title="What was damp in the morning?"
      says="Press once for damp, twice for wet, three times for frozen."
    >
      <Chips
        of={shown.map((i) => {
          const state = damp.find((d) => d.itemId === i.id)?.state;
          return {
            id: i.id,
            name: i.name,
            says: state ? damps[state] : null,
            on: state !== undefined,
            onPress: () => {
              const to = next[state ?? ""];
              const others = damp.filter((d) => d.itemId !== i.id);
              props.onChange(to ? [...others, { itemId: i.id, state: to }] : others);
            },
          };
        })}
      />
    </Asked>
  );
}

export function Changes(props: {
  trip: Trip;
  who: number;
  index: number;
  night: Schema["LivedNight"];
  worth: number | undefined;
  onChange: (part: Partial<Schema["LivedNight"]>) => void;
}) {
  const { along, member } = useThings(props.trip, props.who, props.index);
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const { changes } = props.night;
  const { worth, onChange } = props;
  const bedtime = bedtimeOf(member, props.trip.nights[props.index]?.id);
  const stands = props.night.warmerByK ?? 0;
  // What they are worth is the plan's to say. It is kept: only a change that is made here asks for it anew, never a later plan.
  const [edited, setEdited] = useState(false);
  useEffect(() => {
    if (edited && worth !== undefined && Math.abs(worth - stands) > 0.005) onChange({ warmerByK: worth });
  }, [edited, worth, stands, onChange]);
  const change = (to: NightEvent[]) => {
    setEdited(true);
    onChange({ changes: to });
  };
  const has = (kind: NightEvent["kind"], itemId: string | null = null) =>
    changes.find((c) => c.kind === kind && (c.itemId ?? null) === itemId);
  const toggle = (event: Omit<NightEvent, "id">) => {
    const there = has(event.kind, event.itemId ?? null);
    change(there ? changes.filter((c) => c !== there) : [...changes, { ...event, id: newId() }]);
  };
  const done: Omit<NightEvent, "id">[] = [
    { ...blankEvent, kind: "closeUp", hour: 27 },
    { ...blankEvent, kind: "openUp", hour: 23 },
    { ...blankEvent, kind: "hotBottle", hour: bedtime.inHour, litres: 1, waterC: 90 },
    { ...blankEvent, kind: "meal", hour: 27, kcal: 400 },
    { ...blankEvent, kind: "warmUp", hour: 27 },
  ];
  return (
    <Asked title="What was done otherwise than planned?">
      <Chips
        of={[
          ...done.map((e) => ({
            id: e.kind,
            name: changed[e.kind] ?? events[e.kind],
            on: has(e.kind) !== undefined,
            onPress: () => toggle(e),
          })),
          ...along
            .filter((i) => i.kind === "garment")
            .slice(0, 12)
            .map((i) => ({
              id: i.id,
              name: `${i.name} on`,
              on: has("putOn", i.id) !== undefined,
              onPress: () => toggle({ ...blankEvent, kind: "putOn", hour: 27, itemId: i.id }),
            })),
        ]}
      />
      {changes.length > 0 && (
        <ul className="mt-2 space-y-1">
          {changes.map((c) => (
            <li key={c.id} className="flex items-center gap-2">
              <span className="grow">
                {c.itemId
                  ? `${items[c.itemId]?.name ?? "Something"} on`
                  : (changed[c.kind] ?? events[c.kind])}{" "}
                at {clock(c.hour)}
              </span>
              {[-1, 1].map((by) => (
                <Button
                  key={by}
                  aria-label={by < 0 ? "an hour earlier" : "an hour later"}
                  onClick={() =>
                    change(
                      changes.map((x) =>
                        x === c ? { ...x, hour: Math.min(36, Math.max(12, x.hour + by)) } : x,
                      ),
                    )
                  }
                >
                  {by < 0 ? "earlier" : "later"}
                </Button>
              ))}
            </li>
          ))}
          {Math.abs(stands) >= 0.1 && (
            <li className="text-[13px] text-soft">
              By the plan that was worth {w.signed(stands)}: the night may be so much{" "}
              {stands > 0 ? "colder" : "less cold"}.
            </li>
          )}
        </ul>
      )}
    </Asked>
  );
}

export function Lofts(props: {
  trip: Trip;
  who: number;
  index: number;
  night: Schema["LivedNight"];
  onChange: (lofts: Schema["LoftRead"][] | null) => void;
}) {
  const { inBed } = useThings(props.trip, props.who, props.index);
  const w = useWrite();
  const tops = inBed.filter((i) => i.kind === "bag" || i.kind === "quilt");
  const lofts = props.night.lofts ?? [];
  if (tops.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="min-h-12 cursor-pointer font-display text-lg font-bold">Loft by ruler</summary>
      <p className="text-[13px] text-soft">
        One side, after an hour of rest. What it says is proposed as a correction, never applied unasked.
      </p>
      <div className="mt-1 grid gap-2 sm:grid-cols-2">
        {tops.map((i) => (
          <NumberField
            key={i.id}
            label={i.name}
            optional
            unit={units.length(w.u)}
            value={lofts.find((l) => l.itemId === i.id)?.cm ?? null}
            onChange={(cm) => {
              const others = lofts.filter((l) => l.itemId !== i.id);
              props.onChange(cm === null ? others : [...others, { itemId: i.id, cm }]);
            }}
          />
        ))}
      </div>
    </details>
  );
}
