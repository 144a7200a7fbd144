import { useCallback, useEffect, useState } from "react";
import type { Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { untested, useWrite } from "../units/units";
import { letters, questions } from "./words";

type Question = Schema["QuizQuestion"];

/** How a choice is written. */
const useChoice = () => {
  const w = useWrite();
  return (c: Schema["QuizChoice"]) =>
    c.value == null ? c.says : c.value < untested ? `under ${w.temp(untested)}` : w.temp(c.value);
};

/** Two minutes of questions, by press or by the keys 1 to 4, and on paper with the answers upside down. */
export function QuizView(props: { trip: Trip; lesson: Schema["LessonOfTrip"]; onLesson: () => void }) {
  const { quiz, pictures } = props.lesson;
  const [answers, setAnswers] = useState<number[]>([]);
  const [shown, setShown] = useState(false);
  const say = useChoice();
  const at = answers.length - (shown ? 1 : 0);
  const question = quiz[at];
  const answer = useCallback((choice: number) => {
    setAnswers((a) => [...a, choice]);
    setShown(true);
  }, []);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (document.querySelector("[role=dialog]") || e.ctrlKey || e.metaKey || e.altKey || !question) return;
      const choice = Number(e.key) - 1;
      if (!shown && choice >= 0 && choice < question.choices.length) answer(choice);
      else if (shown && e.key === "Enter") setShown(false);
      else return;
      // Digits go to stations elsewhere; here they answer.
      e.preventDefault();
      e.stopImmediatePropagation();
    };
    addEventListener("keydown", onKey, { capture: true });
    return () => removeEventListener("keydown", onKey, { capture: true });
  }, [question, shown, answer]);
  const right = answers.filter((a, i) => a === quiz[i]?.right).length;
  const missed = quiz.filter((q, i) => answers[i] !== undefined && answers[i] !== q.right);
  const again = () => {
    setAnswers([]);
    setShown(false);
  };
  return (
    <>
      <section aria-label="Quiz" className="max-w-2xl print:hidden">
        {question ? (
          <>
            <p className="text-soft">
              Question {at + 1} of {quiz.length} · night {question.night + 1}
              {shown && question.topic && ` · ${letterOf(pictures, question)}`}
            </p>
            <h2 className="mt-1 text-2xl leading-tight">{question.asks}</h2>
            <ol className="mt-3 space-y-2">
              {question.choices.map((c, i) => {
                const chosen = shown && answers[at] === i;
                const isRight = shown && i === question.right;
                return (
                  <li key={say(c)}>
                    <button
                      type="button"
                      disabled={shown}
                      onClick={() => answer(i)}
                      className={`flex min-h-14 w-full items-center gap-3 rounded-xl border-2 px-4 py-2 text-left text-lg ${isRight ? "border-ink bg-ink text-paper" : chosen ? "border-ember text-ember" : "border-line enabled:hover:border-ink"}`}
                    >
                      <kbd className="text-base opacity-70">{i + 1}</kbd> {say(c)}
                      {isRight && <span className="ml-auto text-base">right</span>}
                      {chosen && !isRight && <span className="ml-auto text-base">yours</span>}
                    </button>
                  </li>
                );
              })}
            </ol>
            <div role="status">
              {shown && (
                <>
                  <p className="mt-3 text-lg leading-snug">
                    <b>{answers[at] === question.right ? "Yes." : "No."}</b> {question.because}
                  </p>
                  <Button look="strong" className="mt-3" onClick={() => setShown(false)}>
                    {at + 1 < quiz.length ? "Next question" : "How it went"}
                  </Button>
                </>
              )}
            </div>
          </>
        ) : (
          <>
            <h2 className="text-3xl">
              {right} of {quiz.length} right
            </h2>
            {missed.length > 0 ? (
              <>
                <p className="mt-1">What to look at once more:</p>
                <ul className="mt-2 space-y-2">
                  {missed.map((q) => (
                    <li key={q.asks} className="border-line border-t pt-2 leading-snug">
                      {q.topic && <b>{questions[q.topic]} </b>}
                      {q.asks} <b>{say(q.choices[q.right] as Schema["QuizChoice"])}.</b>{" "}
                      <span className="text-soft">{q.because}</span>
                    </li>
                  ))}
                </ul>
              </>
            ) : (
              <p className="mt-1 text-lg">All of it. Say it to the next one in your own words.</p>
            )}
            <div className="mt-4 flex gap-3">
              <Button look="strong" onClick={again}>
                Once more
              </Button>
              <Button onClick={props.onLesson}>The pictures</Button>
            </div>
          </>
        )}
      </section>
      <QuizPaper trip={props.trip} quiz={quiz} />
    </>
  );
}

const letterOf = (pictures: Schema["Lesson"][], q: Question) => {
  const picture = pictures.find((p) => p.topic === q.topic);
  return picture ? letters[picture.letter].word : "";
};

/** The same on one page, the answers upside down at its foot. */
function QuizPaper({ trip, quiz }: { trip: Trip; quiz: Question[] }) {
  const say = useChoice();
  return (
    <article
      aria-label="Quiz on paper"
      className="paper hidden h-[272mm] flex-col text-[11pt] text-ink print:flex"
      data-sheet
    >
      <h2 className="border-ink border-b-2 pb-[2mm] text-[20pt]">{trip.name}: two minutes</h2>
      <ol className="mt-[4mm] list-decimal space-y-[4mm] pl-[6mm]">
        {quiz.map((q) => (
          <li key={q.asks}>
            <b>{q.asks}</b> <span className="text-soft">(night {q.night + 1})</span>
            <ul className="mt-[1mm] flex flex-wrap gap-x-[8mm] gap-y-[1mm]">
              {q.choices.map((c) => (
                <li key={say(c)} className="flex items-center gap-[2mm]">
                  <span className="inline-block size-[3.5mm] border border-ink" /> {say(c)}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      <p className="mt-auto rotate-180 text-[8pt]">
        {quiz.map((q, i) => `${i + 1}: ${say(q.choices[q.right] as Schema["QuizChoice"])}`).join(" · ")}
      </p>
    </article>
  );
}
