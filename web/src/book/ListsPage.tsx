import { useState } from "react";
import type { Schema } from "../api/client";
import { Segments } from "../parts/Segments";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { reaches, rounds } from "../units/words";
import type { BookData } from "./data";
import { useKept } from "./kept";
import { TickRow } from "./TickRow";

/** The packing lists of one person, ticked by thumb. */
export function ListsPage({ book, who }: { book: BookData; who: number }) {
  const { ticks, set } = useKept();
  const sleeperId = book.trip.members[who]?.sleeperId ?? "";
  const [round, setRound] = useState<Schema["Round"]>("lastBag");
  const w = useWrite();
  const sleepers = useWorkspace((s) => s.sleepers);
  const lists = book.lists.filter((l) => l.sleeperId === sleeperId || !l.sleeperId);
  const known = [...(book.trip.load?.ticks ?? []), ...ticks];
  const ticked = new Map(known.filter((t) => t.round === round).map((t) => [t.line, t.sleeperId]));
  const lines = lists.flatMap((l) => l.lines);
  const turn = (line: string) => {
    const own = ticks.filter((t) => t.line !== line || t.round !== round);
    if (ticked.has(line)) set({ ticks: own });
    else
      set({
        ticks: [...own, { line, round, sleeperId, at: `${new Date().toISOString().slice(0, 19)}+00:00` }],
      });
  };
  if (lines.length === 0)
    return (
      <p className="text-lg">No packing list was known for {sleepers[sleeperId]?.name ?? "this person"}.</p>
    );
  return (
    <>
      <Segments label="Which round" value={round} options={rounds} onChange={setRound} />
      <p className="mt-2 text-soft" aria-live="polite">
        {lines.filter((l) => ticked.has(l.lotId)).length} of {lines.length} ticked on this round.
      </p>
      {lists.map((list) => (
        <section key={list.title + list.day} className="mt-3">
          <h2 className="flex justify-between gap-2 border-ink border-b-2 text-xl">
            <span>{list.title || "All"}</span>
            <span className="font-normal font-sans text-[14px] text-soft">{w.weight(list.grams)}</span>
          </h2>
          <ul>
            {list.lines.map((l) => (
              <li key={l.lotId} className="border-line border-b">
                <TickRow on={ticked.has(l.lotId)} onPress={() => turn(l.lotId)}>
                  {l.count !== 1 && `${l.count} × `}
                  {l.name}
                  <span className="block text-[13px] text-soft">
                    {l.load.toLowerCase() === reaches[l.reach] ? l.load : `${l.load}, ${reaches[l.reach]}`}
                  </span>
                </TickRow>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}
