import type { NightAnswer, Schema, Trip } from "../api/client";
import { NumberField, TextField } from "../parts/Field";
import { Prose } from "../parts/Prose";
import { dayName, editNight, editTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units, useWrite } from "../units/units";
import { schoolsOfTrust, steps } from "../units/words";

type Weather = Schema["NightWeather"];

type Step = Schema["LowStep"];
type Kind = Step["kind"];

/** From what the forecast says to what is planned for, and on to the sleeper: one step a line, each as long as it is cold. */
export function FromForecast(props: { trip: Trip; index: number; weather: Weather }) {
  const w = useWrite();
  const { weather } = props;
  const { low } = weather;
  const total = Math.min(-1, low.planFor - low.forecastLow);
  let at = 0;
  const rows = low.steps.map((step) => {
    const from = at;
    at += step.change;
    return { ...step, left: (from / total) * 100, width: Math.max(1.5, (step.change / total) * 100) };
  });
  const byHand = (kind: Kind) => kind === "elevation" || kind === "coldPool" || kind === "place";
  const missing = (["elevation", "coldPool"] as const).filter((k) => !low.steps.some((s) => s.kind === k));
  return (
    <div className="mt-2">
      <div className="flex items-baseline justify-between">
        <span>Forecast low</span>
        <b>{w.temp(low.forecastLow, 1)}</b>
      </div>
      {rows.map((row) => (
        <div key={row.kind} className="border-line border-t py-1.5">
          <div className="flex items-baseline justify-between">
            <span>{steps[row.kind]}</span>
            <span className="text-ice">{w.signed(row.change)}</span>
          </div>
          <div className="relative mt-1 h-2 rounded-full bg-ice-wash" aria-hidden="true">
            <div
              className="absolute inset-y-0 rounded-full bg-(--ice-mid)"
              style={{
                left: `${Math.max(0, row.left)}%`,
                width: `${Math.max(0, Math.min(row.width, 100 - Math.max(0, row.left)))}%`,
              }}
            />
          </div>
          <p className="mt-1 text-[13px] text-soft">
            <Prose of={row.why} />{" "}
            {byHand(row.kind) && <ByHand {...props} kind={row.kind} value={row.change} set={row.overruled} />}
          </p>
        </div>
      ))}
      <div className="flex items-baseline justify-between border-ink border-t-2 pt-1.5">
        <b>Plan for</b>
        <b className="font-display text-2xl text-ice">{w.temp(low.planFor, 0)}</b>
      </div>
      {weather.site.map((s) => (
        <div key={s.kind} className="border-line border-t py-1.5">
          <div className="flex items-baseline justify-between">
            <span>{steps[s.kind]}</span>
            <span className="text-ice">
              {s.kind === "siteWind"
                ? `${w.wind(weather.forecastWindMs ?? 0, 1)} → ${w.wind(weather.windMs ?? 0, 1)}`
                : `${w.signed(s.value)} round the bed`}
            </span>
          </div>
          <p className="text-[13px] text-soft">
            <Prose of={s.why} /> <ByHand {...props} kind={s.kind} value={s.value} set={s.overruled} />
          </p>
        </div>
      ))}
      {missing.length > 0 && trustsPlace(props.trip) && (
        <p className="mt-1 text-[13px] text-soft">
          {missing.map((k) => (
            <ByHand
              key={k}
              {...props}
              kind={k}
              value={0}
              set={false}
              label={`set ${steps[k].toLowerCase()}`}
            />
          ))}
        </p>
      )}
      {low.assumed.map((a) => (
        <p key={a} className="mt-1 text-[13px] text-soft">
          <Prose of={a} />
        </p>
      ))}
    </div>
  );
}

const trustsPlace = (trip: Trip) => trip.trust.school !== "flatMargin";

/** Sets a step by hand with a note, or gives it back. */
function ByHand(props: {
  trip: Trip;
  index: number;
  kind: Kind;
  value: number;
  set: boolean;
  label?: string;
}) {
  const { trip, index, kind } = props;
  const w = useWrite();
  const overrules = trip.nights[index]?.overrules ?? [];
  const mine = overrules.find((o) => o.kind === kind);
  const others = overrules.filter((o) => o.kind !== kind);
  const put = (part: Partial<Schema["Overrule"]>) =>
    editNight(
      trip,
      index,
      { overrules: [...others, { kind, value: props.value, note: "", ...mine, ...part }] },
      `overrule/${kind}`,
    );
  if (!mine)
    return (
      <button type="button" className="mr-2 min-h-8 underline print:hidden" onClick={() => put({})}>
        {props.label ?? "set by hand"}
      </button>
    );
  return (
    <span className="mt-1 grid grid-cols-[5.5rem_1fr] items-end gap-2 print:hidden">
      <NumberField
        label={kind === "siteWind" ? "Factor" : "By"}
        path={`nights[${index}].overrules.${kind}`}
        unit={kind === "siteWind" ? { ...units.none(), name: "×" } : units.difference(w.u)}
        value={mine.value}
        onChange={(value) => value !== null && put({ value })}
      />
      <TextField label="Why" value={mine.note} onChange={(note) => put({ note })} />
      <button
        type="button"
        className="col-span-2 min-h-8 text-left underline"
        onClick={() => editNight(trip, index, { overrules: others })}
      >
        let Ermine say again
      </button>
    </span>
  );
}

