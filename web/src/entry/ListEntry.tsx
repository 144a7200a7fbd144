import { useEffect, useState } from "react";
import { api, type KitItem, type PlainLine, type Problem } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { useWorkspace } from "../state/workspace";
import { useSettings, useWrite } from "../units/units";
import { drawers } from "../units/words";
import { namesOf, thingsOf } from "./names";
import { useLine } from "./useLine";

type Row = { id: string; text: string; read: PlainLine };

/** A pasted list as a table to check: each row can be mended or left out, and all are taken at once. */
export function ListEntry(props: { text: string; onClose: () => void; onTake: (things: KitItem[]) => void }) {
  const units = useSettings((s) => s.temperature);
  const items = useWorkspace((w) => w.items);
  const [rows, setRows] = useState<Row[] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  useEffect(() => {
    let gone = false;
    api.lines({ lines: props.text.split(/\r?\n/), units }).then(
      (lines) => {
        if (!gone) setRows(lines.map((l) => ({ id: `${l.number}`, text: l.text, read: l.read })));
      },
      (error) => !gone && setProblem(error as Problem),
    );
    return () => {
      gone = true;
    };
  }, [props.text, units]);

  const sound = (rows ?? []).filter((r) => r.read.item && r.read.reading);
  const lost = (rows ?? []).length - sound.length;
  const count = sound.reduce((n, r) => n + r.read.count, 0);
  const take = () => {
    const taken = namesOf(items);
    props.onTake(sound.flatMap((r) => thingsOf(r.read.item as KitItem, r.read.count, taken)));
  };
  const change = (id: string, part: Partial<Row>) =>
    setRows((now) => (now ?? []).map((r) => (r.id === id ? { ...r, ...part } : r)));

  return (
    <Sheet
      open
      onClose={props.onClose}
      wide
      title={rows ? `${count} ${count === 1 ? "thing" : "things"} in this list` : "Reading the list…"}
      intro={
        lost > 0
          ? `${lost} ${lost === 1 ? "line says" : "lines say"} nothing to Ermine: mend or leave out what is marked.`
          : "Check what was understood; any row can be changed."
      }
    >
      {problem && <ProblemList problem={problem} />}
      <ul className="divide-y divide-line border-line border-y">
        {(rows ?? []).map((row) => (
          <ListRow
            key={row.id}
            row={row}
            onChange={(part) => change(row.id, part)}
            onDrop={() => setRows((now) => (now ?? []).filter((r) => r.id !== row.id))}
          />
        ))}
      </ul>
      <div className="sticky bottom-0 mt-3 flex gap-2 bg-paper py-2">
        <Button look="strong" className="grow" disabled={count === 0} onClick={take}>
          Take {count} {count === 1 ? "thing" : "things"}
        </Button>
        <Button onClick={props.onClose}>Not now</Button>
      </div>
    </Sheet>
  );
}

function ListRow(props: { row: Row; onChange: (part: Partial<Row>) => void; onDrop: () => void }) {
  const { row, onChange } = props;
  const w = useWrite();
  const { read } = useLine(row.text);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when another answer has come
  useEffect(() => {
    if (read && read !== row.read) onChange({ read });
  }, [read]);
  const { item, reading } = row.read;
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_2.75rem] items-center gap-x-2 py-1.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_2.75rem]">
      <input
        aria-label={`Line: ${row.text}`}
        className={`min-h-11 w-full min-w-0 rounded-md border bg-card px-2 sm:min-h-9 ${item && reading ? "border-edge/60" : "border-2 border-ember"}`}
        value={row.text}
        maxLength={300}
        onChange={(e) => onChange({ text: e.target.value })}
      />
      <div className="min-w-0 text-[13px] leading-tight max-sm:order-last max-sm:col-span-2 max-sm:pt-1">
        {item ? (
          <>
            <p className="truncate text-[14px]">
              {row.read.count > 1 && <b>{row.read.count} × </b>}
              {drawers[reading?.drawer ?? "gear"]}
              {reading?.insulation != null &&
                item.kind !== "vapourBarrier" &&
                ` · ${w.insulation(reading.insulation)}`}
              {` · ${w.mass(item.massG)}`}
              {!row.read.massSaid && <span className="text-soft"> usual</span>}
            </p>
            {row.read.questions.map((q) => (
              <p key={q.field + q.text} className="text-soft">
                {q.text}{" "}
                {q.replies.map((r) => (
                  <button
                    key={r.line}
                    type="button"
                    className="mr-2 min-h-8 font-semibold text-ink underline"
                    onClick={() => onChange({ text: r.line })}
                  >
                    {r.says}
                  </button>
                ))}
              </p>
            ))}
          </>
        ) : (
          <p className="text-ember">{row.read.questions[0]?.text ?? "Not understood."}</p>
        )}
      </div>
      <button
        type="button"
        aria-label={`Leave out ${row.text}`}
        className="min-h-11 rounded-md text-xl text-soft hover:text-ember"
        onClick={props.onDrop}
      >
        ×
      </button>
    </li>
  );
}
