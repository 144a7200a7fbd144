import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type LoadAnswer, type LoadPlan, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { NumberField } from "../parts/Field";
import { Segments } from "../parts/Segments";
import { plain, useWrite } from "../units/units";
import { splitsBy } from "../units/words";
import { useNames } from "./Findings";
import type { LoadEdit } from "./useLoad";

/** What the party shares, split over who carries: good at once, and then proven. */
export function Shared(props: {
  trip: Trip;
  answer: LoadAnswer;
  plan: LoadPlan;
  day: number;
  edit: LoadEdit;
}) {
  const { trip, answer, plan, day, edit } = props;
  const names = useNames(answer);
  const w = useWrite();
  const by = plan.splitBy ?? "weight";
  const [ended, setEnded] = useState(false);
  const ask = (proven: boolean) => ({
    queryKey: ["split", proven, by, day, JSON.stringify([trip.load, trip.uses.length])],
    queryFn: ({ signal }: { signal: AbortSignal }) => api.split({ trip, day, by, proven }, signal),
  });
  const enabled = trip.members.length > 1 && answer.things.some((t) => t.ownerId === null);
  const good = useQuery({ ...ask(false), enabled });
  const proven = useQuery({ ...ask(true), enabled: enabled && !ended && good.isSuccess });
  const split = proven.data ?? good.data;
  if (trip.members.length < 2) return null;
  if (!enabled)
    return (
      <section>
        <h2 className="text-lg">Shared</h2>
        <p className="text-soft">Nothing of the party's is along yet: tent, stove, pan, rope.</p>
      </section>
    );
  return (
    <section>
      <h2 className="text-lg">Shared, as of day {day + 1}</h2>
      <Segments
        label="Split by"
        className="my-1.5"
        value={by}
        options={splitsBy}
        onChange={(key) => {
          setEnded(false);
          edit.plan((p) => ({ ...p, splitBy: key }));
        }}
      />
      {split && (
        <>
          <ul>
            {split.people.map((p) => (
              <li key={p.sleeperId} className="border-line border-t py-1">
                <p className="flex justify-between gap-2">
                  <b>{names.person(p.sleeperId)}</b>
                  <span className="text-[13px] text-soft">
                    {w.weight(p.ownG)} own + {w.weight(p.sharedG)}
                  </span>
                </p>
                <p className="text-[13px] text-soft">
                  {split.things
                    .filter((t) => t.sleeperId === p.sleeperId)
                    .slice(0, 7)
                    .map((t) => names.thing(t.itemId).toLowerCase())
                    .join(", ")}
                </p>
                {by === "strength" && (
                  <NumberField
                    label="Strength beside body mass"
                    unit={plain("%")}
                    places={0}
                    value={plan.strengths?.find((s) => s.sleeperId === p.sleeperId)?.percent ?? 100}
                    onChange={(percent) =>
                      percent !== null &&
                      edit.plan(
                        (now) => ({
                          ...now,
                          strengths: [
                            ...(now.strengths ?? []).filter((s) => s.sleeperId !== p.sleeperId),
                            { sleeperId: p.sleeperId, percent: Math.round(percent) },
                          ],
                        }),
                        `strength/${p.sleeperId}`,
                      )
                    }
                  />
                )}
              </li>
            ))}
          </ul>
          <p className="mt-1">
            <b>
              {by === "worth"
                ? split.spreadG < 1
                  ? "What matters is spread evenly."
                  : "What matters is spread as evenly as it goes."
                : `Even to ${w.mass(Math.round(split.spreadG))}.`}
            </b>{" "}
            <span className="text-soft">
              {split.proven
                ? "Proven: nothing is more even."
                : ended
                  ? "Good, not proven."
                  : proven.isFetching
                    ? "Good; looking for a better one…"
                    : `Good, not proven: no split comes to less than ${w.mass(Math.round(split.boundG))}.`}
            </span>
          </p>
          <div className="mt-1 flex gap-2 print:hidden">
            <Button onClick={() => edit.press(split.mend)}>Split it so</Button>
            {proven.isFetching && (
              <Button look="quiet" onClick={() => setEnded(true)}>
                Stop looking
              </Button>
            )}
          </div>
        </>
      )}
      {answer.party.map((p) => (
        <p key={p.matter} className="mt-2 text-[14px]">
          <b className="text-ember">{partyWords[p.matter]}</b>{" "}
          {p.itemIds.map((id) => names.thing(id).toLowerCase()).join(", ")}
          {p.mend && (
            <Button className="mt-1 block" onClick={() => p.mend && edit.press(p.mend)}>
              Leave the {names.thing(p.itemIds[0] ?? "").toLowerCase()}: {w.mass(p.grams)}
            </Button>
          )}
        </p>
      ))}
    </section>
  );
}

const partyWords: Record<Schema["PartyMatter"], string> = {
  oneIsEnough: "One is enough for the party:",
  noSparePad: "A mat of air fails: one foam mat in reserve for the party. On air:",
  noStove: "Fuel is along, and no stove.",
  noShelter: "No shelter is along.",
};
