import type { Night, Trip } from "../api/client";
import { Check, Choice, NumberField, TextField } from "../parts/Field";
import { editNight } from "../state/trip";
import { toShown, units, useSettings, write } from "../units/units";
import { shelters, surfaces, terrains } from "../units/words";

/** The camp of one night: where it lies, on what, under what. */
export function Camp({ trip, index, night }: { trip: Trip; index: number; night: Night }) {
  const u = useSettings();
  const path = (field: keyof Night) => `nights[${index}].${field}`;
  const change = (part: Partial<Night>) => editNight(trip, index, part, Object.keys(part).join());
  return (
    <section>
      <h3 className="text-lg">The camp</h3>
      <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-2">
        <TextField
          label="Name"
          value={night.camp}
          path={path("camp")}
          onChange={(camp) => change({ camp })}
        />
        <TextField
          label="Evening"
          type="date"
          value={night.date}
          path={path("date")}
          onChange={(date) => date && change({ date })}
        />
        <NumberField
          label="Elevation"
          places={0}
          unit={units.elevation(u)}
          value={night.elevationM}
          path={path("elevationM")}
          onChange={(v) => v !== null && change({ elevationM: v })}
        />
        <Choice
          label="Lie"
          value={night.terrain}
          options={terrains}
          onChange={(terrain) => change({ terrain })}
        />
        <Choice
          label="Surface"
          value={night.surface}
          options={surfaces}
          onChange={(surface) => change({ surface })}
        />
        <Choice
          label="Shelter"
          value={night.shelter}
          options={shelters}
          onChange={(shelter) =>
            // Its own air is asked for, and until it is typed taken as just above freezing.
            change(shelter === "heated" ? { shelter, insideC: night.insideC ?? 2 } : { shelter })
          }
        />
        {night.shelter === "heated" && (
          <NumberField
            label="Air inside, at its coldest"
            unit={units.temperature(u)}
            value={night.insideC}
            path={path("insideC")}
            onChange={(v) => v !== null && change({ insideC: v })}
          />
        )}
        {night.surface === "glacier" && (
          <NumberField
            label="Mean of the year there"
            optional
            unit={units.temperature(u)}
            placeholder={write(toShown(-15, units.temperature(u)))}
            value={night.glacierMeanC}
            path={path("glacierMeanC")}
            onChange={(v) => change({ glacierMeanC: v })}
          />
        )}
        <NumberField
          label="People in it"
          places={0}
          unit={units.none()}
          value={night.sleepers}
          path={path("sleepers")}
          onChange={(v) => v !== null && change({ sleepers: Math.round(v) })}
        />
        <div className="self-end">
          <Check label="Vents open" value={night.ventsOpen} onChange={(ventsOpen) => change({ ventsOpen })} />
        </div>
        <NumberField
          label="Wind at 10 m"
          optional
          unit={units.wind(u)}
          placeholder="forecast"
          value={night.typedWindMs}
          path={path("typedWindMs")}
          onChange={(v) => change({ typedWindMs: v })}
        />
        <NumberField
          label="Cloud"
          optional
          places={0}
          unit={units.percent()}
          placeholder="forecast"
          value={night.typedCloud}
          path={path("typedCloud")}
          onChange={(v) => change({ typedCloud: v })}
        />
      </div>
    </section>
  );
}
