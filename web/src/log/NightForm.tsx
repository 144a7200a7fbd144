import { useEffect, useState } from "react";
import type { Learned, LogEntry, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { type Kept, logIt, removeEntry, usePlanKept, withNight } from "../state/log";
import { dateInWords, today } from "../state/trip";
import { editOne } from "../state/workspace";
import { useWrite } from "../units/units";
import { Asked, Chips, One } from "./Choose";
import { DayForm } from "./DayForm";
import { LoggerSheet } from "./LoggerSheet";
import { LowStepper } from "./LowStepper";
import { PlanOf, Promised, Tells } from "./Promised";
import { SleptButtons } from "./SleptButtons";
import { TraceView } from "./TraceView";
import { Changes, Damp, Lofts } from "./WithThings";
import { bodyPlaces, felts, type When, whenOf, whens } from "./words";

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
          <SleptButtons value={night?.slept} onChange={(slept) => set({ slept })} />
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
                  paths={["night.outsideC", "night.outsideToC"]}
                  from={entry?.planned?.campLowC ?? entry?.planned?.planForC ?? -15}
                  one={night.outsideC}
                  other={night.outsideToC}
                  onChange={(outsideC, outsideToC) => set({ outsideC, outsideToC })}
                />
                <Readings
                  label="At the pillow"
                  paths={["night.pillowC", "night.pillowToC"]}
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
  paths: [string, string];
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
        path={props.paths[0]}
        onChange={(one) => props.onChange(one, props.other)}
      />
      {both ? (
        <LowStepper
          label={`${props.label}, another thermometer`}
          from={props.one ?? props.from}
          value={props.other}
          path={props.paths[1]}
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

export function Where(props: {
  night: Schema["LivedNight"];
  onChange: (where: Schema["ColdPlace"][]) => void;
}) {
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
