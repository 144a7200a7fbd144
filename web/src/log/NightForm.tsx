import { useEffect, useState } from "react";
import type { Learned, LogEntry, NightEvent, Schema, Trip } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { NumberField, TextField } from "../parts/Field";
import { TenDots } from "../parts/TenDots";
import { VerdictMark } from "../parts/VerdictMark";
import { type Kept, logIt, removeEntry, usePlanKept, withNight } from "../state/log";
import { outfitsOf } from "../state/outfit";
import { bedtimeOf, dateInWords, newId, systemOf } from "../state/trip";
import { editOne, useWorkspace } from "../state/workspace";
import { inTen } from "../units/chance";
import { units, useWrite } from "../units/units";
import { events, verdicts } from "../units/words";
import { Asked, Chips, One } from "./Choose";
import { DayForm } from "./DayForm";
import { Hill } from "./Hill";
import { LoggerSheet } from "./LoggerSheet";
import { LowStepper } from "./LowStepper";
import { SleptMark } from "./SleptMark";
import { TraceView } from "./TraceView";
import {
  bodyPlaces,
  changed,
  damps,
  felts,
  notTold,
  sleptMeans,
  slepts,
  toldSays,
  type When,
  warmerThan,
  whenOf,
  whens,
} from "./words";

type Slept = Schema["Slept"];

/** A night logged in half a minute: how it was slept, then whatever else a cold hand still wants to say. */
export function NightForm(props: {
  trip: Trip;
  index: number;
  who: number;
  entry: LogEntry | undefined;
  sleeperId: string;
  learned: Learned | undefined;
}) {
  const { trip, index, entry, sleeperId } = props;
  const night = entry?.night ?? null;
  const asked = usePlanKept(trip, index, props.who, night?.changes ?? []);
  const kept = asked.data;
  const at = { trip, index, sleeperId, entry, kept };
  const w = useWrite();
  const [logger, setLogger] = useState(false);
  const set = (part: Partial<Schema["LivedNight"]>) => logIt(at, (e) => withNight(e, part));
  useKeptPlan(entry, kept);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 lg:grid-cols-[minmax(0,42rem)_minmax(0,24rem)]">
      <div className="min-w-0">
        {(trip.nights[index]?.date ?? "") > today() && (
          <p className="mt-3 rounded-lg bg-warm-wash px-3 py-2">
            This night is still to come: {dateInWords(trip.nights[index]?.date ?? "")}. Whatever is logged of
            it counts as slept.
          </p>
        )}
        <Asked title="How was it slept?">
          <div className="grid grid-cols-5 gap-1.5">
            {(Object.keys(slepts) as Slept[]).map((slept) => (
              <button
                key={slept}
                type="button"
                aria-pressed={night?.slept === slept}
                className="flex min-h-24 min-w-0 flex-col items-center justify-center rounded-xl border border-edge/60 bg-card px-0.5 leading-tight aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-ice-wash"
                onClick={() => set({ slept })}
              >
                <SleptMark slept={slept} size={26} />
                <span className="mt-1 font-semibold max-sm:text-[14px]">{slepts[slept]}</span>
                <span className="text-[12px] text-soft max-sm:hidden">{sleptMeans[slept]}</span>
              </button>
            ))}
          </div>
        </Asked>
        {!night && (
          <p className="mt-2 text-soft">
            One press and it is logged, with the plan as it stands now. The rest is worth more than it costs.
          </p>
        )}
        {night && (
          <>
            <Asked
              title="How cold was it?"
              says="The lowest that was read. Two thermometers that disagree are both welcome."
            >
              <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
                <Readings
                  label="Outside"
                  from={entry?.planned?.campLowC ?? entry?.planned?.planForC ?? -15}
                  one={night.outsideC}
                  other={night.outsideToC}
                  onChange={(outsideC, outsideToC) => set({ outsideC, outsideToC })}
                />
                <Readings
                  label="At the pillow"
                  from={(entry?.planned?.campLowC ?? -15) + (entry?.planned?.tentAddsK ?? 3)}
                  one={night.pillowC}
                  other={night.pillowToC}
                  onChange={(pillowC, pillowToC) => set({ pillowC, pillowToC })}
                />
              </div>
              <Button className="mt-2" onClick={() => setLogger(true)}>
                {night.traces?.length ? "Read the logger again" : "From a logger"}
              </Button>
              {night.traces && night.traces.length > 0 && <TraceView traces={night.traces} night={night} />}
            </Asked>
            <Where night={night} onChange={(where) => set({ where })} />
            <Asked title="And the feet?">
              <One of={felts} value={night.feet ?? null} onChange={(feet) => set({ feet })} />
            </Asked>
            <Damp
              trip={trip}
              who={props.who}
              index={index}
              night={night}
              onChange={(damp) => set({ damp })}
            />
            <Changes
              trip={trip}
              who={props.who}
              index={index}
              night={night}
              worth={asked.isPlaceholderData ? undefined : kept?.warmerByK}
              onChange={set}
            />
            <Lofts
              trip={trip}
              who={props.who}
              index={index}
              night={night}
              onChange={(lofts) => set({ lofts })}
            />
          </>
        )}
        <DayForm entry={entry} kept={kept} onChange={(change) => logIt(at, change)} />
        {entry && (
          <div className="mt-5 border-line border-t pt-3">
            <TextField
              label="Anything to remember"
              value={entry.notes}
              path="notes"
              onChange={(notes) => editOne("log", entry.id, (e) => ({ ...e, notes }), `notes/${entry.id}`)}
            />
            <div className="mt-2 flex flex-wrap items-end gap-2">
              {entry.leftOut === null ? (
                <Button
                  onClick={() => editOne("log", entry.id, (e) => ({ ...e, leftOut: "does not count" }))}
                >
                  Learn nothing from it
                </Button>
              ) : (
                <>
                  <div className="min-w-60 grow">
                    <TextField
                      label="Why nothing is to be learned from it"
                      value={entry.leftOut}
                      path="leftOut"
                      onChange={(leftOut) =>
                        editOne("log", entry.id, (e) => ({ ...e, leftOut }), `why/${entry.id}`)
                      }
                    />
                  </div>
                  <Button onClick={() => editOne("log", entry.id, (e) => ({ ...e, leftOut: null }))}>
                    Let it count
                  </Button>
                </>
              )}
              <Button look="quiet" className="text-ember" onClick={() => removeEntry(entry)}>
                Remove what was logged
              </Button>
            </div>
            <PlanOf entry={entry} kept={kept} w={w} />
          </div>
        )}
        {night && entry && (
          <LoggerSheet
            open={logger}
            onClose={() => setLogger(false)}
            trip={trip}
            entry={entry}
            onTake={(part) => set(part)}
          />
        )}
      </div>
      <aside className="min-w-0">
        <Promised planned={entry ? entry.planned : (kept?.night ?? null)} />
        {entry && <Tells entry={entry} learned={props.learned} />}
      </aside>
    </div>
  );
}

