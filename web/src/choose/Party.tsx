import { useEffect, useMemo, useState } from "react";
import type { Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { NumberField } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { outfitsOf, withOutfit } from "../state/outfit";
import { editTrip, useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units, useWrite } from "../units/units";
import { and } from "../units/words";
import { NightMarks } from "./NightMarks";
import { Proof } from "./Proof";
import { sleptIn, withoutTheirs } from "./packing";
import { useChoice } from "./useChoice";
import type { Scope } from "./Wanted";

type PartyAsked = Schema["PartyAsked"];

/** Who of the party gets which bed from the one closet, what was fought over, and what is carried for all. */
export function Party(props: {
  trip: Trip;
  index: number;
  waits: boolean;
  scopes: Scope[];
  schools: Schema["ChoiceSchools"];
  leftAtHome: string[];
}) {
  const { trip, index, waits } = props;
  const w = useWrite();
  const go = useGo();
  const items = useWorkspace((s) => s.items);
  const sleepers = useWorkspace((s) => s.sleepers);
  const { party, stale, running, problem, ask, stop } = useChoice("party");
  const [scope, setScope] = useState("trip");
  const [asked, setAsked] = useState<Pick<PartyAsked, "keeps" | "spareK" | "fairest" | "mostG" | "reserveK">>(
    {
      keeps: [],
      spareK: 0,
      fairest: false,
      mostG: null,
      reserveK: null,
    },
  );
  const nights = useMemo(
    () => props.scopes.find((s) => s.key === scope)?.nights ?? [],
    [props.scopes, scope],
  );
  const { schools, leftAtHome } = props;
  const wanted = useMemo(
    () => ({ ...asked, nights, schools, leftAtHome }),
    [asked, nights, schools, leftAtHome],
  );

  useEffect(() => {
    if (waits || trip.nights.length === 0) return;
    const soon = setTimeout(() => void ask({ trip, asked: wanted }), 250);
    return () => clearTimeout(soon);
  }, [trip, wanted, waits, ask]);

  const nameOf = (id: string) => items[id]?.name ?? "a thing that is gone";
  const who = (n: number) => sleepers[trip.members[n]?.sleeperId ?? ""]?.name ?? `person ${n + 1}`;
  const all = trip.members.map((_, n) => n);
  const without = party?.people.flatMap((p, n) => (p.bed ? [] : [n])) ?? [];
  // What no bed helps, and who falls short once all of it is packed, is said where it says that all are warm.
  const cold = (party?.people ?? [])
    .map((p, n) => {
      const short = p.bed?.nights.filter((b) => b.spareK < asked.spareK).map((b) => b.night) ?? [];
      const nights = [...p.inNoBed, ...short].sort((a, b) => a - b);
      return nights.length > 0
        ? ` but ${who(n)} on ${nights.length > 1 ? "nights" : "night"} ${and(nights.map((i) => `${i + 1}`))}`
        : "";
    })
    .filter(Boolean)
    .join(",");
  const change = (part: Partial<typeof asked>) => setAsked((a) => ({ ...a, ...part }));
  const lighter = party ? party.nowG - party.addsG : 0;
  const pack = () => {
    if (!party) return;
    const ids = nights.flatMap((n) => trip.nights[n]?.id ?? []);
    editTrip(trip.id, (t) =>
      party.people.reduce((now, person, n) => {
        const outfit = outfitsOf(now)[n];
        if (!outfit || !person.bed) return now;
        const theirs = party.people.flatMap((p, m) => (m !== n ? (p.bed?.items ?? []) : []));
        const packed = sleptIn(withoutTheirs(outfit, theirs), person.bed, ids);
        return withOutfit(
          now,
          n === 0 && party.reserve
            ? {
                ...packed,
                along: [...packed.along, ...party.reserve.items.filter((i) => !packed.along.includes(i))],
              }
            : packed,
        );
      }, t),
    );
    go.station("night", nights[0] ?? index);
  };
  const keep = (member: number, itemId: string) =>
    change({
      keeps: asked.keeps.some((k) => k.itemId === itemId)
        ? asked.keeps.filter((k) => k.itemId !== itemId)
        : [...asked.keeps, { member, itemId }],
    });
  const least = party ? Math.min(...party.people.map((p) => p.bed?.spareK ?? 0)) : 0;

  return (
    <>
      <h1 className="text-[26px] leading-tight" aria-live="polite">
        {!party
          ? problem
            ? "It was not chosen."
            : "Choosing for all of you…"
          : party.people.every((p) => p.now.nights.length === 0)
            ? "No low is known yet: type one, or read a forecast."
            : without.length > 0
              ? party.proof.proven
                ? `There is not enough for all: ${and(without.map(who))} would lie cold.`
                : `${running ? "Still" : "No way was found in time:"} no bed for ${and(without.map(who))}.`
              : asked.fairest
                ? `${w.degrees(least)}° to spare for everyone${cold}, with ${w.mass(party.addsG)} in all.`
                : `${w.mass(party.addsG)} for ${trip.members.length === 2 ? "both" : `all ${trip.members.length}`} of you, everyone warm${cold}${
                    lighter > 5
                      ? `: ${w.mass(Math.round(lighter))} lighter than as packed`
                      : lighter < -5
                        ? `: ${w.mass(Math.round(-lighter))} more than as packed`
                        : ""
                  }.`}
      </h1>
      {problem && <ProblemList problem={problem} />}
      {party && (
        <div className="mt-1 max-w-4xl">
          <Proof
            proof={party.proof}
            lightestG={!asked.fairest && without.length === 0 ? party.addsG : null}
          />
        </div>
      )}
      {running && (
        <p className="mt-1 flex items-center gap-3 text-[14px] print:hidden" role="status">
          {party ? "Still looking for a better way to share…" : "Looking at what everyone could sleep in…"}
          <Button onClick={stop}>Stop</Button>
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-x-4 gap-y-2 print:hidden">
        <Segments
          label="Lightest or fairest"
          value={asked.fairest ? "fairest" : "lightest"}
          options={{ lightest: "least to carry", fairest: "nobody worst off" }}
          onChange={(v) => change({ fairest: v === "fairest" })}
        />
        <Segments
          label="For which nights"
          value={scope}
          options={Object.fromEntries(props.scopes.map((s) => [s.key, s.name]))}
          onChange={setScope}
        />
      </div>
      <div className="mt-2 grid max-w-2xl grid-cols-2 gap-3 sm:grid-cols-3 print:hidden">
        <NumberField
          label="To spare"
          value={asked.spareK}
          unit={units.difference(w.u)}
          path="asked.spareK"
          onChange={(v) => v !== null && change({ spareK: v })}
        />
        <NumberField
          label="In reserve for any one"
          optional
          placeholder="no reserve"
          value={asked.reserveK ?? null}
          unit={units.difference(w.u)}
          path="asked.reserveK"
          onChange={(v) => change({ reserveK: v })}
        />
        {asked.fairest && (
          <NumberField
            label="For at most"
            optional
            placeholder="a tenth more"
            value={asked.mostG ?? null}
            unit={units.mass(w.u)}
            places={0}
            path="asked.mostG"
            onChange={(v) => change({ mostG: v })}
          />
        )}
      </div>
      {party && (
        <div
          className={`mt-4 grid gap-x-6 gap-y-5 sm:grid-cols-2 ${trip.members.length > 2 ? "lg:grid-cols-3" : ""}`}
        >
          {party.people.map((person, n) => (
            <Person
              key={person.sleeperId}
              person={person}
              name={who(n)}
              keeps={asked.keeps}
              onKeep={(id) => keep(n, id)}
              nameOf={nameOf}
            />
          ))}
        </div>
      )}
      {party && party.contested.length > 0 && (
        <section className="mt-5 max-w-4xl">
          <h2 className="text-xl">What decided it</h2>
          <ul className="mt-1">
            {party.contested.map((c) => (
              <li key={c.itemId} className="border-line border-b py-1.5">
                <span className="font-semibold">{nameOf(c.itemId)}</span>: {and(c.wantedBy.map(who))} would
                take it;{" "}
                {c.goesTo.length > 0
                  ? `it goes to ${and(c.goesTo.map(who))}.`
                  : "all are lighter if nobody does."}
              </li>
            ))}
          </ul>
        </section>
      )}
      {party?.reserve && (
        <section className="mt-5 max-w-4xl">
          <h2 className="text-xl">
            {party.reserve.without.length > 0
              ? `Not enough is left to make ${and(party.reserve.without.map(who))} so much warmer.`
              : party.reserve.items.length === 0
                ? "Nothing more need be carried for that."
                : `Carried for all: ${w.mass(party.reserve.grams)}${party.reserve.apartG > party.reserve.grams + 5 ? `, where reserves of one's own weigh ${w.mass(Math.round(party.reserve.apartG))} or more` : ""}.`}
          </h2>
          {party.reserve.items.length > 0 && (
            <p className="mt-1">
              {and(party.reserve.items.map(nameOf))}. With it{" "}
              {and(all.map((n) => `${who(n)} has ${w.degrees(party.reserve?.spareK[n] ?? 0)}° to spare`))}:
              one of you at a time.
              {party.reserve.leastG < party.reserve.grams - 1 &&
                ` Nothing under ${w.mass(Math.round(party.reserve.leastG))} does it with these beds.`}
            </p>
          )}
        </section>
      )}
      {party && without.length === 0 && party.people.some((p) => p.bed) && (
        <div className="mt-4 flex flex-wrap gap-2 print:hidden">
          <Button look="strong" disabled={stale} onClick={pack}>
            Pack this for everyone
          </Button>
          {party.reserve && party.reserve.items.length > 0 && (
            <p className="self-center text-[14px] text-soft">
              What is carried for all goes along with {who(0)}.
            </p>
          )}
        </div>
      )}
      <p className="mt-4 max-w-4xl text-[13px] text-soft">
        From one closet: what someone carries or wears by day, or keeps for one day, stays with that one.
        Everyone sleeps alone in what they get; what lies under two at once is not counted. Worked out, not
        promised; local rules, guides and medical advice come first.
      </p>
    </>
  );
}

function Person(props: {
  person: Schema["PartyBed"];
  name: string;
  keeps: Schema["PartyKeep"][];
  onKeep: (id: string) => void;
  nameOf: (id: string) => string;
}) {
  const { person, name, nameOf } = props;
  const w = useWrite();
  const items = useWorkspace((s) => s.items);
  const { bed } = person;
  if (!bed)
    return (
      <section aria-label={name} className="border-ember border-t-2 pt-2 text-ember">
        <h2 className="text-xl">{name}</h2>
        <p>
          No bed is left that is warm enough
          {person.missed?.byK != null
            ? `: with everything that is left ${w.degrees(Math.max(1, person.missed.byK))}° short on night ${person.missed.night + 1}`
            : ""}
          .
        </p>
        {(person.missed?.closing.length ?? 0) > 0 && (
          <p className="mt-1 text-ink">
            One more would do:{" "}
            {person.missed?.closing.map((c) => `${c.name} (${w.mass(c.grams)})`).join(", or ")}.
          </p>
        )}
      </section>
    );
  const was = new Set(person.now.items);
  const worst = bed.nights.reduce(
    (a, b) => (b.spareK < a.spareK ? b : a),
    bed.nights[0] as (typeof bed.nights)[0],
  );
  const more = person.aloneG != null ? bed.addsG - person.aloneG : 0;
  return (
    <section aria-label={name} className="border-ink border-t-2 pt-2">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-xl">{name}</h2>
        <span className="font-display text-xl">{w.mass(bed.addsG)}</span>
      </div>
      <p className="text-[14px] text-soft">
        {bed.spareK >= 0 ? `${w.degrees(bed.spareK)}° to spare` : `${w.degrees(-bed.spareK)}° short`}
        {worst && ` on night ${worst.night + 1}`}
        {more > 5 && `; ${w.mass(Math.round(more))} more than if nobody else needed anything`}
      </p>
      {person.inNoBed.length > 0 && (
        <p className="text-[14px] text-ember">
          {person.inNoBed.length === 1 ? "Night" : "Nights"} {and(person.inNoBed.map((n) => `${n + 1}`))} left
          out: no bed helps one who comes in so cold. Mend the day before.
        </p>
      )}
      <NightMarks nights={bed.nights} label={`Nights of ${name}`} />
      <ul className="mt-2 border-line border-t">
        {bed.system.layers.map(({ itemId: id }) => (
          <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-0.5">
            <span className={was.has(id) ? "" : "font-semibold"}>
              {!was.has(id) && <span className="sr-only">new: </span>}
              {nameOf(id)}
            </span>
            <span className="flex shrink-0 items-center gap-1 text-[14px] text-soft">
              {w.mass(items[id]?.massG ?? 0)}
              <button
                type="button"
                aria-pressed={props.keeps.some((k) => k.itemId === id)}
                aria-label={`${nameOf(id)} stays with ${name}`}
                className="min-h-11 rounded px-2 underline aria-pressed:bg-ice-wash aria-pressed:font-semibold aria-pressed:no-underline sm:min-h-8 print:hidden"
                onClick={() => props.onKeep(id)}
              >
                {props.keeps.some((k) => k.itemId === id) ? "stays" : "keep"}
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
