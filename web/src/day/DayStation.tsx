import { memo, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type DayAnswer, Problem, type Schema } from "../api/client";
import { EndsAside, WatchList } from "../ends/Aside";
import { EndsPicture } from "../ends/EndsPicture";
import { type EndsOf, endsHeadline, endsOf, isEnd } from "../ends/headline";
import { useEnds } from "../ends/useEnds";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { useWidth } from "../parts/useSize";
import { useGo, useTrip } from "../state/trip";
import { useWrite } from "../units/units";
import { works } from "../units/words";
import { Bars, type Group, groupNames, groups } from "./Bars";
import { Blocks } from "./Blocks";
import { DayAside } from "./DayAside";
import { DayMark } from "./DayMark";
import { Drift } from "./Drift";
import { headline, hoursOf } from "./day";
import { Lanes } from "./Lanes";
import { scaleOf } from "./scale";
import { useDay } from "./useDay";
import { WearTable } from "./WearTable";

/** What stands beside it has no news while something is drawn, and is not drawn anew. */
const Aside = memo(DayAside, (_, next) => next.edit.drawing);

/** One day on the drift: what its work needs, what is worn, when it turns, and what it leaves for the night. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const { answer, error, edit } = useDay(trip, index, who, member);
  const go = useGo();
  const w = useWrite();
  const [box, width] = useWidth<HTMLDivElement>();
  const [group, setGroup] = useState<Group>("torso");
  const [dressing, setDressing] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [table, setTable] = useState(false);
  const [params, setParams] = useSearchParams();
  const asked = params.get("of");
  const of: EndsOf = isEnd(asked) ? asked : "body";
  const [selected, setSelected] = useState<string | null>(null);
  const { ends, error: endsError } = useEnds(trip, index, who, edit !== null && !edit.drawing);

  const dress = async () => {
    if (!trip || !edit || dressing) return;
    setDressing(true);
    setProblem(null);
    try {
      const dressed = await api.dress({ trip, night: index, member: who });
      edit.change((day) => ({
        ...day,
        blocks: day.blocks?.length ? day.blocks : dressed.blocks,
        worn: dressed.worn,
      }));
    } catch (e) {
      setProblem(e instanceof Problem ? e : new Problem(0, "Dressing did not work.", []));
    } finally {
      setDressing(false);
    }
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== "d" || e.ctrlKey || e.metaKey || e.altKey) return;
      if ((e.target as HTMLElement).closest("input, textarea, select, [role=dialog]")) return;
      e.preventDefault();
      void dress();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  });
  useEffect(() => {
    const onPrint = () => setTable(true);
    addEventListener("beforeprint", onPrint);
    return () => removeEventListener("beforeprint", onPrint);
  }, []);

  if (!trip || !night || !member || !edit)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No day to dress for.</h1>
        <p className="mt-2 mb-4 text-soft">Each night has the day before it. Lay out the nights first.</p>
        <Button look="strong" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );
  const narrow = width < 640;
  const scale = scaleOf(width, hoursOf(answer?.blocks ?? []));
  const said =
    of !== "body" ? (ends ? endsHeadline(ends, of, w.temp) : null) : answer ? headline(answer) : null;
  const worst = of === "body" ? answer && worstOf(answer) : undefined;
  const from = trip.nights[index - 1]?.camp;

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_318px] lg:content-stretch">
      <section className="min-w-0 px-3 py-4 sm:px-5">
        <Segments
          label="Which part of you"
          className="mb-2 sm:float-right sm:mb-0 sm:ml-4"
          value={of}
          options={endsOf}
          onChange={(to) => setParams(to === "body" ? {} : { of: to }, { replace: true })}
        />
        <p className="text-soft">
          Day {index + 1}
          {(from || night.camp) && ` · ${from ? `${from} to ` : "to "}${night.camp || "camp"}`}
          {answer?.airLow != null &&
            answer.airHigh != null &&
            ` · ${w.temp(answer.airLow)} to ${w.temp(answer.airHigh)}`}
          {answer && !answer.laidOut && ` · not laid out; as such a day usually goes: ${works[answer.work]}`}
        </p>
        <h1 className="flex items-start gap-x-3 text-[26px] leading-tight">
          {worst && <DayMark verdict={worst} size={27} />}
          <span>
            {said ? (
              <>
                {said.calm} <span className={worst === "warm" ? "" : "text-ember"}>{said.short}</span>
                {!answer?.played && "No air for this day yet: type a low on Cold, or read a forecast."}
              </>
            ) : (
              "…"
            )}
          </span>
        </h1>
        {(error ?? endsError) && <ProblemList problem={(error ?? endsError) as Problem} />}
        {of === "body" ? (
          <Presets
            answer={answer}
            onDress={() => void dress()}
            dressing={dressing}
            onLay={(blocks, work) => edit.change((day) => ({ ...day, work, blocks, worn: null }))}
            onClear={() => edit.change((day) => ({ ...day, blocks: null, worn: null }))}
          />
        ) : (
          <div className="h-3" />
        )}
        <div ref={box} className={edit.drawing ? "cursor-grabbing" : ""}>
          {answer && width > 0 && (
            <>
              {of !== "body" ? (
                <EndsPicture
                  of={of}
                  answer={answer}
                  ends={ends}
                  scale={scale}
                  edit={edit}
                  selected={selected}
                  onSelect={setSelected}
                />
              ) : answer.played ? (
                <Drift answer={answer} scale={scale} height={narrow ? 250 : 262} />
              ) : (
                <div className="rounded-xl bg-warm-wash p-6 text-soft">
                  The drift is drawn once the day has air.
                </div>
              )}
              <Blocks answer={answer} scale={scale} edit={edit} />
              {narrow && of === "body" && (
                // biome-ignore lint/a11y/useSemanticElements: a row of buttons
                <div
                  role="group"
                  aria-label="Which clothes"
                  className="mb-1 flex overflow-hidden rounded-lg border border-edge/60"
                >
                  {groups
                    .filter((g) => g !== "hands" && g !== "feet")
                    .map((g) => (
                      <button
                        key={g}
                        type="button"
                        aria-pressed={group === g}
                        className="min-h-11 grow bg-card aria-pressed:bg-ice-wash aria-pressed:font-semibold"
                        onClick={() => setGroup(g)}
                      >
                        {groupNames[g]}
                      </button>
                    ))}
                </div>
              )}
              {answer.wearable.length === 0 ? (
                <p className="py-3 text-soft">
                  No clothes come along by day. In Kit, mark what comes along; what is slept in counts as kept
                  for the night until Dry says otherwise.
                </p>
              ) : (
                <Bars
                  answer={answer}
                  scale={scale}
                  edit={edit}
                  only={of !== "body" ? groupsOf[of] : narrow ? group : null}
                />
              )}
              {of === "body" && <Lanes answer={answer} scale={scale} />}
            </>
          )}
        </div>
        {of === "body" && answer && answer.wearable.length > 0 && (
          <details className="mt-3" open={table} onToggle={(e) => setTable(e.currentTarget.open)}>
            <summary className="min-h-9 cursor-pointer">
              <h2 className="inline text-lg">What I wear when</h2>{" "}
              <span className="text-soft">by work and air; goes along on the card</span>
            </summary>
            <WearTable trip={trip} index={index} who={who} open={answer.played !== null} />
          </details>
        )}
      </section>
      {answer && of !== "body" && (
        <EndsAside
          trip={trip}
          who={who}
          of={of}
          answer={answer}
          ends={ends}
          edit={edit}
          selected={selected}
          onSelect={setSelected}
        />
      )}
      {answer && of === "body" && (
        <Aside
          trip={trip}
          index={index}
          who={who}
          answer={answer}
          edit={edit}
          onDress={() => void dress()}
          dressing={dressing}
          problem={problem}
          watch={ends && <WatchList ends={ends} trip={trip} />}
        />
      )}
    </main>
  );
}

const groupsOf: Record<Exclude<EndsOf, "body">, Group> = { hands: "hands", feet: "feet", face: "head" };

const order: Schema["DayVerdict"][] = ["right", "warm", "cool", "dripping", "chilling"];
const worstOf = (answer: DayAnswer) =>
  answer.played?.blocks.reduce<Schema["DayVerdict"] | null>(
    (worst, b) => (worst === null || order.indexOf(b.verdict) > order.indexOf(worst) ? b.verdict : worst),
    null,
  ) ?? null;

/** Whole days in a press. */
function Presets(props: {
  answer: DayAnswer | undefined;
  onLay: (blocks: Schema["DayBlock"][], work: Schema["DayWork"]) => void;
  onClear: () => void;
  onDress: () => void;
  dressing: boolean;
}) {
  const { answer } = props;
  if (!answer) return <div className="my-3 h-9" />;
  return (
    <div className="print:hidden my-3 flex flex-wrap items-center gap-1.5">
      <span className="text-[13px] text-soft">{answer.laidOut ? "Lay out anew:" : "Lay out:"}</span>
      {answer.presets.map((p) => (
        <button
          key={p.work}
          type="button"
          aria-pressed={answer.laidOut && answer.work === p.work}
          className="min-h-11 rounded-full border border-edge/60 bg-card px-3 hover:border-ink aria-pressed:border-ink aria-pressed:font-semibold sm:min-h-8"
          onClick={() =>
            props.onLay(
              p.blocks.map((b) => ({ ...b, id: crypto.randomUUID() })),
              p.work,
            )
          }
        >
          {works[p.work]}
        </button>
      ))}
      {answer.laidOut && (
        <Button look="quiet" onClick={props.onClear}>
          Clear
        </Button>
      )}
      <Button look="strong" className="w-full lg:hidden" disabled={props.dressing} onClick={props.onDress}>
        {props.dressing ? "Dressing…" : "Dress me"}
      </Button>
    </div>
  );
}
