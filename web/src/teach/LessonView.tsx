import type { Night, Schema, Trip } from "../api/client";
import { Prose } from "../parts/Prose";
import { Figure } from "./Figure";
import { letters, questions, useLessonWords } from "./words";

/** The lesson: the memory word, and its pictures, which print on two pages. */
export function LessonView(props: {
  trip: Trip;
  lesson: Schema["LessonOfTrip"];
  name: string;
  made: string;
}) {
  const { trip, lesson } = props;
  const say = useLessonWords();
  const night = trip.nights[lesson.night] as Night;
  return (
    <article
      aria-label="The lesson"
      className="rounded-lg bg-card p-4 text-ink shadow-md sm:p-6 print:p-0 print:shadow-none"
      data-sheet
    >
      <header className="border-ink border-b-2 pb-2">
        <h2 className="text-2xl leading-tight">
          {trip.name}, night {lesson.night + 1}: {night.camp}
        </h2>
        <p className="text-soft">
          Worked out with the bed and clothes of “{props.name}” · made {props.made}
        </p>
        <dl className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3 lg:grid-cols-6 print:grid-cols-6">
          {Object.values(letters).map((l) => (
            <div key={l.word} className="leading-tight">
              <dt className="flex items-baseline gap-2 font-bold">
                <span aria-hidden="true" className="font-display text-3xl">
                  {l.letter}
                </span>
                {l.word}
              </dt>
              <dd className="text-[13px] text-soft print:text-[8pt]">{l.says}</dd>
            </div>
          ))}
        </dl>
      </header>
      <ol className="mt-4 grid gap-x-8 gap-y-6 md:grid-cols-2 print:grid-cols-2 print:gap-y-[5mm]">
        {lesson.pictures.map((p, i) => (
          <li key={p.topic} className="break-inside-avoid print:text-[9pt]">
            <h3 className="flex items-baseline gap-2 text-lg leading-tight print:text-[12pt]">
              <span className="grid size-7 shrink-0 place-items-center self-center rounded-full bg-ink font-display text-base text-paper">
                {letters[p.letter].letter}
              </span>
              {i + 1}. {questions[p.topic]}
            </h3>
            <div className="my-2 max-w-[400px]">
              <Figure lesson={p} night={trip.nights[p.night] as Night} />
            </div>
            <p className="leading-snug">{say(p)}</p>
            <p className="mt-1 leading-snug">
              <b>{p.do}</b> <span className="text-soft">{p.why}</span>
            </p>
            {p.usual && <p className="mt-1 text-[13px] text-soft italic print:text-[8pt]">{p.usual}</p>}
          </li>
        ))}
      </ol>
      <p className="mt-4 border-line border-t pt-2 text-[13px] text-soft print:text-[8pt]">
        Told of one night and one person's things: others come to other numbers and to the same order. People
        differ by <Prose of="4 K" /> and more. A plan, not a promise: local rules, guides and medical advice
        come first.
      </p>
    </article>
  );
}
