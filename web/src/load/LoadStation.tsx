import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Problem, Thing } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Assumed } from "../parts/Prose";
import { Segments } from "../parts/Segments";
import { useWidth } from "../parts/useSize";
import { moved, stayOn } from "../state/loads";
import { useGo, useTrip } from "../state/trip";
import { useWrite } from "../units/units";
import { AddThing } from "./AddThing";
import { Finding, PlaceList, TwiceList, useNames } from "./Findings";
import { Leaving, LeavingHeadline } from "./Leaving";
import { Lists } from "./Lists";
import { LoadsForm } from "./LoadsForm";
import { LostView, lossName, useLost } from "./LostView";
import { NeedsHeadline, NeedsView } from "./NeedsView";
import { Phases } from "./Phases";
import { ReachBoard } from "./ReachBoard";
import { Shared } from "./Shared";
import { ThingSheet } from "./ThingSheet";
import { Towers } from "./Towers";
import { UsesPicture } from "./UsesPicture";
import { useLoad } from "./useLoad";
import { Walk } from "./Walk";
import { headline } from "./words";

const views = {
  way: "The way",
  twice: "Twice",
  lost: "Lost",
  needs: "Food, water, fuel",
  leaving: "Before leaving",
  lists: "Lists",
} as const;
type View = keyof typeof views;

