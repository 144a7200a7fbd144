import { useEffect, useMemo, useState } from "react";
import { api, type KitItem, type Problem, type Schema } from "../api/client";
import { freeName, namesOf, thingsOf } from "../entry/names";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { type Change, useWorkspace } from "../state/workspace";
import { useSettings, useWrite } from "../units/units";

type Reading = Schema["KitReading"];
type Field = Schema["KitField"];

const fieldNames: Record<Field, string> = {
  leftOut: "leave out",
  name: "name",
  type: "type",
  words: "what it is, in words",
  count: "how many",
  mass: "mass",
  comfort: "comfort",
  limit: "limit",
  extreme: "extreme",
  temperature: "temperature, kind not said",
  rValue: "R-value",
  squareMetreKelvinPerWatt: "m²K/W",
  clo: "clo",
  tog: "tog",
  loft: "loft of one side",
  fill: "grams of fill",
  fillPower: "fill power",
  seasons: "seasons",
  adds: "said to add",
  source: "where the number is from",
  material: "what warms in it",
  loftNow: "loft now against new",
  hood: "hood",
  collar: "collar",
  windproof: "windproof",
  girth: "girth inside",
  packed: "packed litres",
  notes: "notes",
};

/** Most things that the server keeps. */
const mostThings = 1000;

/** What becomes of a row whose name is owned already. */
type Merge = "merge" | "add" | "skip";

