import { useState } from "react";
import type { Schema } from "../api/client";
import { Button } from "../parts/Button";
import { today } from "../state/trip";
import { editOne } from "../state/workspace";
import { counted } from "../units/chance";
import { toShown, units, useWrite, write } from "../units/units";

/** Things that keep coming out otherwise than they say: proposed, never applied unasked. */
export function Corrections({ corrections }: { corrections: Schema["LabelCorrection"][] }) {
  const w = useWrite();
  const length = units.length(w.u);
  if (corrections.length === 0) return null;
  const accept = (c: Schema["LabelCorrection"]) =>
    editOne("items", c.itemId, (i) => ({
      ...i,
      loftFactor: c.loftFactor,
      history: [
        ...(i.history ?? []),
        {
          on: today(),
          what: c.by === "ruler" ? ("loft" as const) : ("label" as const),
          note:
            c.by === "ruler"
              ? `${c.readCm} cm by ruler: counts as ${c.loftFactor} of new`
              : `${Math.abs(c.offK).toFixed(1)} K ${c.offK < 0 ? "short" : "warmer"} on ${c.nights} nights: counts as ${c.loftFactor} of its label`,
        },
      ],
    }));
  return (
    <section className="mt-5">
      <h2 className="text-lg">Other than they say</h2>
      <ul>
        {corrections.map((c) => (
          <li
            key={c.itemId + c.by}
            className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-line border-t py-2"
          >
            <span className="min-w-60 grow leading-tight">
              <b>{c.name}</b>{" "}
              {c.by === "nights" ? (
                <>
                  has come out{" "}
                  <b className={c.offK < 0 ? "text-ember" : ""}>
                    {w.degrees(Math.abs(c.offK))}° {c.offK < 0 ? "short" : "warmer"}
                  </b>{" "}
                  on {counted(c.nights, "night")}, ±{w.degrees(c.sdK, 1)}.
                </>
              ) : (
                <>
                  has a loft of {write(toShown(c.readCm ?? 0, length), 1)} {length.name} by ruler.
                </>
              )}
              <span className="block text-[13px] text-soft">
                Counted so it would stand for comfort {c.promiseC === null ? "nowhere" : w.temp(c.promiseC)}:{" "}
                {Math.round(100 * c.loftFactor)} % of its label. What was logged in it is then read anew.
              </span>
            </span>
            <Button onClick={() => accept(c)}>Count it so</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Camps where forecasts have been off. */
export function Places({ places }: { places: Schema["PlaceBias"][] }) {
  const w = useWrite();
  const [all, setAll] = useState(false);
  const farthest = [...places].sort((a, b) => Math.abs(b.meanK) - Math.abs(a.meanK));
  if (places.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="text-lg">Places</h2>
      <p className="text-[13px] text-soft">
        Forecast against measured lows. It is a step on Cold wherever a camp has this name, and can be set by
        hand there.
      </p>
      <ul className="mt-1 sm:columns-2 sm:gap-x-6">
        {(all ? farthest : farthest.slice(0, 8)).map((p) => (
          <li
            key={p.camp}
            className="flex break-inside-avoid justify-between gap-3 border-line border-t py-1.5"
          >
            <span>
              {p.camp} <span className="text-[13px] text-soft">{counted(p.nights, "night")}</span>
            </span>
            <b className={p.meanK < -0.5 ? "text-ice" : ""}>
              {Math.abs(p.meanK) < 0.25
                ? "as forecast"
                : `${w.degrees(Math.abs(p.meanK), 1)}° ${p.meanK < 0 ? "colder" : "milder"}`}
              <span className="font-normal text-soft"> ±{w.degrees(p.sdK, 1)}</span>
            </b>
          </li>
        ))}
      </ul>
      {places.length > 8 && (
        <Button className="mt-1" onClick={() => setAll(!all)}>
          {all ? "Only the farthest off" : `All ${places.length}`}
        </Button>
      )}
    </section>
  );
}