/** Where everything is on each day: towers on the ground, reach, what is counted on twice, one load lost, water and fuel, lists. */
export function Component() {
  const { trip, index: day, who } = useTrip();
  const { answer, error, edit, plan } = useLoad(trip);
  const go = useGo();
  const w = useWrite();
  const [params, setParams] = useSearchParams();
  const [box, width] = useWidth<HTMLDivElement>();
  const [party, setParty] = useState(false);
  const [open, setOpen] = useState<Thing | null>(null);
  const [from, setFrom] = useState<number | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const [sheet, setSheet] = useState<"loads" | "add" | null>(null);
  const [all, setAll] = useState(false);
  const asked = params.get("of");
  const of: View = asked && asked in views ? (asked as View) : "way";
  if (!trip || trip.nights.length === 0)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No days to load for.</h1>
        <p className="mt-2 mb-4 text-soft">
          Lay out the nights first; then everything that comes along stands here, day by day.
        </p>
        <Button look="strong" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );
  const sleeperId = trip.members[who]?.sleeperId ?? "";
  const shown = open && answer?.things.find((t) => t.lotId === open.lotId);

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_318px] lg:content-stretch print:block">
      <section
        className={`min-w-0 px-3 py-4 sm:px-5 ${of === "way" || of === "twice" ? "" : "lg:col-span-2"}`}
      >
        <Segments
          label="What of the loads"
          className="mb-2 text-[14px] xl:float-right xl:mb-0 xl:ml-4"
          value={of}
          options={views}
          onChange={(to) => setParams(to === "way" ? {} : { of: to }, { replace: true })}
        />
        <p className="text-soft">
          {trip.name} · {counted(trip.members.length, "person", "people")}
          {trip.load &&
            trip.load.phases.length > 0 &&
            `, ${counted(trip.load.phases.length, "phase", "phases")}`}
          , {counted(trip.nights.length, "day", "days")}
        </p>
        <h1 className="text-[26px] leading-tight">
          {answer ? (
            <Headline of={of} answer={answer} trip={trip} day={day} who={party ? null : sleeperId} />
          ) : error ? (
            "This cannot be loaded as it stands."
          ) : (
            "…"
          )}
        </h1>
        {error && <ProblemList problem={error as Problem} />}
        <div ref={box}>
          {answer && edit && plan && width > 0 && (
            <>
              {of === "way" && (
                <>
                  <div className="my-2 flex flex-wrap items-center gap-2 print:hidden">
                    {trip.members.length > 1 && (
                      <Button
                        aria-pressed={party}
                        className="aria-pressed:bg-ice-wash"
                        onClick={() => setParty(!party)}
                      >
                        All together
                      </Button>
                    )}
                    <Button onClick={() => setSheet("add")}>+ thing</Button>
                    <Button onClick={() => setSheet("loads")}>Loads and depots</Button>
                    <Legend />
                  </div>
                  <Towers
                    trip={trip}
                    answer={answer}
                    who={party ? null : sleeperId}
                    day={day}
                    width={width}
                    height={width < 640 ? 260 : 300}
                    over={over}
                    onDay={(d) => go.station("load", d)}
                  />
                  <Phases trip={trip} plan={plan} answer={answer} edit={edit} width={width} day={day} />
                  <h2 className="mt-4 mb-1.5 text-lg">Day {day + 1}, as it is reached</h2>
                  <ReachBoard
                    trip={trip}
                    answer={answer}
                    sleeperId={sleeperId}
                    day={day}
                    selected={open?.lotId ?? null}
                    onOpen={setOpen}
                    onOver={setOver}
                    onDrop={(thing, to) => {
                      if ("where" in to) return edit.trip((t) => moved(t, answer, thing, to.where, day));
                      // Dropped on a day: out of a depot it comes along from then on; else it is asked where it goes.
                      const kindOf = (id: string) => answer.loads.find((l) => l.load.id === id)?.load.kind;
                      const own = answer.loads.find(
                        ({ load }) => load.sleeperId === sleeperId && load.kind !== "person",
                      )?.load.id;
                      if (own && kindOf(stayOn(thing, to.day).loadId) === "depot")
                        edit.trip((t) => moved(t, answer, thing, { loadId: own, reach: "inside" }, to.day));
                      else {
                        setFrom(to.day);
                        setOpen(thing);
                      }
                    }}
                  />
                  {answer.things.length === 0 && (
                    <p className="text-soft">
                      Nothing is along yet. What you sleep in and wear comes by itself; tent, stove, food and
                      the rest are added here.
                    </p>
                  )}
                </>
              )}
              {of === "twice" && (
                <div className="mt-3">
                  <UsesPicture trip={trip} answer={answer} sleeperId={sleeperId} width={width} all={all} />
                  <p className="mt-1 text-[13px] text-soft">
                    Full: slept in. Grey: a pillow and the like. Ember: put on at night. Pale: worn by day. A
                    line below: kept in reserve, above: at work. Hatched: wanted twice.
                  </p>
                  <Button className="mt-2 print:hidden" onClick={() => setAll(!all)}>
                    {all ? "Only the first of it" : "Everything that is used"}
                  </Button>
                </div>
              )}
              {of === "lost" && (
                <LostView trip={trip} answer={answer} day={day} edit={edit} width={Math.min(width, 900)} />
              )}
              {of === "needs" && (
                <NeedsView
                  trip={trip}
                  answer={answer}
                  plan={plan}
                  day={day}
                  sleeperId={sleeperId}
                  edit={edit}
                  onDay={(d) => go.station("load", d)}
                />
              )}
              {of === "leaving" && (
                <Leaving trip={trip} answer={answer} plan={plan} sleeperId={sleeperId} edit={edit} />
              )}
              {of === "lists" && (
                <Lists trip={trip} answer={answer} plan={plan} sleeperId={sleeperId} edit={edit} />
              )}
            </>
          )}
        </div>
      </section>
      {answer && edit && plan && (of === "way" || of === "twice") && (
        <aside className="space-y-5 border-line px-4 py-4 lg:border-l">
          <section>
            <h2 className="text-lg">Counted on twice</h2>
            <TwiceList answer={answer} edit={edit} />
          </section>
          {of === "twice" ? (
            <TwiceMore answer={answer} edit={edit} />
          ) : (
            <>
              <section>
                <h2 className="text-lg">In its place</h2>
                <PlaceList trip={trip} answer={answer} edit={edit} />
              </section>
              <Walk answer={answer} sleeperId={sleeperId} day={day} />
              <Shared trip={trip} answer={answer} plan={plan} day={day} edit={edit} />
              <Assumed of={answer.assumed}>
                <li>Weights are those of the morning. {w.mass(500)} either way is nothing to build on.</li>
              </Assumed>
            </>
          )}
        </aside>
      )}
      {shown && edit && answer && (
        <ThingSheet
          key={shown.lotId}
          trip={trip}
          answer={answer}
          thing={shown}
          day={from ?? day}
          edit={edit}
          onClose={() => {
            setOpen(null);
            setFrom(null);
          }}
        />
      )}
      {answer && edit && plan && (
        <>
          <LoadsForm
            open={sheet === "loads"}
            onClose={() => setSheet(null)}
            trip={trip}
            plan={plan}
            answer={answer}
            edit={edit}
          />
          <AddThing
            open={sheet === "add"}
            onClose={() => setSheet(null)}
            trip={trip}
            plan={plan}
            answer={answer}
            sleeperId={sleeperId}
          />
        </>
      )}
    </main>
  );
}

