import type { Schema } from "../api/client";
import { Choice, NumberField } from "../parts/Field";
import { units, useWrite } from "../units/units";
import { shelters, surfaces } from "../units/words";

type Place = Schema["TableAsked"];

/** Where a night of no trip is slept: ground, shelter, wind. */
export function PlaceFields({
  place,
  path,
  onChange,
}: {
  place: Place;
  path: string;
  onChange: (place: Place) => void;
}) {
  const w = useWrite();
  const { heated: _, ...cold } = shelters;
  return (
    <>
      <Choice
        label="Ground"
        value={place.hammock ? "hung" : place.surface}
        options={{ ...surfaces, hung: "in a hammock" }}
        onChange={(v) =>
          onChange(
            v === "hung"
              ? { ...place, hammock: { fit: "snug", windCover: false, doubleLayer: false } }
              : { ...place, surface: v, hammock: null },
          )
        }
      />
      <Choice
        label="Shelter"
        value={place.shelter}
        options={cold}
        onChange={(shelter) => onChange({ ...place, shelter })}
      />
      <NumberField
        label="Wind"
        value={place.windMs}
        unit={units.wind(w.u)}
        path={`${path}.windMs`}
        onChange={(v) => v !== null && onChange({ ...place, windMs: v })}
      />
    </>
  );
}

/** The place that a night of a trip is at; the air of a heated shelter does not follow the low. */
export const placeOf = (night: Schema["Night"], sleepers: number): Place => ({
  surface: night.surface,
  shelter: night.shelter === "heated" ? "doubleWall" : night.shelter,
  windMs: 1,
  fromC: 5,
  sleepers: Math.max(1, Math.min(8, sleepers)),
  hammock: null,
});
