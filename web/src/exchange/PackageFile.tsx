import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Problem, type Schema } from "../api/client";
import { Button } from "../parts/Button";
import { Check } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { dateInWords } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { changesOf } from "./take";

type Read = Schema["PackageRead"];
const says: Record<Schema["Standing"], string> = {
  new: "new",
  same: "here already",
  differs: "here, and different",
  sameName: "another of this name is here",
};

/** A trip, kit or everything from another Ermine: what of it is new is shown before it is taken, at once and with one undo. */
export function PackageFile(props: { file: File; onClose: () => void }) {
  const workspace = useWorkspace();
  const navigate = useNavigate();
  const [read, setRead] = useState<Read | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [theirs, setTheirs] = useState(false);
  const [beside, setBeside] = useState(false);
  useEffect(() => {
    let gone = false;
    // What is logged here has to be known before it is held against what comes.
    Promise.all([api.readPackage(props.file), useWorkspace.getState().readLog()]).then(
      ([r]) => !gone && setRead(r),
      (error) => !gone && setProblem(error as Problem),
    );
    return () => {
      gone = true;
    };
  }, [props.file]);

  const standing = new Map((read?.standing ?? []).map((s) => [s.id, s]));
  const groups = read
    ? ([
        ["Trips", read.trips],
        ["Sleepers", read.sleepers],
        ["Things", read.items],
        ["Forecasts", read.forecasts],
        ["Logged", read.log.map((e) => ({ id: e.id, name: `${dateInWords(e.date)} ${e.camp}` }))],
      ] as const)
    : [];
  const changes = read ? changesOf(read, workspace, { theirs, beside }) : [];
  const has = (s: Schema["Standing"]) => (read?.standing ?? []).some((x) => x.standing === s);

  const take = async () => {
    if (!read) return;
    try {
      const missing = read.forecasts.filter((f) => standing.get(f.id)?.standing === "new");
      if (missing.length > 0)
        for (const head of await api.saveForecasts(missing)) workspace.addForecast(head);
      if (changes.length > 0) workspace.edit(changes);
      props.onClose();
      const trip = read.trips[0];
      if (trip) navigate(`/trips/${trip.id}/cold/1`);
    } catch (error) {
      setProblem(error as Problem);
    }
  };

  return (
    <Sheet
      open
      onClose={props.onClose}
      wide
      title={read ? `In ${props.file.name}` : "Reading…"}
      intro="Nothing is taken yet. What is new is in bold."
    >
      {problem && <ProblemList problem={problem} />}
      {groups.map(([name, list]) =>
        list.length === 0 ? null : (
          <section key={name} className="mt-3">
            <h3 className="flex border-ink border-b">
              <span className="grow">{name}</span>
              <span className="font-normal font-sans text-[13px] text-soft">
                {list.filter((x) => standing.get(x.id)?.standing === "new").length} new of {list.length}
              </span>
            </h3>
            <ul className="max-h-52 overflow-y-auto sm:columns-2">
              {list.map((x) => {
                const s = standing.get(x.id)?.standing ?? "new";
                return (
                  <li
                    key={x.id}
                    className="flex items-baseline gap-2 break-inside-avoid py-0.5 leading-tight"
                  >
                    <span className={`min-w-0 grow truncate ${s === "new" ? "font-semibold" : ""}`}>
                      {x.name}
                    </span>
                    <span
                      className={`shrink-0 text-[12.5px] ${s === "differs" ? "text-ember" : "text-soft"}`}
                    >
                      {says[s]}
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
        ),
      )}
      {read?.ticks.map((t) => (
        <p key={t.tripId} className="mt-3">
          {t.ticks.length} {t.ticks.length === 1 ? "line" : "lines"} ticked on the lists of{" "}
          {workspace.trips[t.tripId]
            ? `${workspace.trips[t.tripId]?.name}: those that are not ticked here yet are.`
            : "a trip that is not here: they are left."}
        </p>
      ))}
      {read && read.refused.length > 0 && (
        <ul className="mt-3 rounded-xl border-2 border-ember bg-ember-wash p-3 text-[14px]">
          {read.refused.map((r) => (
            <li key={r.kind + r.name}>
              <b>{r.name || r.kind}</b> cannot be read and is left out. {r.why}
            </li>
          ))}
        </ul>
      )}
      {read && (
        <>
          {has("differs") && (
            <Check
              label="Where something is here and different, take the file’s"
              value={theirs}
              onChange={setTheirs}
            />
          )}
          {has("sameName") && (
            <Check
              label="Add what has the name of something here beside it; else what is here is used in its place"
              value={beside}
              onChange={setBeside}
            />
          )}
          <div className="sticky bottom-0 mt-3 flex gap-2 bg-paper py-2">
            <Button look="strong" className="grow" onClick={() => void take()}>
              {changes.length === 0 ? "All of it is here: open it" : `Take ${changes.length}`}
            </Button>
            <Button onClick={props.onClose}>Not now</Button>
          </div>
        </>
      )}
    </Sheet>
  );
}
