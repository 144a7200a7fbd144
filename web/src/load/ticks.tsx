import { useState } from "react";
import type { LoadPlan, Schema } from "../api/client";
import { Segments } from "../parts/Segments";
import { rounds } from "../units/words";
import type { LoadEdit } from "./useLoad";

/** Lines ticked on one of three rounds, with who ticked them. */
export function useTicks(plan: LoadPlan, edit: LoadEdit, sleeperId: string) {
  const [round, setRound] = useState<Schema["Round"]>("home");
  const ticked = new Map(plan.ticks.filter((t) => t.round === round).map((t) => [t.line, t.sleeperId]));
  return {
    has: (line: string) => ticked.has(line),
    by: (line: string) => ticked.get(line),
    count: ticked.size,
    turn: (line: string, on: boolean) =>
      edit.plan((p) => ({
        ...p,
        ticks: [
          ...p.ticks.filter((t) => t.line !== line || t.round !== round),
          ...(on ? [{ line, round, sleeperId, at: new Date().toISOString() }] : []),
        ],
      })),
    rounds: (
      <Segments
        label="Which round"
        className="my-1.5 max-w-md"
        value={round}
        options={rounds}
        onChange={setRound}
      />
    ),
  };
}

export type Ticks = ReturnType<typeof useTicks>;

/** A box large enough for a mitten. */
export function TickBox({ ticks, line, label }: { ticks: Ticks; line: string; label: string }) {
  return (
    <label className="grid size-11 shrink-0 place-items-center">
      <span className="sr-only">{label}</span>
      <input
        type="checkbox"
        className="size-6 accent-(--ink)"
        checked={ticks.has(line)}
        onChange={(e) => ticks.turn(line, e.target.checked)}
      />
    </label>
  );
}
