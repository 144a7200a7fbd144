import { useState } from "react";
import { api, type ForecastHead, Problem, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { dayName, editTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";

const problemOf = (error: unknown) => (error instanceof Problem ? error : new Problem(0, String(error), []));

/** Forecasts that were read before: stood on again, named, or removed where no trip stands on them. */
export function ForecastsRead({ trip, onChosen }: { trip: Trip; onChosen: () => void }) {
  const { forecasts, trips } = useWorkspace();
  const [query, setQuery] = useState("");
  const all = Object.values(forecasts).sort((a, b) => b.readAt.localeCompare(a.readAt));
  if (all.length === 0) return null;
  const shown = all.filter((f) => f.name.toLowerCase().includes(query.toLowerCase()));
  return (
    <section className="mt-6">
      <h3 className="text-lg">Read before</h3>
      {all.length > 8 && <TextField label="Search them" type="search" value={query} onChange={setQuery} />}
      <ul className="mt-1 divide-y divide-line">
        {shown.map((f) => (
          <Row
            key={f.id}
            forecast={f}
            mine={trip.forecastId === f.id}
            usedBy={Object.values(trips).filter((t) => t.forecastId === f.id)}
            onUse={() => {
              editTrip(trip.id, (t) => ({ ...t, forecastId: f.id }));
              onChosen();
            }}
          />
        ))}
      </ul>
      {shown.length === 0 && <p className="py-2 text-soft">None is called that.</p>}
    </section>
  );
}

function Row(props: { forecast: ForecastHead; mine: boolean; usedBy: Trip[]; onUse: () => void }) {
  const { forecast: f } = props;
  const { addForecast, dropForecast, settle } = useWorkspace();
  const [name, setName] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const doing = async (work: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(problemOf(error));
    }
  };
  const rename = (to: string) =>
    doing(async () => {
      await api.nameForecast(f.id, to);
      addForecast({ ...f, name: to });
      setName(null);
    });
  const remove = () =>
    doing(async () => {
      // A trip that has just left it has to be saved first.
      await settle();
      await api.removeForecast(f.id);
      dropForecast(f.id);
    });
  const others = props.usedBy.map((t) => t.name).join(", ");
  return (
    <li className="py-2.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <div className="min-w-0 grow basis-64">
          {name === null ? (
            <b className="break-words">{f.name}</b>
          ) : (
            <TextField label="Its name" hideLabel value={name} onChange={setName} />
          )}
          <p className="text-[14px] text-soft">
            {dayName(f.from.slice(0, 10))} to {dayName(f.to.slice(0, 10))} · {f.hours} readings
            {f.members > 0 && ` · ${f.members} members`}
            {others && ` · ${others} ${props.usedBy.length === 1 ? "stands" : "stand"} on it`}
          </p>
        </div>
        {name !== null ? (
          <>
            <Button look="strong" onClick={() => void rename(name)}>
              Call it that
            </Button>
            <Button look="quiet" onClick={() => setName(null)}>
              Leave it
            </Button>
          </>
        ) : (
          <>
            {props.mine ? (
              <span className="font-semibold text-ice">this trip's</span>
            ) : (
              <Button onClick={props.onUse}>Stand on it</Button>
            )}
            <Button look="quiet" aria-label={`Rename ${f.name}`} onClick={() => setName(f.name)}>
              Rename
            </Button>
            {props.usedBy.length === 0 && (
              <Button look="quiet" aria-label={`Remove ${f.name}`} onClick={() => void remove()}>
                Remove
              </Button>
            )}
          </>
        )}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-[14px] text-ember">
          {problem.faults.map((x) => `${x.field} “${x.value}”: ${x.mend}`).join(" ") || problem.title}
        </p>
      )}
    </li>
  );
}
