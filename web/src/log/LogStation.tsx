import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Problem } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { entryOf, useLearned, useLog } from "../state/log";
import { dayName, today, useGo, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { counted } from "../units/chance";
import { useWrite } from "../units/units";
import { AsLived } from "./AsLived";
import { NightForm } from "./NightForm";
import { Record, recordSays } from "./Record";
import { slepts, warmerThan } from "./words";

const views = { night: "This night", lived: "As lived", good: "How good" } as const;
type View = keyof typeof views;

/** Nights and days as lived, against as planned; what they say of the sleeper; how good the plan has been. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const { entries, ready, problem } = useLog();
  const learned = useLearned();
  const sleepers = useWorkspace((s) => s.sleepers);
  const go = useGo();
  const navigate = useNavigate();
  const w = useWrite();
  const [params, setParams] = useSearchParams();
  const sleeper = sleepers[member?.sleeperId ?? ""] ?? Object.values(sleepers)[0];
  const own = entries.filter((e) => e.sleeperId === sleeper?.id);
  const asked = params.get("of");
  // Once the night has come the form is what is wanted; before it, what is known.
  const come = night !== undefined && night.date <= today();
  // Decided when the log is first seen: what is logged then does not turn the page away.
  const [first, setFirst] = useState<View | null>(null);
  if (ready && first === null) setFirst(come || own.length === 0 ? "night" : "lived");
  const of: View = asked && asked in views ? (asked as View) : (first ?? "lived");
  const entry = entryOf(entries, sleeper?.id, night?.date);
  const mine = learned.data?.learned.sleepers.find((s) => s.sleeperId === sleeper?.id);
  const offset = mine?.body.offset;
  const show = (to: View) => setParams({ of: to }, { replace: true });

  return (
    <main className="min-w-0 grow px-3 py-4 sm:px-5">
      <Segments
        label="What of the log"
        className="mb-2 text-[14px] sm:float-right sm:mb-0 sm:ml-4"
        value={of}
        options={views}
        onChange={show}
      />
      <p className="text-soft">
        {of === "night" && trip && night
          ? `${trip.name} · night ${index + 1}, ${dayName(night.date)}${night.camp && ` · ${night.camp}`}${sleeper ? ` · ${sleeper.name}` : ""}`
          : of === "good"
            ? "Everyone who has logged a night"
            : (sleeper?.name ?? "")}
      </p>
      <h1 className="text-[26px] leading-tight">
        {!ready && !problem
          ? "…"
          : of === "good"
            ? learned.data
              ? recordSays(learned.data.record.all)
              : "…"
            : of === "night"
              ? entry?.night
                ? `Logged: slept ${slepts[entry.night.slept]}.`
                : "How was the night?"
              : offset && offset.count > 0
                ? `From ${counted(offset.count, "night")}: ${warmerThan(offset.mean, w)}, ±${w.degrees(offset.sd, 1)}.`
                : "Nothing is known yet but what was stated."}
      </h1>
      {problem && <ProblemList problem={problem} />}
      {learned.error && <ProblemList problem={learned.error as Problem} />}
      {of === "night" &&
        (trip && night && sleeper && ready ? (
          <NightForm
            key={`${trip.id}/${night.id}/${sleeper.id}`}
            trip={trip}
            index={index}
            who={who}
            entry={entry}
            sleeperId={sleeper.id}
            learned={learned.data}
          />
        ) : (
          ready && (
            <div className="mt-3 max-w-xl">
              <p className="mb-3 text-soft">
                A night is logged where it is planned, so that what was promised stands beside what came. This
                trip has no nights yet.
              </p>
              <Button look="strong" onClick={() => go.station("cold")}>
                Lay out the nights
              </Button>
            </div>
          )
        ))}
      {of === "lived" &&
        ready &&
        (own.length > 0 && learned.data && sleeper ? (
          <div className="mt-3">
            <AsLived
              sleeper={sleeper}
              entries={own}
              learned={learned.data}
              nightOf={(e) => trip?.nights.findIndex((n) => n.date === e.date) ?? -1}
              onLog={(at) => navigate(`/trips/${trip?.id}/log/${at + 1}?of=night`)}
            />
          </div>
        ) : (
          <div className="mt-3 max-w-xl">
            <p className="mb-3 text-soft">
              Labels and bodies differ by about {w.degrees(4)}° either way; only one's own nights narrow that.
              Log one: how it was slept and the low that was read are enough.
            </p>
            <Button look="strong" onClick={() => show("night")}>
              Log a night
            </Button>
          </div>
        ))}
      {of === "good" && ready && learned.data && <Record learned={learned.data} />}
    </main>
  );
}
