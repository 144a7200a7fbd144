import { useState } from "react";
import { api, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { shelters, surfaces } from "../units/words";
import { PlaceFields, placeOf } from "./PlaceFields";
import { Proof } from "./Proof";
import type { ChoiceAsked } from "./useChoice";

/** Which of what one owns for which low: the lightest bed for each, and from where on it is changed; printed as a card. */
export function LowTable(props: {
  trip: Trip;
  who: number;
  name: string;
  night: Schema["Night"];
  asked: ChoiceAsked;
}) {
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const [table, setTable] = useState(() => placeOf(props.night, props.trip.members.length));
  const asked = { ...props.asked, nights: [], mostG: null, mostL: null, chance: null, spareK: 0 };
  const query = useAsked(
    "table",
    (plan, signal) => api.table({ trip: plan.trip, member: plan.member, asked, table }, signal),
    props.trip,
    0,
    props.who,
    [asked, table],
  );
  const data = query.data;
  const name = (id: string) => items[id]?.name ?? "a thing that is gone";
  const list = (ids: string[]) => ids.map(name).join(", ");

  return (
    <>
      <h1 className="text-[26px] leading-tight">
        {data?.rows.length
          ? `What you own holds for ${props.name} ${data.proof.proven ? "" : "at least "}down to ${w.temp(data.rows.at(-1)?.holdsToC ?? data.rows.at(-1)?.lowC ?? 0)}.`
          : query.isFetching
            ? "Choosing for every low…"
            : "Which of what you own for which low."}
      </h1>
      <p className="text-soft">
        {table.hammock ? "In a hammock" : surfaces[table.surface]}, {shelters[table.shelter]}, wind{" "}
        {w.wind(table.windMs)}, one night with everything dry. After a week in the same bag go one step
        colder.
      </p>
      <div className="my-4 grid max-w-3xl grid-cols-2 gap-3 print:hidden sm:grid-cols-4">
        <PlaceFields place={table} path="table" onChange={setTable} />
        <div className="flex items-end">
          <Button onClick={() => print()}>Print the card</Button>
        </div>
      </div>
      {query.error && <p className="text-ember">{query.error.message}</p>}
      {data && data.rows.length === 0 && !query.isFetching && (
        <p>
          {data.nothingFromC != null
            ? `Nothing that you own holds at ${w.temp(data.nothingFromC)}. A pad and a bag or quilt are the least: type them in the Kit.`
            : "Nothing could be chosen in time. Leave more at home, or pin what is certain."}
        </p>
      )}
      {data && data.rows.length > 0 && (
        <ol className={`max-w-4xl border-ink border-t-2 ${query.isFetching ? "opacity-60" : ""}`}>
          {data.rows.map((row, i) => (
            <li
              key={row.lowC}
              className="grid grid-cols-[88px_1fr] gap-x-4 border-line border-b py-2.5 sm:grid-cols-[120px_1fr_110px]"
            >
              <div>
                <p className="font-display text-2xl leading-none">{w.temp(row.lowC)}</p>
                <p className="mt-1 text-[13px] text-soft">
                  {row.holdsToC != null ? `holds to ${w.temp(row.holdsToC)}` : "holds in any air"}
                </p>
              </div>
              <div className="min-w-0">
                {i > 0 && (
                  <p className="font-semibold">
                    From {w.temp(data.rows[i - 1]?.holdsToC ?? row.lowC)} on
                    {row.added.length > 0 && ` add ${list(row.added)}`}
                    {row.removed.length > 0 &&
                      `${row.added.length > 0 ? ";" : ""} leave ${list(row.removed)}`}
                    .
                  </p>
                )}
                <p className={i > 0 ? "text-[14px] text-soft" : ""}>
                  {row.bed.system.layers.map((l) => name(l.itemId)).join(" · ")}
                </p>
              </div>
              <p className="col-start-2 text-soft sm:col-start-auto sm:text-right">{w.mass(row.bed.addsG)}</p>
            </li>
          ))}
          {data.nothingFromC != null && (
            <li className="grid grid-cols-[88px_1fr] gap-x-4 py-2.5 text-ember sm:grid-cols-[120px_1fr_110px]">
              <p className="font-display text-2xl leading-none">{w.temp(data.nothingFromC)}</p>
              <p className="font-semibold">
                From {w.temp(data.rows.at(-1)?.holdsToC ?? data.nothingFromC)} on nothing that you own holds.
              </p>
            </li>
          )}
        </ol>
      )}
      {data && data.rows.length > 0 && (
        <div className="mt-3 max-w-4xl">
          <Proof proof={data.proof} lightestG={null} />
          <p className="mt-1 text-[14px] text-soft">
            Worked out, not promised: labels, people and nights differ by several degrees. Try it near home
            first.
          </p>
        </div>
      )}
    </>
  );
}
