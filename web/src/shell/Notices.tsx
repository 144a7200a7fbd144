import { useState } from "react";
import { api, Problem, type SetAside, useAway } from "../api/client";
import { Button } from "../parts/Button";
import { useWorkspace } from "../state/workspace";

/** What stands over every station: that nothing can be saved, and what could not be read. */
export function Notices() {
  const { readOnly, setAside } = useWorkspace();
  const away = useAway((a) => a.since);
  return (
    <>
      {away && (
        <p role="status" className="print:hidden border-line border-b bg-ice-wash px-5 py-2.5">
          <b>Ermine does not answer.</b> This is what it said last{away !== "before" && `, ${at(away)}`}. What
          you change is kept in this browser until it answers again.
        </p>
      )}
      {readOnly && (
        <p role="status" className="print:hidden border-line border-b bg-ice-wash px-5 py-2.5">
          <b>Open for looking.</b> This folder can only be read: nothing that you change here is saved.
        </p>
      )}
      {setAside.length > 0 && <Aside rows={setAside} />}
    </>
  );
}

const at = (date: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(date));

const kinds: Record<SetAside["kind"], string> = {
  trip: "Trip",
  item: "Thing",
  sleeper: "Sleeper",
  forecast: "Forecast",
  log: "Logged",
};

function Aside({ rows }: { rows: SetAside[] }) {
  const drop = useWorkspace((w) => w.dropSetAside);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [sure, setSure] = useState<SetAside | null>(null);
  const remove = async (row: SetAside) => {
    if (sure !== row) return setSure(row);
    setProblem(null);
    try {
      await api.removeSetAside(row);
      drop(row);
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, String(error), []));
    }
  };
  return (
    <details className="print:hidden border-line border-b bg-warm-wash px-5 py-1.5">
      <summary className="flex min-h-9 cursor-pointer flex-wrap items-center gap-x-2">
        <b>
          {rows.length === 1
            ? `${kinds[rows[0]?.kind ?? "item"]} “${rows[0]?.name}” cannot be read and is set aside.`
            : `${rows.length} entries cannot be read and are set aside.`}
        </b>
        <span className="text-soft">Trips are answered without it; nothing of it is lost.</span>
        <span className="font-semibold underline underline-offset-4">Save or remove it</span>
      </summary>
      <ul className="divide-y divide-line pb-2">
        {rows.map((row) => (
          <li key={`${row.kind}${row.row}`} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
            <span className="mr-auto min-w-0">
              <b>{row.name || "without a name"}</b> <span className="text-soft">{kinds[row.kind]}</span>
              <span className="block text-[14px]">{row.why}</span>
            </span>
            <a
              className="inline-flex min-h-11 items-center rounded-lg border border-edge/60 bg-card px-3.5 font-semibold hover:border-ink sm:min-h-9"
              href={`/api/set-aside/${row.kind}/${row.row}`}
              download
            >
              Save as a file
            </a>
            <Button onClick={() => void remove(row)}>
              {sure === row ? "Really remove it for good" : "Remove"}
            </Button>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="pb-2 text-ember">
          <b>{problem.title}</b> {problem.faults.map((f) => f.mend).join(" ")}
        </p>
      )}
    </details>
  );
}