/** What the parts of a tower are. */
function Legend() {
  return (
    <ul className="flex flex-wrap gap-x-3 text-[13px] text-soft">
      {[
        ["bg-ink", "drawn"],
        ["border border-ink border-dashed", "drawn again"],
        ["border border-ice bg-(--ice-mid)", "on the back"],
      ].map(([look, says]) => (
        <li key={says} className="flex items-center gap-1.5">
          <span aria-hidden="true" className={`size-3 rounded-[3px] ${look}`} />
          {says}
        </li>
      ))}
    </ul>
  );
}

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

type Shown = NonNullable<ReturnType<typeof useLoad>["answer"]>;
type Editing = NonNullable<ReturnType<typeof useLoad>["edit"]>;

function Headline(props: {
  of: View;
  answer: Shown;
  trip: NonNullable<ReturnType<typeof useTrip>["trip"]>;
  day: number;
  who: string | null;
}) {
  const { of, answer, trip } = props;
  const w = useWrite();
  const names = useNames(answer);
  const lost = useLost(trip, props.day, of === "lost");
  if (of === "needs") return <NeedsHeadline answer={answer} />;
  if (of === "leaving") return <LeavingHeadline answer={answer} />;
  if (of === "twice")
    return (
      <>
        {answer.twice.length > 0 ? (
          <span className="text-ember">
            {counted(answer.twice.length, "thing is", "things are")} counted on twice.
          </span>
        ) : (
          "Nothing is wanted twice at one hour."
        )}{" "}
        {answer.damp.length > 0 && (
          <span className="text-ember">{counted(answer.damp.length, "arrives", "arrive")} damp. </span>
        )}
        {answer.serves.length > 0 &&
          `${counted(answer.serves.length, "serves", "serve")} twice at no weight.`}
      </>
    );
  if (of === "lists") return <>{answer.things.length} things to pack.</>;
  if (of === "lost") {
    const worst = lost.data?.[0];
    const hit = worst?.people.find((p) => p.holds.at(-1)?.verdict === "noGo");
    return worst ? (
      <>
        {lossName(worst, answer, names)} on day {props.day + 1}:{" "}
        <span className={hit ? "text-ember" : ""}>
          {hit
            ? `what ${names.person(hit.sleeperId).toLowerCase()} has left is no-go at ${w.temp(hit.low ?? 0)}.`
            : "everyone lives through the night."}
        </span>
      </>
    ) : (
      <>…</>
    );
  }
  const said = headline(answer, trip, props.who, w, names.thing);
  return (
    <>
      {said.calm} <span className="text-ember">{said.short}</span>
    </>
  );
}

/** What serves twice, what could, and what nothing uses. */
function TwiceMore({ answer, edit }: { answer: Shown; edit: Editing }) {
  const names = useNames(answer);
  const w = useWrite();
  return (
    <>
      <section>
        <h2 className="text-lg">Serves twice, at no weight</h2>
        <ul>
          {answer.serves.map((s) => (
            <li key={s.itemId} className="flex justify-between gap-2 border-line border-t py-1">
              <span>{names.thing(s.itemId)}</span>
              <span className="shrink-0 text-[13px] text-soft">
                {s.jobs.map((j) => jobWords[j]).join(", ")}
              </span>
            </li>
          ))}
          {answer.could.map((c) => (
            <Finding
              key={c.itemId + c.as}
              calm
              title={`${names.thing(c.itemId)} ${c.as === "underLegs" ? "under the legs" : "as a pillow"}`}
              aside="0 g more"
              mend={c.mend}
              answer={answer}
              edit={edit}
            >
              {names.person(c.sleeperId)}.
            </Finding>
          ))}
        </ul>
      </section>
      {answer.unused.length > 0 && (
        <section>
          <h2 className="text-lg">Used by nothing that is planned</h2>
          <ul>
            {answer.unused.map((u) => (
              <Finding
                key={u.itemId}
                calm
                title={names.thing(u.itemId)}
                aside={w.mass(Math.round(u.grams))}
                mend={u.mend}
                answer={answer}
                edit={edit}
              />
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

const jobWords = {
  bed: "bed",
  pillow: "pillow",
  inBedOtherwise: "in the bed",
  putOn: "put on",
  worn: "worn",
  atHand: "at hand",
  task: "work",
  reserve: "reserve",
} as const;
