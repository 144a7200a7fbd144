import { useState } from "react";
import type { LoadAnswer, LoadPlan, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { dateInWords, today } from "../state/trip";
import { editOne } from "../state/workspace";
import { checks, lookReasons } from "../units/words";
import { useNames } from "./Findings";
import { TickBox, useTicks } from "./ticks";
import type { LoadEdit } from "./useLoad";

/** What is looked at before leaving, the most pressing first; what was mended goes into the thing's history. */
export function Leaving(props: {
  trip: Trip;
  answer: LoadAnswer;
  plan: LoadPlan;
  sleeperId: string;
  edit: LoadEdit;
}) {
  const { answer } = props;
  const names = useNames(answer);
  const ticks = useTicks(props.plan, props.edit, props.sleeperId);
  const [mending, setMending] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const pressing = answer.looks.filter((l) => l.urgency === "mend" || l.urgency === "due");
  const rest = answer.looks.filter((l) => l.urgency === "look");
  const seen = answer.looks.filter((l) => l.urgency === "seen");
  const save = (look: Schema["Look"]) => {
    editOne("items", look.itemId, (i) => ({
      ...i,
      history: [...(i.history ?? []), { on: today(), what: look.what, note: note.trim() }],
      ...(look.what === "repellency" && look.urgency === "mend" ? { repellency: 1 } : {}),
      ...(look.what === "holdsAir" ? { soft: false } : {}),
    }));
    setMending(null);
    setNote("");
  };
  const row = (l: Schema["Look"]) => (
    <li key={l.line} className="border-line border-t py-0.5">
      <div className="flex items-center gap-2">
        <TickBox ticks={ticks} line={l.line} label={`${names.thing(l.itemId)}: ${checks[l.what]}`} />
        <span className="min-w-0 grow leading-tight">
          <b>{names.thing(l.itemId)}</b> <span className="text-soft">{checks[l.what].toLowerCase()}</span>
          <span
            className={`block text-[13px] ${l.urgency === "mend" ? "font-semibold text-ember" : "text-soft"}`}
          >
            {l.reason === "age" && l.years !== null
              ? `${Math.round(l.years)} years old`
              : lookReasons[l.reason]}
            {l.lastSeen && `, ${dateInWords(l.lastSeen)}`}
            {l.urgency !== "seen" && ` · by ${dateInWords(l.by)}`}
            {ticks.by(l.line) && ` · ${names.person(ticks.by(l.line))}`}
          </span>
        </span>
        {l.urgency !== "seen" && (
          <Button look="quiet" className="shrink-0 print:hidden" onClick={() => setMending(l.line)}>
            Seen to
          </Button>
        )}
      </div>
      {mending === l.line && (
        <form
          className="mb-2 flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            save(l);
          }}
        >
          <div className="grow">
            <TextField
              label="What was done; it goes into the thing's history"
              value={note}
              placeholder="found sound"
              onChange={setNote}
            />
          </div>
          <Button look="strong" type="submit">
            Note it
          </Button>
        </form>
      )}
    </li>
  );
  return (
    <div className="mt-2 max-w-3xl">
      {answer.looks.length > 0 && ticks.rounds}
      {answer.trial && (
        <p className="my-2 rounded-xl bg-ice-wash px-3 py-2">
          <b>A trial night near home, about {dateInWords(answer.trial.on)}:</b>{" "}
          {answer.trial.itemId
            ? `change one thing, the ${names.thing(answer.trial.itemId).toLowerCase()}, which is new.`
            : "nothing that is along is marked as new; say in Kit since when you own a thing."}
          {answer.trial.others.length > 0 &&
            ` Also new, each with a night of its own: ${answer.trial.others.map((id) => names.thing(id).toLowerCase()).join(", ")}.`}
        </p>
      )}
      {pressing.length > 0 && <h2 className="mt-3 text-lg">Mend or try in time</h2>}
      <ul>{pressing.map(row)}</ul>
      {(Object.keys(checks) as Schema["Check"][])
        .map((what) => ({ what, looks: rest.filter((l) => l.what === what) }))
        .filter((g) => g.looks.length > 0)
        .map((g) => (
          <section key={g.what}>
            <h2 className="mt-3 text-lg">{checks[g.what]}</h2>
            <ul>{g.looks.map(row)}</ul>
          </section>
        ))}
      {seen.length > 0 && <h2 className="mt-3 text-lg">Seen to lately</h2>}
      <ul>{seen.map(row)}</ul>
      {answer.looks.length === 0 && <p className="mt-3 text-soft">Nothing that comes along needs a look.</p>}
    </div>
  );
}

/** What is to be mended, in a sentence. */
export function LeavingHeadline({ answer }: { answer: LoadAnswer }) {
  const mend = answer.looks.filter((l) => l.urgency === "mend").length;
  const due = answer.looks.filter((l) => l.urgency === "due").length;
  return (
    <>
      {mend > 0 && <span className="text-ember">{mend} to mend before leaving.</span>}{" "}
      {due > 0 ? `${due} due for a look.` : mend === 0 ? "Nothing is due; look once over all." : ""}
    </>
  );
}
