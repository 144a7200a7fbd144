import type { Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { Segments } from "../parts/Segments";
import { units, useWrite } from "../units/units";
import type { ChoiceAsked } from "./useChoice";
import { Wishes } from "./Wishes";

const schools: [keyof ChoiceAsked["schools"], string][] = [
  ["noBarrier", "no vapour barrier"],
  ["quiltsOnly", "quilts only"],
  ["syntheticOutside", "synthetic outside"],
  ["somethingToSitOn", "something to sit on"],
  ["dayClothes", "sleep in the day's clothes too"],
];

/** Nights of a trip that are chosen for. */
export type Scope = { key: string; name: string; nights: number[] };

/** The trip, its phases, and the night that is looked at. */
export function scopesOf(trip: Trip, index: number): Scope[] {
  const at = (id: string) => trip.nights.findIndex((n) => n.id === id);
  return [
    { key: "trip", name: "whole trip", nights: [] },
    ...(trip.load?.phases ?? []).map((p) => {
      const [from, to] = [at(p.firstNightId), at(p.lastNightId)];
      return {
        key: p.id,
        name: p.name,
        nights: from < 0 || to < from ? [] : Array.from({ length: to - from + 1 }, (_, n) => from + n),
      };
    }),
    { key: "night", name: `night ${index + 1}`, nights: [index] },
  ].filter((s) => s.key === "trip" || s.nights.length > 0);
}

/** What is wanted of the bed. */
export function Wanted(props: {
  scopes: Scope[];
  scope: string;
  onScope: (key: string) => void;
  asked: ChoiceAsked;
  onAsked: (change: Partial<ChoiceAsked>) => void;
}) {
  const { asked, onAsked } = props;
  const w = useWrite();
  const byChance = asked.chance != null;
  return (
    <div className="space-y-3 print:hidden">
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <Segments
          label="For which nights"
          value={props.scope}
          options={Object.fromEntries(props.scopes.map((s) => [s.key, s.name]))}
          onChange={props.onScope}
        />
        <Segments
          label="How sure"
          value={byChance ? "chance" : "degrees"}
          options={{ degrees: "as far as the forecast is trusted", chance: "by the chance" }}
          onChange={(v) => onAsked({ chance: v === "chance" ? 0.9 : null })}
        />
      </div>
      <div className="grid max-w-2xl grid-cols-2 gap-3 sm:grid-cols-3">
        {byChance ? (
          <NumberField
            label="Slept through, in 100"
            value={asked.chance}
            unit={units.percent()}
            places={0}
            path="asked.chance"
            onChange={(v) => v !== null && onAsked({ chance: v })}
          />
        ) : (
          <NumberField
            label="To spare"
            value={asked.spareK}
            unit={units.difference(w.u)}
            path="asked.spareK"
            onChange={(v) => v !== null && onAsked({ spareK: v })}
          />
        )}
        <NumberField
          label="Warmest under"
          optional
          placeholder="any weight"
          value={asked.mostG}
          unit={units.mass(w.u)}
          places={0}
          path="asked.mostG"
          onChange={(v) => onAsked({ mostG: v })}
        />
        <NumberField
          label="Volume at most, l"
          optional
          placeholder="any volume"
          value={asked.mostL}
          unit={units.none()}
          path="asked.mostL"
          onChange={(v) => onAsked({ mostL: v })}
        />
      </div>
      <fieldset className="flex flex-wrap gap-1.5">
        <legend className="sr-only">Ways of sleeping to keep to</legend>
        {schools.map(([key, name]) => (
          <button
            key={key}
            type="button"
            aria-pressed={asked.schools[key]}
            onClick={() => onAsked({ schools: { ...asked.schools, [key]: !asked.schools[key] } })}
            className="min-h-11 rounded-full border border-edge/50 px-3 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper sm:min-h-9"
          >
            {name}
          </button>
        ))}
      </fieldset>
      <Wishes
        pinned={asked.pinned}
        leftAtHome={asked.leftAtHome}
        onUnpin={(id) => onAsked({ pinned: asked.pinned.filter((p) => p !== id) })}
        onBack={(id) => onAsked({ leftAtHome: asked.leftAtHome.filter((p) => p !== id) })}
      />
    </div>
  );
}
