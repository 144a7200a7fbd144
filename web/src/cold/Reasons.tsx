import type { NightPlan, Schema, Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { dayName, editTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units, useWrite } from "../units/units";
import { steps } from "../units/words";

type Weather = Schema["NightWeather"];

/** From what the forecast says to what is planned for, one step a line, each as long as it is cold. */
export function FromForecast({ weather }: { weather: Weather }) {
  const w = useWrite();
  const { low } = weather;
  const total = Math.min(-1, low.planFor - low.forecastLow);
  let at = 0;
  const rows = low.steps.map((step) => {
    const from = at;
    at += step.change;
    return { ...step, left: (from / total) * 100, width: Math.max(1.5, (step.change / total) * 100) };
  });
  return (
    <div className="mt-2">
      <div className="flex items-baseline justify-between">
        <span>Forecast low</span>
        <b>{w.temp(low.forecastLow, 1)}</b>
      </div>
      {rows.map((row) => (
        <div key={row.kind} className="border-line border-t py-1.5" title={row.why}>
          <div className="flex items-baseline justify-between">
            <span>{steps[row.kind]}</span>
            <span className="text-ice">{w.signed(row.change)}</span>
          </div>
          <div className="relative mt-1 h-2 rounded-full bg-ice-wash" aria-hidden="true">
            <div
              className="absolute inset-y-0 rounded-full bg-(--ice-mid)"
              style={{ left: `${row.left}%`, width: `${Math.min(row.width, 100 - row.left)}%` }}
            />
          </div>
          <p className="mt-1 text-[13px] text-soft">{row.why}</p>
        </div>
      ))}
      <div className="flex items-baseline justify-between border-ink border-t-2 pt-1.5">
        <b>Plan for</b>
        <b className="font-display text-2xl text-ice">{w.temp(low.planFor, 0)}</b>
      </div>
      {low.assumed.map((a) => (
        <p key={a} className="mt-1 text-[13px] text-soft">
          {a}
        </p>
      ))}
    </div>
  );
}

/** The two schools of trust, always both in sight, one chosen. */
export function TrustChoice({ trip, weather }: { trip: Trip; weather: Weather | null }) {
  const w = useWrite();
  const offered = [0.5, 0.8, 0.9, 0.95, 0.99];
  const flat = trip.trust.school === "flatMargin";
  return (
    <section>
      <h3 className="text-lg">How far to trust it</h3>
      <div role="radiogroup" aria-label="Confidence" className="mt-2 grid grid-cols-5 gap-1.5">
        {offered.map((confidence) => {
          const side = weather?.low.byConfidence.find((c) => c.confidence === confidence)?.coldSide;
          const chosen = !flat && trip.trust.confidence === confidence;
          return (
            // biome-ignore lint/a11y/useSemanticElements: a radio drawn as a tile
            <button
              type="button"
              role="radio"
              aria-checked={chosen}
              key={confidence}
              onClick={() =>
                editTrip(trip.id, (t) => ({ ...t, trust: { ...t.trust, school: "confidence", confidence } }))
              }
              className="min-h-12 rounded-lg border border-edge/60 bg-card px-1 leading-tight aria-checked:border-ink aria-checked:bg-ink aria-checked:text-paper"
            >
              <b className="block">{Math.round(confidence * 100)} %</b>
              <span className="text-[13px]">{side === undefined ? "–" : w.temp(side)}</span>
            </button>
          );
        })}
      </div>
      <div className="mt-2 flex items-end gap-2">
        <div className="w-28">
          <NumberField
            label="Flat margin"
            path="trust.flatMarginK"
            unit={units.difference(w.u)}
            value={trip.trust.flatMarginK}
            onChange={(v) =>
              v !== null &&
              editTrip(trip.id, (t) => ({ ...t, trust: { ...t.trust, flatMarginK: v } }), `${trip.id}/flat`)
            }
          />
        </div>
        {/* biome-ignore lint/a11y/useSemanticElements: a radio drawn as a tile */}
        <button
          type="button"
          role="radio"
          aria-checked={flat}
          onClick={() => editTrip(trip.id, (t) => ({ ...t, trust: { ...t.trust, school: "flatMargin" } }))}
          className="min-h-11 grow rounded-lg border border-edge/60 bg-card px-2 aria-checked:border-ink aria-checked:bg-ink aria-checked:text-paper sm:min-h-9"
        >
          under the forecast{weather && `: ${w.temp(weather.low.flat)}`}
        </button>
      </div>
      <p className="mt-1.5 text-[13px] text-soft">
        {flat
          ? "A flat margin knows neither the camp nor how far ahead the night is."
          : `The night stays above this ${Math.round(trip.trust.confidence * 100)} times in 100, as far as lead time and terrain tell.`}
      </p>
    </section>
  );
}

export function WindAndSkin({ weather }: { weather: Weather }) {
  const w = useWrite();
  const minutes = weather.minutesToFrostbite;
  return (
    <section>
      <h3 className="text-lg">Wind and skin</h3>
      <p className="mt-1">
        {weather.windMs === null
          ? "Wind is not known. "
          : `Wind ${w.wind(weather.windMs)}, wind chill ${w.temp(weather.windChill ?? weather.low.planFor)}. `}
        {minutes !== null &&
          `A bare face freezes in ${minutes > 30 ? "over 30" : minutes < 2 ? "under 2" : `about ${Math.round(minutes)}`} minutes.`}
      </p>
      <p className="text-soft">
        {weather.wetCold
          ? "Wet cold: plan for damp and rain before frost, and keep the insulation dry from outside."
          : weather.low.planFor < -15
            ? "Dry cold: vapour-open layers serve better than waterproof ones."
            : "Between wet and dry cold: snow melts on what is warm."}
      </p>
    </section>
  );
}

/** Where the numbers came from, and how old they are against the night. */
export function Source({ trip, plan }: { trip: Trip; plan: NightPlan | null }) {
  const forecast = useWorkspace((s) => (trip.forecastId ? s.forecasts[trip.forecastId] : undefined));
  const w = useWrite();
  /** As the clocks of the place read, whatever the clock here says. */
  const when = (iso: string) => `${dayName(iso.slice(0, 10))}, ${iso.slice(11, 16)}`;
  return (
    <section>
      <h3 className="text-lg">Where it came from</h3>
      {forecast ? (
        <p className="mt-1">
          {forecast.name}: {forecast.hours} readings, {when(forecast.from)} to {when(forecast.to)}.{" "}
          <span className="text-soft">
            Made {when(forecast.issuedAt)}
            {forecast.elevationM !== null && `, for ${w.elevation(forecast.elevationM)}`}
            {plan?.weather && `; ${Math.round(plan.weather.daysAhead)} days ahead of this night`}.
          </span>
        </p>
      ) : (
        <p className="mt-1 text-soft">Typed in. A forecast file adds wind, cloud and lead time.</p>
      )}
    </section>
  );
}