const today = () => new Date().toISOString().slice(0, 10);

/** What the plan said of the night. */
function Promised({ planned }: { planned: Schema["PlannedNight"] | null }) {
  const w = useWrite();
  if (!planned) return null;
  const holds = planned.holdsToC === null ? null : planned.holdsToC - planned.offsetK;
  return (
    <section className="mt-4 max-lg:order-last">
      <h2 className="text-lg">What was promised</h2>
      <p className="mt-1 flex items-center gap-3">
        <VerdictMark verdict={planned.verdict} size={30} />
        <span className="leading-tight">
          <b>
            {planned.verdict ? verdicts[planned.verdict] : "no verdict"}
            {planned.planForC !== null && ` at ${w.temp(planned.planForC)}`}
          </b>
          <span className="block text-[14px] text-soft">
            {holds !== null && `holding to ${w.temp(holds)}`}
            {planned.campLowC !== null && `, ${w.temp(planned.campLowC)} forecast for the camp`}
          </span>
        </span>
      </p>
      {planned.chance !== null && (
        <p className="mt-2 flex items-center gap-3">
          <TenDots chance={planned.chance} /> slept through {inTen(planned.chance)}
        </p>
      )}
    </section>
  );
}

/** What this night says of its sleeper, at once. */
function Tells({ entry, learned }: { entry: LogEntry; learned: Learned | undefined }) {
  const w = useWrite();
  const mine = learned?.learned.sleepers.find((s) => s.sleeperId === entry.sleeperId);
  const counted = mine?.entries.find((c) => c.entryId === entry.id);
  if (!mine || !counted) return null;
  const place = mine.entries.filter((c) => c.told !== null).indexOf(counted);
  return (
    <section className="mt-4">
      <h2 className="text-lg">What it tells</h2>
      <p className="mb-2">
        {counted.told ? (
          <>
            Slept so, <b>{toldSays(counted.told, w).replace(/^slept /, "")}</b>: it moves what is known by{" "}
            <b>{w.signed(counted.moved?.byK ?? 0)}</b>, to {warmerThan(counted.moved?.meanK ?? 0, w)}, ±
            {w.degrees(counted.moved?.sdK ?? 0, 1)}.
          </>
        ) : counted.why === "leftOut" ? (
          "Left out: nothing is learned from it."
        ) : (
          `${sentence(notTold[counted.why ?? "noLow"])}.`
        )}
      </p>
      <Hill hill={mine.hill} known={mine.body.offset} after={place >= 0 ? place + 1 : null} />
    </section>
  );
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The plan is kept with what was logged just now, also where it was answered only after the first press. */
function useKeptPlan(entry: LogEntry | undefined, kept: Kept | undefined) {
  useEffect(() => {
    if (!entry || entry.planned || !kept || Date.now() - Date.parse(entry.loggedAt) > 600_000) return;
    editOne("log", entry.id, (e) => ({ ...e, planned: kept.night, plannedDay: kept.day }), `log/${entry.id}`);
  }, [entry, kept]);
}

function Readings(props: {
  label: string;
  from: number;
  one: number | null;
  other: number | null;
  onChange: (one: number | null, other: number | null) => void;
}) {
  const [two, setTwo] = useState(false);
  const both = two || props.other !== null;
  return (
    <div>
      <LowStepper
        label={props.label}
        from={props.from}
        value={props.one}
        onChange={(one) => props.onChange(one, props.other)}
      />
      {both ? (
        <LowStepper
          label={`${props.label}, another thermometer`}
          from={props.one ?? props.from}
          value={props.other}
          onChange={(other) => props.onChange(props.one, other)}
        />
      ) : (
        props.one !== null && (
          <button type="button" className="min-h-12 text-[14px] underline" onClick={() => setTwo(true)}>
            another thermometer says otherwise
          </button>
        )
      )}
    </div>
  );
}

function Where(props: { night: Schema["LivedNight"]; onChange: (where: Schema["ColdPlace"][]) => void }) {
  const { where } = props.night;
  const when = whenOf(where[0]?.fromHour);
  const toggle = (place: Schema["BodyPlace"]) =>
    props.onChange(
      where.some((p) => p.place === place)
        ? where.filter((p) => p.place !== place)
        : [...where, { place, fromHour: where[0]?.fromHour ?? null }],
    );
  return (
    <Asked title="Where was it cold?" says="Nowhere, unless you press.">
      <Chips
        of={(Object.keys(bodyPlaces) as Schema["BodyPlace"][]).map((place) => ({
          id: place,
          name: bodyPlaces[place],
          on: where.some((p) => p.place === place),
          onPress: () => toggle(place),
        }))}
      />
      {where.length > 0 && (
        <div className="mt-2">
          <p className="text-[13px] text-soft">From when</p>
          <One
            of={whens as unknown as Record<`${When}`, string>}
            value={when === null ? null : (`${when}` as `${When}`)}
            onChange={(hour) =>
              props.onChange(where.map((p) => ({ ...p, fromHour: hour === null ? null : Number(hour) })))
            }
          />
        </div>
      )}
    </Asked>
  );
}

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

function Damp(props: {
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

const plainEvent: Omit<NightEvent, "id" | "kind" | "hour"> = {
  kcal: null,
  litres: null,
  waterC: null,
  itemId: null,
  watts: null,
  hours: null,
  massKg: null,
  region: null,
  wrapped: true,
};

function Changes(props: {
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
    { ...plainEvent, kind: "closeUp", hour: 27 },
    { ...plainEvent, kind: "openUp", hour: 23 },
    { ...plainEvent, kind: "hotBottle", hour: bedtime.inHour, litres: 1, waterC: 90 },
    { ...plainEvent, kind: "meal", hour: 27, kcal: 400 },
    { ...plainEvent, kind: "warmUp", hour: 27 },
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
              onPress: () => toggle({ ...plainEvent, kind: "putOn", hour: 27, itemId: i.id }),
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

function Lofts(props: {
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

/** The plan that is kept with it, and whether the trip has moved on since. */
function PlanOf({
  entry,
  kept,
  w,
}: {
  entry: LogEntry;
  kept: Kept | undefined;
  w: ReturnType<typeof useWrite>;
}) {
  const planned = entry.planned;
  if (!planned)
    return (
      <p className="mt-3 rounded-lg bg-warm-wash px-3 py-2">
        No plan is kept with this night: Ermine could not be asked when it was logged.{" "}
        {kept && (
          <button
            type="button"
            className="min-h-12 font-semibold underline"
            onClick={() =>
              editOne("log", entry.id, (e) => ({ ...e, planned: kept.night, plannedDay: kept.day }))
            }
          >
            Keep the plan as it stands now
          </button>
        )}
      </p>
    );
  return (
    <p className="mt-3 text-[13px] text-soft">
      Kept with it, whatever is planned later: the plan of {planned.takenAt.slice(0, 10)}
      {planned.planForC !== null && `, for ${w.temp(planned.planForC)}`}
      {planned.holdsToC !== null && `, holding to ${w.temp(planned.holdsToC - planned.offsetK)}`}, with{" "}
      {planned.things.map((t) => t.name.toLowerCase()).join(", ")}.
    </p>
  );
}
