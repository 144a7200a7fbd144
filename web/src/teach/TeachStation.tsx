import { useQueries } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { atOnce } from "../api/atOnce";
import { api, type Problem, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { useAsked, useTrip } from "../state/trip";
import { awaits, useWorkspace } from "../state/workspace";
import { made } from "../take/words";
import { useSettings } from "../units/units";
import { LessonView } from "./LessonView";
import { PersonPage } from "./PersonPage";
import { QuizView } from "./QuizView";

type What = "people" | "lesson" | "quiz";
const whats: Record<What, string> = { people: "Who has what", lesson: "The lesson", quiz: "Quiz" };

/** The leader's page: each person's list and reason, the lesson from this trip's own numbers, a quiz of two minutes. */
export function Component() {
  const { trip, index, who } = useTrip();
  const settings = useSettings();
  const sleepers = useWorkspace((s) => s.sleepers);
  const [what, setWhat] = useState<What>("people");
  if (!trip)
    return (
      <main className="px-5 py-8">
        <h1 className="text-3xl">Teach</h1>
        <p className="mt-2 text-lg">Open a trip first: the lesson is made of its own numbers.</p>
      </main>
    );
  const name = (i: number) => sleepers[trip.members[i]?.sleeperId ?? ""]?.name ?? "someone";
  return (
    <main className="min-w-0 px-4 py-4 sm:px-5 print:p-0">
      <style>{"@page { size: A4; margin: 11mm; }"}</style>
      <div className="print:hidden">
        <h1 className="text-3xl leading-tight">Teach</h1>
        <p className="mt-1 max-w-2xl text-soft">
          For whoever leads: what each has and why, what is lacking and what would do for nothing, and ten
          pictures that say it in this trip's own numbers.{" "}
          <Link to={`/trips/${trip.id}/rehearse/${index + 1}`} className="underline">
            Rehearse an evening
          </Link>{" "}
          after it.
        </p>
        <div className="my-3 flex flex-wrap items-center gap-2">
          <Segments label="What is taught" value={what} options={whats} onChange={setWhat} />
          {trip.members.length > 1 && what !== "people" && (
            <Segments
              label="Told with whose things"
              value={`${who}`}
              options={Object.fromEntries(trip.members.map((_, i) => [`${i}`, name(i)]))}
              onChange={(w) => settings.set({ who: { ...settings.who, [trip.id]: Number(w) } })}
            />
          )}
        </div>
      </div>
      {trip.nights.length === 0 ? (
        <p className="text-lg">
          The trip has no nights yet. Lay one out on Cold; everything here comes from them.
        </p>
      ) : what === "people" ? (
        <People trip={trip} />
      ) : (
        <Lesson trip={trip} index={index} who={who} name={name(who)} what={what} onWhat={setWhat} />
      )}
    </main>
  );
}

function People({ trip }: { trip: Trip }) {
  const revision = useWorkspace((w) => w.kitRevision);
  const waits = useWorkspace((w) => awaits(trip, w.unsaved));
  const asked = useQueries({
    queries: trip.members.map((_, member) => ({
      queryKey: ["leader", revision, trip, member],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        atOnce(() =>
          signal.aborted ? Promise.reject(signal.reason) : api.leader({ trip, night: 0, member }, signal),
        ),
      enabled: !waits,
    })),
  });
  const problem = (asked.find((a) => a.error)?.error ?? null) as Problem | null;
  const done = asked.filter((a) => a.data).length;
  return (
    <>
      <PrintPress
        ready={done === asked.length}
        says={`${done} of ${asked.length} worked out…`}
        problem={problem}
      />
      <div className="max-w-5xl print:max-w-none">
        {asked.map(({ data }) =>
          data ? <PersonPage key={data.sleeperId} trip={trip} person={data} made={made()} /> : null,
        )}
      </div>
    </>
  );
}

function Lesson(props: {
  trip: Trip;
  index: number;
  who: number;
  name: string;
  what: What;
  onWhat: (what: What) => void;
}) {
  const { trip, index, who } = props;
  const asked = useAsked("lesson", api.lesson, trip, index, who);
  const lesson = asked.data;
  const ready = lesson !== undefined && !asked.isPlaceholderData;
  if (lesson && lesson.pictures.length === 0)
    return (
      <p className="text-lg">
        Night {index + 1} has no low yet, or {props.name} has no bed on it. Give it both, or step to another
        night: the pictures are made of its numbers.
      </p>
    );
  return (
    <>
      <PrintPress ready={ready} says="Worked out…" problem={asked.error as Problem | null} />
      {lesson &&
        (props.what === "lesson" ? (
          <div className="max-w-5xl print:max-w-none">
            <LessonView trip={trip} lesson={lesson} name={props.name} made={made()} />
          </div>
        ) : (
          <QuizView
            key={`${trip.id} ${lesson.night} ${lesson.sleeperId}`}
            trip={trip}
            lesson={lesson}
            onLesson={() => props.onWhat("lesson")}
          />
        ))}
    </>
  );
}

/** The press that prints what is there, once all of it is. */
function PrintPress(props: { ready: boolean; says: string; problem: Problem | null }) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-3 print:hidden">
      <Button disabled={!props.ready} onClick={() => print()}>
        Print
      </Button>
      <p className="text-soft" role="status">
        {props.problem || props.ready ? "" : props.says}
      </p>
      {props.problem && <ProblemList problem={props.problem} />}
    </div>
  );
}
