import { useState } from "react";
import { Problem } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { dayAfter, editTrip, newNight, useGo, usePlan, useTrip, withoutNight } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { AskStation } from "./AskStation";
import { Camp } from "./Camp";
import { ChanceSays, Raises } from "./Chance";
import { headline } from "./headline";
import { Itinerary } from "./Itinerary";
import { Ladder } from "./Ladder";
import { Party } from "./Party";
import { ReadForecast } from "./ReadForecast";
import { FromForecast, Source, TrustChoice, WindAndSkin } from "./Reasons";

/** Reading the cold: what the nights will be, how far that is trusted, and where the system stands against it. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const plan = usePlan(trip, index, who);
  const go = useGo();
  const w = useWrite();
  const sleeper = useWorkspace((s) => s.sleepers[member?.sleeperId ?? ""]);
  const [reading, setReading] = useState(false);
  const [asking, setAsking] = useState(false);
  const [choosing, setChoosing] = useState(false);
  if (!trip)
    return (
      <main className="p-8">
        <h1 className="text-2xl">This trip is not here.</h1>
        <p className="mt-2 text-soft">
          It may have been removed. Undo brings it back, or choose another at the top.
        </p>
      </main>
    );
  const lines = plan.data?.nights ?? [];
  const said = plan.data ? headline(lines, (k) => w.degrees(k)) : { holds: "…", short: "" };
  const chance = plan.data?.chances[who] ?? null;
  const whole = plan.data?.night?.nightId === night?.id ? plan.data?.night : null;

  const addNight = () => {
    const last = trip.nights.at(-1);
    const date = last ? dayAfter(last.date) : new Date().toISOString().slice(0, 10);
    editTrip(trip.id, (t) => ({ ...t, nights: [...t.nights, newNight(date, last)] }));
    go.station("cold", trip.nights.length);
  };

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_340px] lg:content-stretch">
      <section className="min-w-0 px-3 py-4 sm:px-5">
        <h1 className="text-[26px] leading-tight">
          {said.holds} {said.short && <span className="text-ember">{said.short}</span>}
        </h1>
        {chance && <ChanceSays chance={chance} nights={trip.nights.length} />}
        <p className="mt-1 mb-3 text-soft">
          {trip.nights.length === 0 ? (
            "This trip has no nights yet. Add the first one."
          ) : plan.data && lines.every((n) => n.planFor === null) ? (
            "Read a forecast, or type the lows under the ladder: it fills as you type."
          ) : plan.data && member?.system.layers.length === 0 && lines.every((n) => n.verdict === null) ? (
            "The lows are in. Go on to Night and lay out what you sleep on, wear and lie under."
          ) : (
            <Legend
              whose={trip.members.length > 1 ? (sleeper?.name.toLowerCase() ?? "it") : "your system"}
              schools={choosing}
            />
          )}
        </p>
        {plan.error instanceof Problem && (!plan.data || plan.error.status >= 500) && (
          <div className="mb-3">
            <ProblemList problem={plan.error} />
          </div>
        )}
        {plan.data?.gap && (
          <p
            role="alert"
            className="mb-3 rounded-lg border-2 border-ember border-dashed bg-warm-wash px-3.5 py-2.5"
          >
            {plan.data.gap.sentence}
          </p>
        )}
        {trip.nights.length > 0 && (
          <Ladder
            trip={trip}
            nights={lines}
            chances={chance?.each ?? []}
            index={index}
            onSelect={(i) => go.station("cold", i)}
            schools={choosing}
          />
        )}
        {trip.members.length > 1 && (
          <Party trip={trip} who={who} party={plan.data?.party ?? []} chances={plan.data?.chances ?? []} />
        )}
        {chance && <Raises trip={trip} index={index} who={who} />}
        <div className="print:hidden mt-3 flex flex-wrap gap-2">
          <Button look="strong" onClick={() => setReading(true)}>
            Read a forecast file
          </Button>
          <Button onClick={() => setAsking(true)}>Ask the station</Button>
          <Button onClick={addNight}>Add a night</Button>
          <Itinerary trip={trip} />
          {night && trip.nights.length > 1 && (
            <Button look="quiet" onClick={() => editTrip(trip.id, (t) => withoutNight(t, night.id))}>
              Take night {index + 1} out
            </Button>
          )}
        </div>
      </section>
      {night && (
        <aside className="space-y-6 border-line px-4 py-4 lg:border-l">
          <div>
            <h2 className="text-xl">
              Night {index + 1}
              {night.camp && ` · ${night.camp}`}
            </h2>
            {whole?.weather && <FromForecast trip={trip} index={index} weather={whole.weather} />}
            {!whole?.weather && <p className="mt-1 text-soft">No low is known for this night yet.</p>}
          </div>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: only watches where the hand is; the choice inside is of buttons */}
          <div
            onPointerEnter={() => setChoosing(true)}
            onPointerLeave={() => setChoosing(false)}
            onFocus={() => setChoosing(true)}
            onBlur={() => setChoosing(false)}
          >
            <TrustChoice trip={trip} weather={whole?.weather ?? null} />
          </div>
          {whole?.weather && <WindAndSkin weather={whole.weather} />}
          <Camp trip={trip} index={index} night={night} />
          <Source trip={trip} plan={whole ?? null} />
        </aside>
      )}
      <AskStation open={asking} onClose={() => setAsking(false)} trip={trip} />
      <ReadForecast open={reading} onClose={() => setReading(false)} trip={trip} />
    </main>
  );
}

function Legend(props: { whose: string; schools: boolean }) {
  return (
    <span className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
      <span className="inline-flex items-center gap-1.5">
        <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
          <path d="M2 3q6 -3 12 0L9.5 14q-1.5 3 -3 0z" fill="var(--ice-mid)" />
        </svg>
        mild side to cold side
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="16" height="10" aria-hidden="true">
          <path d="M3 1.5h10M8 3.5v6" stroke="var(--ice)" strokeWidth="1.5" strokeDasharray="10 1" />
        </svg>
        forecast low
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="16" height="4" aria-hidden="true">
          <rect width="16" height="3" rx="1.5" fill="var(--ice)" />
        </svg>
        low at the camp
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="10" height="10" aria-hidden="true">
          <circle cx="5" cy="5" r="5" fill="var(--ice)" />
        </svg>
        plan for
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="18" height="4" aria-hidden="true">
          <rect width="18" height="3.5" fill="var(--ink)" />
        </svg>
        {props.whose} holds to
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="18" height="4" aria-hidden="true">
          <path d="M0 2h18" stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="3 3" />
        </svg>
        if it stayed dry
      </span>
      {props.schools && (
        <span className="inline-flex items-center gap-1.5">
          <svg width="34" height="10" aria-hidden="true" fill="none" stroke="var(--soft)" strokeWidth="1.4">
            <path d="M5 1L9 9H1z" />
            <path d="M17 .5l4.5 4.5-4.5 4.5L12.5 5z" />
            <path d="M25.5 1.5h7v7h-7z" />
          </svg>
          lead time, ensemble, flat margin
        </span>
      )}
    </span>
  );
}
