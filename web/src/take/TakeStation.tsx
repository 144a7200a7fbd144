import { useQueries } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { atOnce } from "../api/atOnce";
import { api, type Problem, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { Assumed } from "../parts/Prose";
import { Segments } from "../parts/Segments";
import { useTrip } from "../state/trip";
import { awaits, useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";
import { BookView } from "./BookView";
import { DayCard } from "./DayCard";
import { saveImage } from "./image";
import { NightCard } from "./NightCard";
import { PartySheet } from "./PartySheet";
import { made } from "./words";

type What = "night" | "day" | "party" | "book";
const whats: Record<What, string> = {
  night: "Night cards",
  day: "Day cards",
  party: "Party sheet",
  book: "Trip book",
};

/** What is taken along: cards four to a page, the party's sheet, and the book for the phone. */
export function Component() {
  const { trip, index, who } = useTrip();
  const settings = useSettings();
  const sleepers = useWorkspace((s) => s.sleepers);
  const [what, setWhat] = useState<What>("night");
  if (!trip)
    return (
      <main className="px-5 py-8">
        <h1 className="text-3xl">Take it along</h1>
        <p className="mt-2 text-lg">Open a trip first: its nights and days become cards here.</p>
      </main>
    );
  return (
    <main className="min-w-0 px-4 py-4 sm:px-5 print:p-0">
      <style>{"@page { size: A4; margin: 0; }"}</style>
      <div className="print:hidden">
        <h1 className="text-3xl leading-tight">Take it along</h1>
        <p className="mt-1 max-w-2xl text-soft">
          What is planned at a table is used by lamp, in mittens. Cards are A6, four to a page: print, cut,
          and keep each in a bag that closes.
        </p>
        <p className="mt-1">
          <Link
            to={`/trips/${trip.id}/rehearse/${index + 1}`}
            className="inline-flex min-h-11 items-center underline sm:min-h-8"
          >
            Rehearse an evening first
          </Link>
          <span className="text-soft"> · </span>
          <Link
            to={`/trips/${trip.id}/teach/${index + 1}`}
            className="inline-flex min-h-11 items-center underline sm:min-h-8"
          >
            teach the party
          </Link>
          <span className="text-soft"> · also on paper: </span>
          <Link
            to={`/trips/${trip.id}/load/${index + 1}?of=lists`}
            className="inline-flex min-h-11 items-center underline sm:min-h-8"
          >
            packing lists
          </Link>
          <span className="text-soft">, </span>
          <Link
            to={`/trips/${trip.id}/choose/${index + 1}`}
            className="inline-flex min-h-11 items-center underline sm:min-h-8"
          >
            the card for the gear cupboard
          </Link>
        </p>
        <div className="my-3 flex flex-wrap items-center gap-2">
          <Segments label="What is taken along" value={what} options={whats} onChange={setWhat} />
          {trip.members.length > 1 && (what === "night" || what === "day") && (
            <Segments
              label="Whose"
              value={`${who}`}
              options={Object.fromEntries(
                trip.members.map((m, i) => [`${i}`, sleepers[m.sleeperId]?.name ?? "someone"]),
              )}
              onChange={(w) => settings.set({ who: { ...settings.who, [trip.id]: Number(w) } })}
            />
          )}
        </div>
      </div>
      {trip.nights.length === 0 ? (
        <p className="text-lg">
          The trip has no nights yet. Lay one out on Cold; every night and the day before it becomes a card.
        </p>
      ) : what === "party" ? (
        <Sheets trip={trip} />
      ) : what === "book" ? (
        <BookView key={trip.id} trip={trip} />
      ) : (
        <Cards trip={trip} who={who} what={what} looksFor={index} />
      )}
    </main>
  );
}

/** The answer for every night, one request for each: what is there stands while the rest is worked out. */
function useEachNight<T>(
  name: string,
  trip: Trip,
  who: number,
  ask: (asked: { trip: Trip; night: number; member: number }, signal: AbortSignal) => Promise<T>,
) {
  const revision = useWorkspace((w) => w.kitRevision);
  const waits = useWorkspace((w) => awaits(trip, w.unsaved));
  return useQueries({
    queries: trip.nights.map((_, night) => ({
      queryKey: [name, revision, trip, night, who],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        atOnce(() =>
          signal.aborted ? Promise.reject(signal.reason) : ask({ trip, night, member: who }, signal),
        ),
      enabled: !waits,
    })),
    combine: (results) => ({
      all: results.map((r) => r.data),
      done: results.filter((r) => r.data).length,
      problem: (results.find((r) => r.error)?.error ?? null) as Problem | null,
    }),
  });
}

function Cards(props: { trip: Trip; who: number; what: "night" | "day"; looksFor: number }) {
  const { trip, who, what, looksFor } = props;
  const { all, done, problem } = useEachNight("cards", trip, who, api.cards);
  const [failed, setFailed] = useState<string | null>(null);
  const whole = done === all.length;
  // The night that one came from is what is looked for.
  useEffect(() => {
    if (whole && looksFor > 0)
      document.querySelector(`[data-at="${looksFor}"]`)?.scrollIntoView({ block: "nearest" });
  }, [whole, looksFor]);
  const pages = Array.from({ length: Math.ceil(all.length / 4) }, (_, p) =>
    all.slice(4 * p, 4 * p + 4).map((card, i) => ({ card, index: 4 * p + i })),
  );
  const image = (index: number) => {
    setFailed(null);
    const card = document.querySelector<HTMLElement>(`[data-at="${index}"] [data-card]`);
    if (card)
      saveImage(card, `ermine-${what}-${index + 1}.png`).catch(() =>
        setFailed("The picture could not be drawn. Print the card to a file instead."),
      );
  };
  return (
    <>
      <Ready done={done} of={all.length} problem={problem} />
      {failed && <p className="mt-2 text-ember print:hidden">{failed}</p>}
      {pages.map((cards) => (
        <section
          key={cards[0]?.index}
          aria-label={`Page of cards from ${(cards[0]?.index ?? 0) + 1}`}
          className="mb-6 flex w-fit max-w-full flex-wrap gap-4 sm:max-w-[calc(210mm+1rem)] print:mb-0 print:h-[297mm] print:w-[210mm] print:max-w-none print:gap-0 print:overflow-hidden print:not-last:break-after-page"
        >
          {cards.map(({ card, index }) => (
            <div
              key={index}
              data-at={index}
              className="relative print:outline print:outline-[0.1mm] print:outline-black/40"
            >
              <div className="rounded-md shadow-md max-sm:[zoom:0.9] print:rounded-none print:shadow-none">
                {card ? (
                  what === "night" ? (
                    <NightCard trip={trip} index={index} who={who} card={card.night} made={made()} />
                  ) : (
                    <DayCard trip={trip} index={index} who={who} card={card.day} made={made()} />
                  )
                ) : (
                  <div className="grid h-[148.5mm] w-[105mm] place-items-center bg-card text-soft">
                    {whats[what].slice(0, -1)} {index + 1}…
                  </div>
                )}
              </div>
              {card && (
                <Button look="quiet" className="mt-1 text-[14px] print:hidden" onClick={() => image(index)}>
                  Picture for the phone
                </Button>
              )}
            </div>
          ))}
        </section>
      ))}
      {what === "night" && all.some((c) => c?.night.ifThen) && (
        <Assumed
          of={all.flatMap((c) => c?.night.ifThen?.assumed ?? [])}
          title="What the cards take for granted"
          className="max-w-2xl"
        />
      )}
    </>
  );
}

function Sheets({ trip }: { trip: Trip }) {
  const { all, done, problem } = useEachNight("party-sheet", trip, 0, api.partySheet);
  const nights = all.filter((n): n is Schema["NightOfParty"] => n !== undefined);
  return (
    <>
      <Ready done={done} of={all.length} problem={problem} />
      {nights.length === all.length && (
        <div className="w-fit max-w-full overflow-x-auto shadow-md print:shadow-none">
          <PartySheet trip={trip} nights={nights} made={made()} />
        </div>
      )}
    </>
  );
}

/** How far the pages are, and the press that prints them once they are all there. */
function Ready(props: { done: number; of: number; problem: Problem | null }) {
  const whole = props.done === props.of;
  return (
    <div className="mb-3 flex flex-wrap items-center gap-3 print:hidden">
      <Button look="strong" disabled={!whole} onClick={() => print()}>
        Print
      </Button>
      <p className="text-soft" role="status">
        {props.problem ? "" : whole ? "" : `${props.done} of ${props.of} worked out…`}
      </p>
      {props.problem && <ProblemList problem={props.problem} />}
    </div>
  );
}
