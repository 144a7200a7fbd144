import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type LoadAnswer, type LoadPlan, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Segments } from "../parts/Segments";
import { useWrite } from "../units/units";
import { reaches } from "../units/words";
import { useNames } from "./Findings";
import { TickBox, useTicks } from "./ticks";
import type { LoadEdit } from "./useLoad";

const by: Record<Schema["ListBy"], string> = { person: "By person", load: "By load", phase: "By phase" };

/** Packing lists to tick, print and take along as files. */
export function Lists(props: {
  trip: Trip;
  answer: LoadAnswer;
  plan: LoadPlan;
  sleeperId: string;
  edit: LoadEdit;
}) {
  const { trip, answer } = props;
  const [kind, setKind] = useState<Schema["ListBy"]>("person");
  const [problem, setProblem] = useState<string | null>(null);
  const names = useNames(answer);
  const w = useWrite();
  const ticks = useTicks(props.plan, props.edit, props.sleeperId);
  const asked = useQuery({
    queryKey: [
      "packing",
      kind,
      JSON.stringify(answer.things.map((t) => [t.lotId, t.count, t.stays])),
      trip.load?.phases,
    ],
    queryFn: ({ signal }) => api.packing(trip, kind, signal),
    placeholderData: keepPreviousData,
  });
  const save = async (as: "csv" | "ics") => {
    setProblem(null);
    try {
      const url = URL.createObjectURL(await api.packingFile(trip, kind, as));
      const link = document.createElement("a");
      link.href = url;
      link.download = `ermine-packing.${as}`;
      link.click();
      URL.revokeObjectURL(url);
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const lists = asked.data ?? [];
  const lines = new Set(lists.flatMap((l) => l.lines.map((x) => x.lotId)));
  const done = [...lines].filter((l) => ticks.has(l)).length;
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-2 print:hidden">
        <Segments label="Which list" value={kind} options={by} onChange={setKind} />
        <Button onClick={() => print()}>Print</Button>
        <Button onClick={() => void save("csv")}>Table (CSV)</Button>
        <Button onClick={() => void save("ics")}>Tasks for a calendar</Button>
      </div>
      {problem && <p className="mt-2 text-ember">{problem}</p>}
      {asked.error && <p className="mt-2 text-ember">{asked.error.message}</p>}
      {ticks.rounds}
      <p className="text-soft print:hidden" aria-live="polite">
        {done} of {lines.size} ticked on this round.
      </p>
      <div className="gap-x-8 md:columns-2 print:columns-2">
        {lists.map((list) => (
          <section key={list.title + list.sleeperId + list.day} className="mb-4 break-inside-avoid-column">
            <h2 className="flex justify-between gap-2 border-ink border-b-2 text-lg leading-tight">
              <span>
                {[list.sleeperId ? names.person(list.sleeperId) : "", list.title]
                  .filter(Boolean)
                  .join(": ") || "All"}
              </span>
              <span className="font-normal font-sans text-[0.93em] text-soft">
                {w.weight(list.grams)}, {Math.round(list.litres)} l
              </span>
            </h2>
            <ul>
              {list.lines.map((l, i) => {
                const head =
                  i === 0 || list.lines[i - 1]?.load !== l.load || list.lines[i - 1]?.reach !== l.reach;
                return (
                  <li key={l.lotId}>
                    {head && (
                      <p className="pt-1.5 text-[0.87em] text-soft">
                        {l.load === "On the body"
                          ? `${kind === "person" ? "" : `${names.person(l.sleeperId)}, `}${reaches[l.reach]}`
                          : l.sleeperId
                            ? `${l.load}, ${reaches[l.reach]}`
                            : l.load}
                      </p>
                    )}
                    <div className="flex items-center gap-1 border-line border-t print:gap-2">
                      <span className="print:hidden">
                        <TickBox ticks={ticks} line={l.lotId} label={l.name} />
                      </span>
                      <span className="hidden size-3 shrink-0 border border-black print:inline-block" />
                      <span className="min-w-0 grow leading-tight">
                        {l.count !== 1 && `${l.count} × `}
                        {l.name}
                        {ticks.by(l.lotId) && (
                          <span className="text-[0.87em] text-soft">
                            {" "}
                            · {names.person(ticks.by(l.lotId))}
                          </span>
                        )}
                      </span>
                      <span className="shrink-0 text-[0.87em] text-soft">{w.mass(Math.round(l.grams))}</span>
                    </div>
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
