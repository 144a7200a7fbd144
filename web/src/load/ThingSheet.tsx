import { useState } from "react";
import type { LoadAnswer, Schema, Thing, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField } from "../parts/Field";
import { Sheet } from "../parts/Sheet";
import { gramsOn, moved, parted, stayOn, withLot, withoutThing } from "../state/loads";
import { useWorkspace } from "../state/workspace";
import { plain, useWrite } from "../units/units";
import { reaches, useKinds } from "../units/words";
import type { LoadEdit } from "./useLoad";

/** One thing: where it is on which days, how many, whose; moved, parted, left at home. */
export function ThingSheet(props: {
  trip: Trip;
  answer: LoadAnswer;
  thing: Thing;
  day: number;
  edit: LoadEdit;
  onClose: () => void;
}) {
  const { trip, answer, thing, edit } = props;
  const w = useWrite();
  const sleepers = useWorkspace((s) => s.sleepers);
  const now = stayOn(thing, props.day);
  const [to, setTo] = useState({ loadId: now.loadId, reach: now.reach as Schema["Reached"] });
  const [from, setFrom] = useState(props.day);
  const [until, setUntil] = useState(trip.nights.length - 1);
  const [part, setPart] = useState<number | null>(null);
  const nameOf = (load: Schema["Load"]) =>
    load.kind === "person"
      ? `on ${sleepers[load.sleeperId ?? ""]?.name ?? "someone"}`
      : load.sleeperId
        ? `${load.name}, ${sleepers[load.sleeperId]?.name ?? ""}`
        : load.name;
  const loads = Object.fromEntries(answer.loads.map(({ load }) => [load.id, nameOf(load)])) as Record<
    string,
    string
  >;
  const kind = answer.loads.find(({ load }) => load.id === to.loadId)?.load.kind;
  const reach: Schema["Reached"][] =
    kind === "person" ? ["onBody", "pocket"] : kind === "depot" ? ["inside"] : ["lid", "inside", "dryBag"];
  const days = (least: number) =>
    Object.fromEntries(
      trip.nights.flatMap((_, i) => (i >= least ? [[`${i}`, `day ${i + 1}`]] : [])),
    ) as Record<string, string>;
  const usedUp = thing.gramsByDay !== null;
  const faults = answer.reach.filter((r) => answer.things[r.thing]?.lotId === thing.lotId);
  return (
    <Sheet
      open
      onClose={props.onClose}
      title={thing.count === 1 ? thing.name : `${thing.count} × ${thing.name}`}
    >
      <p className="text-soft">
        {w.mass(Math.round(gramsOn(thing, props.day)))}
        {usedUp && ` on day ${props.day + 1}, ${w.mass(Math.round(thing.grams))} at the start`}, about{" "}
        {Math.max(0.1, Math.round(thing.litres * 10) / 10)} l.{" "}
        {thing.uses.length > 0 && `${thing.uses.map((u) => useKinds[u]).join(", ")}. `}
        {thing.ownerId ? `Of ${sleepers[thing.ownerId]?.name ?? "someone"}.` : "Of the party."}
      </p>
      <ol className="mt-3 border-line border-y py-1.5 text-[14px]">
        {thing.stays.map((s, i) => (
          <li key={s.fromDay} className={s === now ? "font-semibold" : ""}>
            Day {s.fromDay + 1}
            {lastOf(thing, i, trip) > s.fromDay && ` to ${lastOf(thing, i, trip) + 1}`}: {loads[s.loadId]}
            {s.seconds !== null && `, ${reaches[s.reach]}, ${s.seconds} s`}
          </li>
        ))}
        <li className="text-soft">
          {thing.byHand ? "Put there by hand." : "Placed by Ermine from its uses."}
        </li>
      </ol>
      {faults.map((f) => (
        <p key={f.want + f.days[0]} className="mt-2 font-semibold text-ember">
          {wantWords[f.want]}
        </p>
      ))}
      <div className="mt-3 grid grid-cols-2 gap-2">
        <Choice
          label="Put it"
          value={to.loadId}
          options={loads}
          onChange={(loadId) => {
            const then = answer.loads.find(({ load }) => load.id === loadId)?.load.kind;
            setTo({ loadId, reach: then === "person" ? "pocket" : "inside" });
          }}
        />
        <Choice
          label="Where in it"
          value={to.reach}
          options={Object.fromEntries(reach.map((r) => [r, reaches[r]])) as Record<Schema["Reached"], string>}
          onChange={(r) => setTo({ ...to, reach: r })}
        />
        <Choice label="From" value={`${from}`} options={days(0)} onChange={(d) => setFrom(Number(d))} />
        <Choice
          label="To the end of"
          value={`${Math.max(from, until)}`}
          options={days(from)}
          onChange={(d) => setUntil(Number(d))}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          look="strong"
          onClick={() => {
            edit.trip((t) => moved(t, answer, thing, to, from, Math.max(from, until)));
            props.onClose();
          }}
        >
          Put it there
        </Button>
        {thing.byHand && (
          <Button
            onClick={() => {
              edit.trip((t) => withLot(t, thing, { stays: [] }));
              props.onClose();
            }}
          >
            Let Ermine place it
          </Button>
        )}
      </div>
      <div className="mt-4 grid grid-cols-2 items-end gap-2 border-line border-t pt-3">
        <NumberField
          label="How many"
          unit={plain("")}
          places={2}
          value={thing.count}
          onChange={(count) =>
            count !== null &&
            count > 0 &&
            edit.trip((t) => withLot(t, thing, { count }), `count/${thing.lotId}`)
          }
        />
        <Choice
          label="Whose"
          value={thing.ownerId ?? ""}
          options={
            {
              "": "the party's",
              ...Object.fromEntries(
                trip.members.map((m) => [m.sleeperId, sleepers[m.sleeperId]?.name ?? "someone"]),
              ),
            } as Record<string, string>
          }
          onChange={(id) => edit.trip((t) => withLot(t, thing, { sleeperId: id || null, stays: [] }))}
        />
        {thing.count > 1 && (
          <>
            <NumberField
              label="Part off, to lie elsewhere"
              unit={plain("")}
              places={0}
              optional
              value={part}
              onChange={setPart}
            />
            <Button
              disabled={part === null || part <= 0 || part >= thing.count}
              onClick={() => {
                if (part === null) return;
                edit.trip((t) => parted(t, thing, part));
                props.onClose();
              }}
            >
              Part it
            </Button>
          </>
        )}
      </div>
      <Button
        look="quiet"
        className="mt-3"
        onClick={() => {
          edit.trip((t) => withoutThing(t, thing));
          props.onClose();
        }}
      >
        Leave it at home
      </Button>
    </Sheet>
  );
}

export const wantWords: Record<Schema["ReachWant"], string> = {
  putOnAlongTheWay: "Wanted along the way, and not at hand.",
  onTheBody: "Belongs on the body: what is lost with a load must not be fire, light or the way.",
  dryBag: "Must stay dry, and is in no dry bag.",
  inDepot: "Used on a day on which it lies in a depot.",
  nobodyThere: "Changes hands at a depot while nobody is there.",
  withAnother: "With somebody else when it is wanted.",
};

const lastOf = (thing: Thing, i: number, trip: Trip) =>
  (thing.stays[i + 1]?.fromDay ?? trip.nights.length) - 1;
