import { useState } from "react";
import { api, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { events, verdicts } from "../units/words";

const happens = { missing: "lost", soaked: "soaked", fails: "fails" };

/** The trip again with each single thing lost, soaked or failed: what hurts most, when, and what would stand in. */
export function Lost(props: { trip: Trip; index: number; who: number }) {
  const [asked, setAsked] = useState(false);
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const lost = useAsked("losses", api.losses, props.trip, props.index, props.who, null, asked);
  const name = (id: string | null | undefined) => (id ? (items[id]?.name ?? "") : "");
  return (
    <section>
      <h2 className="text-lg">One thing lost</h2>
      {!asked && (
        <>
          <p className="text-[13px] text-soft">
            The trip again with each single thing missing, soaked or failed.
          </p>
          <Button className="mt-1" onClick={() => setAsked(true)}>
            Ask
          </Button>
        </>
      )}
      {asked && lost.isLoading && (
        <p role="status" className="text-soft">
          Playing the trip again and again…
        </p>
      )}
      <ol className="mt-1">
        {lost.data?.slice(0, 8).map((l) => {
          const part = l.standsIn?.parts[0];
          const stand = part
            ? part.itemId
              ? name(part.itemId)
              : part.event
                ? `${part.event.itemId ? name(part.event.itemId) : events[part.event.kind]} at night`
                : part.kind === "fillGap"
                  ? "an emptied rucksack"
                  : "going to bed warm"
            : null;
          return (
            <li key={l.itemId + l.mishap} className="border-line border-t py-1 leading-tight">
              <span className="flex justify-between gap-2">
                <b>
                  {name(l.itemId)} {happens[l.mishap]}
                </b>
                <span className="shrink-0 text-ember">
                  {l.then.margin !== null
                    ? w.signed(l.then.margin)
                    : l.then.holds.together.holding === "inAnyAir"
                      ? "any air"
                      : "no air"}
                </span>
              </span>
              <span className="text-[13px] text-soft">
                Night {l.night + 1}
                {l.then.verdict && ` turns ${verdicts[l.then.verdict]}`}
                {l.cost !== null
                  ? `, costs ${w.degrees(l.cost)}°. `
                  : l.then.holds.together.holding === "inNone"
                    ? ": it then holds in no air. "
                    : ". "}
                {stand && l.standsIn
                  ? `Stand-in: ${stand}${l.standsIn.gain === null ? "" : `, ${w.signed(l.standsIn.gain)}`}.`
                  : "Nothing along would stand in."}
                {l.firstGap !== null && ` Something dry runs out on night ${l.firstGap + 1}.`}
              </span>
            </li>
          );
        })}
      </ol>
      {lost.data?.length === 0 && (
        <p className="text-soft">No single loss moves a night by a third of a degree.</p>
      )}
    </section>
  );
}
