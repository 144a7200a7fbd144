import { useState } from "react";
import type { NightAnswer, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { Prose } from "../parts/Prose";
import { editMember } from "../state/trip";

type Caution = Schema["Caution"];

/** The rules that apply to this night, each with its reason. One that is answered with a note stays quiet. */
export function Rules(props: { trip: Trip; who: number; plan: NightAnswer }) {
  const speaking = props.plan.cautions.filter((c) => !c.grave && c.answer === null);
  const quiet = props.plan.cautions.filter((c) => c.answer !== null);
  if (speaking.length + quiet.length === 0) return null;
  const forget = (rule: string) =>
    editMember(props.trip, props.who, (m) => ({ ...m, quiet: m.quiet.filter((q) => q.rule !== rule) }));
  return (
    <section>
      <h2 className="text-lg">Mind</h2>
      <ul className="mt-1 space-y-2">
        {speaking.map((c) => (
          <Spoken key={c.rule + c.text} {...props} caution={c} />
        ))}
      </ul>
      {quiet.length > 0 && (
        <details className="mt-2 text-[14px]">
          <summary className="min-h-8 cursor-pointer font-semibold">{quiet.length} answered</summary>
          <ul className="space-y-1">
            {quiet.map((c) => (
              <li key={c.rule}>
                <span className="text-soft">{c.text}</span> {c.answer && <q>{c.answer}</q>}{" "}
                <button
                  type="button"
                  className="min-h-8 underline print:hidden"
                  onClick={() => forget(c.rule)}
                >
                  say it again
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** One rule, grave or not, with its reason and a way to answer it. */
export function Spoken(props: { trip: Trip; who: number; caution: Caution }) {
  const { caution } = props;
  const [answering, setAnswering] = useState(false);
  const [note, setNote] = useState("");
  const answer = () =>
    editMember(props.trip, props.who, (m) => ({
      ...m,
      quiet: [...m.quiet.filter((q) => q.rule !== caution.rule), { rule: caution.rule, note }],
    }));
  return (
    <li
      className={
        caution.grave ? "list-none rounded-lg border-2 border-ember bg-ember-wash px-3 py-2" : "text-[14px]"
      }
    >
      <Prose of={caution.text} />{" "}
      <span className="text-soft">
        <Prose of={caution.why} />
      </span>{" "}
      {caution.mayBeQuiet && !answering && (
        <button
          type="button"
          className="min-h-8 text-[13px] underline print:hidden"
          onClick={() => setAnswering(true)}
        >
          answer
        </button>
      )}
      {answering && (
        <form
          className="mt-1 flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            answer();
          }}
        >
          <div className="grow">
            <TextField label="Why it does not matter here" value={note} onChange={setNote} />
          </div>
          <Button type="submit">Keep quiet</Button>
        </form>
      )}
    </li>
  );
}
