import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type NightAnswer, type Problem, type Schema } from "../api/client";
import { Cut } from "../night/Cut";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Assumed, Prose } from "../parts/Prose";
import { useWidth } from "../parts/useSize";
import { VerdictMark } from "../parts/VerdictMark";
import { useAsked, useGo, usePlan, useTrip } from "../state/trip";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";
import { BodyLine } from "./BodyLine";
import { ReckoningView } from "./ReckoningView";

type Evening = Schema["EveningPlayed"];

/** One evening of the trip, played: choices, what goes wrong, and at four in the morning the reckoning. */
export function Component() {
  const { trip, index, night, who } = useTrip();
  const go = useGo();
  const w = useWrite();
  const [params, setParams] = useSearchParams();
  const seed = Math.abs(Number.parseInt(params.get("evening") ?? "1", 10)) || 1;
  const [answers, setAnswers] = useState<number[]>([]);
  const [large, setLarge] = useState(false);
  const plan = usePlan(trip, index, who).data;
  const asked = useAsked(
    "rehearsal",
    (a, signal) => api.rehearsal({ ...a, seed, answers }, signal),
    trip,
    index,
    who,
    [seed, answers],
  );
  const evening = asked.data?.evening ?? null;
  const open = evening && evening.answers.length < evening.questions ? evening.moments.at(-1) : undefined;
  const ready = evening !== null && !asked.isPlaceholderData;
  const choose = (choice: number) => ready && setAnswers([...answers, choice]);
  const begin = (next: number) => {
    setAnswers([]);
    setParams({ evening: `${next}` }, { replace: true });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another night or person begins anew
  useEffect(() => setAnswers([]), [trip?.id, index, who]);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.target as HTMLElement).closest("input, textarea, select") || e.ctrlKey || e.metaKey || e.altKey)
        return;
      if (document.querySelector("[role=dialog]")) return;
      const choice = Number(e.key) - 1;
      if (open && ready && choice >= 0 && choice < open.choices.length) setAnswers([...answers, choice]);
      else if (e.key === "Backspace" && answers.length > 0) setAnswers(answers.slice(0, -1));
      else return;
      // Digits go to stations elsewhere; here they answer.
      e.preventDefault();
      e.stopImmediatePropagation();
    };
    addEventListener("keydown", onKey, { capture: true });
    return () => removeEventListener("keydown", onKey, { capture: true });
  }, [open, ready, answers]);

  if (!trip || !night)
    return (
      <main className="px-5 py-8">
        <h1 className="text-3xl">Rehearse an evening</h1>
        <p className="mt-2 text-lg">The trip has no nights yet. Lay one out on Cold first.</p>
      </main>
    );
  const nothing = asked.data && asked.data.evening === null;
  return (
    <main
      className={`grid min-w-0 grow content-start gap-x-8 gap-y-4 px-4 py-4 sm:px-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)] ${large ? "text-[1.25em]" : ""}`}
    >
      <div className="min-w-0">
        <p className="text-soft">
          Night {index + 1} · {night.camp}, evening {seed}
        </p>
        <h1 className="flex items-center gap-3 text-3xl leading-tight sm:text-4xl">
          {evening && <VerdictMark verdict={evening.now.verdict} size={36} />}
          {evening ? headline(evening, w.temp) : nothing ? "Nothing to rehearse yet." : "Rehearse an evening"}
        </h1>
        {nothing && (
          <p className="mt-2 text-lg">
            The night needs a low and a bed first.{" "}
            <button type="button" className="min-h-11 underline" onClick={() => go.station("night", index)}>
              Make the bed
            </button>
          </p>
        )}
        {asked.error && <ProblemList problem={asked.error as unknown as Problem} />}
        {evening && plan?.night && <Picture evening={evening} plan={plan.night} night={night} />}
        <div className="mt-3 flex flex-wrap gap-2">
          <Button disabled={answers.length === 0} onClick={() => setAnswers(answers.slice(0, -1))}>
            Take one back
          </Button>
          <Button disabled={answers.length === 0} onClick={() => setAnswers([])}>
            The same evening again
          </Button>
          <Button onClick={() => begin((seed % 999) + 1)}>Another evening</Button>
          <Button aria-pressed={large} onClick={() => setLarge(!large)}>
            {large ? "For oneself" : "For a group"}
          </Button>
        </div>
        {large && (
          <p className="mt-2 text-soft">
            One screen, a show of hands at each question. Evening {seed} is the same for whoever plays it.
          </p>
        )}
      </div>
      {evening && (
        <div className="min-w-0">
          {open ? (
            <Question
              moment={open}
              number={answers.length + 1}
              of={evening.questions}
              ready={ready}
              onChoose={choose}
            />
          ) : (
            evening.reckoning && (
              <ReckoningView
                evening={evening}
                reckoning={evening.reckoning}
                onBest={() => setAnswers(evening.reckoning?.best ?? [])}
              />
            )
          )}
          {open && answers.length > 0 && <Done evening={evening} />}
          <Assumed of={evening.assumed} className="mt-4" />
        </div>
      )}
    </main>
  );
}