const saysOf: Record<Schema["TrustSchool"], (percent: number) => string> = {
  flatMargin: () => "A flat margin knows neither the camp nor how far ahead the night is.",
  ensemble: (p) =>
    `The night stays above this in ${p} of 100 members, widened by a degree: ensembles are too sure of themselves.`,
  confidence: (p) => `The night stays above this ${p} times in 100, as far as lead time and terrain tell.`,
};

/** The three schools of trust, always in sight side by side, one chosen. */
export function TrustChoice({ trip, weather }: { trip: Trip; weather: Weather | null }) {
  const w = useWrite();
  const { trust } = trip;
  const set = (part: Partial<typeof trust>, merge?: string) =>
    editTrip(trip.id, (t) => ({ ...t, trust: { ...t.trust, ...part } }), merge);
  const school = trust.school ?? "confidence";
  const low = weather?.low;
  const of = (sides: Schema["ColdSideAt"][] | null | undefined, confidence = trust.confidence) =>
    sides?.find((s) => s.confidence === confidence)?.coldSide;
  const sides = school === "ensemble" ? (low?.byEnsemble ?? low?.byConfidence) : low?.byConfidence;
  const tile =
    "min-h-12 rounded-lg border border-edge/60 bg-card px-1 leading-tight aria-checked:border-ink aria-checked:bg-ink aria-checked:text-paper disabled:opacity-50";
  const schools: [Schema["TrustSchool"], number | undefined][] = [
    ["confidence", of(low?.byConfidence)],
    ["ensemble", of(low?.byEnsemble)],
    ["flatMargin", low?.flat],
  ];
  return (
    <section>
      <h3 className="text-lg">How far to trust it</h3>
      <div role="radiogroup" aria-label="By what" className="mt-2 grid grid-cols-3 gap-1.5">
        {schools.map(([s, side]) => (
          // biome-ignore lint/a11y/useSemanticElements: a radio drawn as a tile
          <button
            key={s}
            type="button"
            role="radio"
            aria-checked={school === s}
            onClick={() => set({ school: s })}
            className={tile}
          >
            <b className="block">{schoolsOfTrust[s]}</b>
            <span className="text-[13px]">{side === undefined ? "none" : w.temp(side)}</span>
          </button>
        ))}
      </div>
      {school === "flatMargin" ? (
        <div className="mt-2 w-40">
          <NumberField
            label="Under the forecast by"
            path="trust.flatMarginK"
            unit={units.difference(w.u)}
            value={trust.flatMarginK}
            onChange={(v) => v !== null && set({ flatMarginK: v }, `${trip.id}/flat`)}
          />
        </div>
      ) : (
        <div role="radiogroup" aria-label="Confidence" className="mt-1.5 grid grid-cols-5 gap-1.5">
          {[0.5, 0.8, 0.9, 0.95, 0.99].map((confidence) => {
            const side = of(sides, confidence);
            return (
              // biome-ignore lint/a11y/useSemanticElements: a radio drawn as a tile
              <button
                type="button"
                role="radio"
                aria-checked={trust.confidence === confidence}
                key={confidence}
                onClick={() => set({ confidence })}
                className={tile}
              >
                <b className="block">{Math.round(confidence * 100)} %</b>
                <span className="text-[13px]">{side === undefined ? "–" : w.temp(side)}</span>
              </button>
            );
          })}
        </div>
      )}
      <p className="mt-1.5 text-[13px] text-soft">{saysOf[school](Math.round(trust.confidence * 100))}</p>
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
          ? `Wet cold: rain and drips before frost, and no dry frost to brush off. Everything is counted ${Math.round(100 * weather.dampness)} % damp.`
          : weather.low.planFor < -15
            ? "Dry cold: vapour-open layers serve better than waterproof ones."
            : "Between wet and dry cold: snow melts on what is warm."}
      </p>
    </section>
  );
}

/** How long ago, by the clock here. */
export function ago(iso: string): string {
  const hours = (Date.now() - Date.parse(iso)) / 3_600_000;
  return hours < 1
    ? "within the hour"
    : hours < 36
      ? `${Math.round(hours)} hours ago`
      : `${Math.round(hours / 24)} days ago`;
}

/** Where the numbers came from, and how old they are against the night. */
export function Source({ trip, plan }: { trip: Trip; plan: NightAnswer | null }) {
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
            {forecast.members > 0 && `${forecast.members} members. `}Made {when(forecast.issuedAt)}
            {forecast.elevationM !== null && `, for ${w.elevation(forecast.elevationM)}`}
            {plan?.weather && `; ${Math.round(plan.weather.daysAhead)} days ahead of this night`}. Read{" "}
            {ago(forecast.readAt)}.
          </span>
        </p>
      ) : (
        <p className="mt-1 text-soft">Typed in. A forecast file adds wind, cloud and lead time.</p>
      )}
    </section>
  );
}