/** Kit from a table: how its columns were taken, its things, and what is done with those that are here already. Taken at once, undone at once. */
export function KitFile(props: { file: File; onClose: () => void }) {
  const units = useSettings((s) => s.temperature);
  const items = useWorkspace((w) => w.items);
  const edit = useWorkspace((w) => w.edit);
  const w = useWrite();
  const [columns, setColumns] = useState<Field[] | null>(null);
  const [reading, setReading] = useState<Reading | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [merge, setMerge] = useState<Merge>("merge");
  useEffect(() => {
    let gone = false;
    api.readKit(props.file, { units, ...(columns ? { columns: columns.join(",") } : {}) }).then(
      (r) => {
        if (gone) return;
        setReading(r);
        setProblem(null);
      },
      (error) => !gone && setProblem(error as Problem),
    );
    return () => {
      gone = true;
    };
  }, [props.file, units, columns]);

  const mine = useMemo(() => new Map(Object.values(items).map((i) => [i.name.toLowerCase(), i])), [items]);
  const shown = (reading?.columns ?? []).map((c, at) => ({ ...c, at }));
  const rows = reading?.rows ?? [];
  const sound = rows.filter((r) => r.item && r.faults.length === 0);
  const broken = rows.filter((r) => r.faults.length > 0);
  const twice = sound.filter((r) => mine.has((r.item as KitItem).name.toLowerCase()));
  const count = sound.reduce((n, r) => n + (twice.includes(r) ? (merge === "skip" ? 0 : 1) : r.count), 0);
  const room = mostThings - Object.keys(items).length;
  const unknown = sound.filter((r) => !r.known).length;

  const take = () => {
    const taken = namesOf(items);
    const changes: Change[] = [];
    for (const row of sound) {
      const item = row.item as KitItem;
      const here = mine.get(item.name.toLowerCase());
      if (here && merge === "skip") continue;
      if (here && merge === "merge") {
        // What is here stays, with the numbers that the file has; a second row of the name is a thing of its own.
        mine.delete(item.name.toLowerCase());
        changes.push({
          kind: "items",
          id: here.id,
          before: here,
          after: {
            ...here,
            massG: item.massG || here.massG,
            ...(item.source !== "usual" && item.claims.length > 0
              ? { claims: item.claims, source: item.source }
              : {}),
            notes: item.notes || here.notes,
          },
        });
        continue;
      }
      const things = here
        ? [{ ...item, id: crypto.randomUUID(), name: freeName(item.name, taken), version: 0 }]
        : thingsOf(item, row.count, taken);
      changes.push(...things.map((t) => ({ kind: "items", id: t.id, before: null, after: t }) as Change));
    }
    edit(changes);
    props.onClose();
  };

  return (
    <Sheet
      open
      onClose={props.onClose}
      wide
      title={reading ? `${count} things from ${props.file.name}` : "Reading…"}
      intro={
        reading && !reading.sure
          ? "Some headings are not plain: say what each column is. The first rows show whether it fits."
          : "Check how the columns were taken, then take them all at once."
      }
    >
      {problem && <ProblemList problem={problem} />}
      {reading && (
        <>
          <div className="overflow-x-auto">
            <table className="text-[13.5px]">
              <thead>
                <tr>
                  {shown.map(({ at, ...c }) => (
                    <th key={at} className="min-w-32 px-1 pb-1 text-left align-bottom font-normal">
                      <span className="block truncate font-semibold">{c.header || "no heading"}</span>
                      <select
                        aria-label={`${c.header || `Column ${at + 1}`} is`}
                        className={`min-h-11 w-full rounded-md border bg-card px-1 sm:min-h-8 ${c.sure ? "border-edge/60" : "border-2 border-ember"}`}
                        value={c.field}
                        onChange={(e) =>
                          setColumns(
                            reading.columns.map((o, i) =>
                              i === at
                                ? (e.target.value as Field)
                                : o.field === e.target.value && o.field !== "leftOut"
                                  ? "leftOut"
                                  : o.field,
                            ),
                          )
                        }
                      >
                        {Object.entries(fieldNames).map(([value, text]) => (
                          <option key={value} value={value}>
                            {text}
                          </option>
                        ))}
                      </select>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.slice(0, 5).map((row) => (
                  <tr key={row.at} className="border-line border-t">
                    {shown.map(({ at, ...c }) => (
                      <td
                        key={at}
                        className={`max-w-48 truncate px-1 py-1 ${c.field === "leftOut" ? "text-soft" : ""}`}
                      >
                        {row.cells[at]}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {rows.length > 5 && <p className="mt-1 text-[13px] text-soft">and {rows.length - 5} more rows</p>}
          {unknown > 0 && (
            <p className="mt-3 text-[14px]">
              {unknown} {unknown === 1 ? "thing is" : "things are"} of no type that Ermine knows and will lie
              with the gear:{" "}
              {sound
                .filter((r) => !r.known)
                .slice(0, 4)
                .map((r) => `“${r.item?.name}”`)
                .join(", ")}
              {unknown > 4 && " …"}. A type can be given later.
            </p>
          )}
          {twice.length > 0 && (
            <fieldset className="mt-3">
              <legend className="font-semibold">
                {twice.length} of them {twice.length === 1 ? "is" : "are"} here by name already
              </legend>
              {(
                [
                  ["merge", "merge: the file’s mass and numbers go into what is here"],
                  ["add", "add them as further things"],
                  ["skip", "leave them out"],
                ] as const
              ).map(([value, text]) => (
                <label key={value} className="flex min-h-11 items-center gap-2 sm:min-h-8">
                  <input
                    type="radio"
                    name="merge"
                    className="size-5 accent-(--ink)"
                    checked={merge === value}
                    onChange={() => setMerge(value)}
                  />
                  {text}
                </label>
              ))}
            </fieldset>
          )}
          {broken.length > 0 && (
            <div className="mt-3 rounded-xl border-2 border-ember bg-ember-wash p-3 text-[14px]">
              <p className="font-semibold">
                {broken.length === 1
                  ? "1 row cannot be taken as it stands"
                  : `${broken.length} rows cannot be taken as they stand`}
              </p>
              <ul className="mt-1 max-h-40 space-y-1 overflow-y-auto">
                {broken.slice(0, 20).map((r) => (
                  <li key={r.at}>
                    <b>{r.faults[0]?.field}</b> <q>{r.faults[0]?.value}</q>. {r.faults[0]?.mend}
                  </li>
                ))}
              </ul>
            </div>
          )}
          {count > room && (
            <p role="alert" className="mt-3 font-semibold text-ember">
              Ermine keeps {mostThings} things and has room for {room} more: cut the file to what comes along.
            </p>
          )}
          <div className="sticky bottom-0 mt-3 flex gap-2 bg-paper py-2">
            <Button look="strong" className="grow" disabled={count === 0 || count > room} onClick={take}>
              Take {count} {count === 1 ? "thing" : "things"},{" "}
              {w.mass(Math.round(sound.reduce((g, r) => g + (r.item?.massG ?? 0) * r.count, 0)))}
            </Button>
            <Button onClick={props.onClose}>Not now</Button>
          </div>
        </>
      )}
    </Sheet>
  );
}