/** The verdict as it stands, in a sentence. */
function headline(evening: Evening, temp: (c: number) => string) {
  const { now, answers, questions } = evening;
  const word = verdicts[now.verdict];
  const said = word.charAt(0).toUpperCase() + word.slice(1);
  return answers.length === questions
    ? `Four in the morning: ${word}, at ${temp(now.low)}.`
    : `${said} as it stands, at ${temp(now.low)}.`;
}

function Picture(props: { evening: Evening; plan: NightAnswer; night: Schema["Night"] }) {
  const { now } = props.evening;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const plan: NightAnswer = {
    ...props.plan,
    cut: now.cut,
    frost: null,
    weakest: null,
    hours: props.plan.hours && { ...props.plan.hours, lowestFeet: now.feet },
  };
  return (
    <div ref={box} className="mt-3">
      {width > 0 && (
        <Cut
          plan={plan}
          night={props.night}
          width={width}
          height={Math.min(330, width * 0.5)}
          selected={null}
          onPress={() => {}}
          plain
        />
      )}
      <p className="mt-1.5" aria-live="polite">
        At four: skin <b>{w.temp(now.skin, 1)}</b>, feet <b>{w.temp(now.feet)}</b>; slept through down to{" "}
        <b>{now.warmTo.together.outside != null ? w.temp(now.warmTo.together.outside) : "no low"}</b>.{" "}
        {Math.round(now.waterG)} g of water in the bedding at dawn, {Math.round(now.fuelG)} g of fuel burnt
        for it.
      </p>
      {width > 0 && <BodyLine steps={now.steps} width={width} />}
    </div>
  );
}

function Question(props: {
  moment: Schema["EveningMoment"];
  number: number;
  of: number;
  ready: boolean;
  onChoose: (choice: number) => void;
}) {
  const { moment } = props;
  return (
    <section aria-label={`Question ${props.number} of ${props.of}`}>
      <p className="text-soft">
        {clock(moment.hour)} · {props.number} of {props.of}
        {moment.goneWrong && <b className="text-ember"> · something goes wrong</b>}
      </p>
      <h2 className="mt-1 text-2xl leading-snug">
        <Prose of={moment.says} />
      </h2>
      <ol className="mt-3 space-y-2">
        {moment.choices.map((c, i) => (
          <li key={c.says}>
            <button
              type="button"
              disabled={!props.ready}
              className="flex w-full items-start gap-3 rounded-xl border border-edge/60 bg-card px-3 py-2.5 text-left hover:border-ink disabled:opacity-60"
              onClick={() => props.onChoose(i)}
            >
              <span className="grid size-8 shrink-0 place-items-center rounded-lg border border-edge/60 font-bold font-display">
                {i + 1}
              </span>
              <span>
                <b>
                  <Prose of={c.says} />
                </b>
                <span className="block text-soft">
                  <Prose of={c.tells} />
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Done({ evening }: { evening: Evening }) {
  return (
    <ol className="mt-5 border-line border-t pt-2" aria-label="What was chosen">
      {evening.answers.map((a, i) => {
        const moment = evening.moments[i];
        return (
          <li key={moment?.asks} className="flex gap-3 py-0.5">
            <span className="w-12 shrink-0 text-soft">{clock(moment?.hour ?? 0)}</span>
            <Prose of={moment?.choices[a]?.says ?? ""} />
          </li>
        );
      })}
    </ol>
  );
}
