import { useEffect } from "react";
import type { Night, Schema } from "../api/client";
import { Asked, Chips } from "../log/Choose";
import { clock } from "../night/clock";
import { VerdictMark } from "../parts/VerdictMark";
import { useMeasures, useName } from "../take/words";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";
import type { BookData } from "./data";
import { at, useKept } from "./kept";
import { holdsTo, lowOf, rungsNeeded, stateOf, stillThere, verdictAt } from "./lookup";
import { TickRow } from "./TickRow";
import { Wheel } from "./Wheel";

const happens: Record<Schema["Mishap"], string> = { missing: "gone", soaked: "wet", fails: "flat" };

/** Tonight by the thermometer: what the reading leads to, and what is done next. */
export function TonightPage(props: { book: BookData; index: number; who: number; night: Night }) {
  const { book, index, who, night } = props;
  const here = book.nights[who]?.[index];
  if (!here?.tonight)
    return (
      <p className="text-lg">
        No low was known for this night when the book was made, or no bed was laid. Its card says what is
        there.
      </p>
    );
  return <Tonight table={here.tonight} night={night} who={who} />;
}

function Tonight(props: { table: Schema["TonightTable"]; night: Night; who: number }) {
  const { table, night } = props;
  const card = table.ifThen;
  const kept = useKept();
  const w = useWrite();
  const name = useName();
  const say = useMeasures();
  const key = at(night.id, props.who);
  const hours = table.above.map((a) => a.hour);
  const reading = kept.readings[night.id] ?? { celsius: Math.round(card.expected), hour: card.readAtHour };
  const happened = kept.happened[key] ?? [];
  const taken = Math.min(kept.taken[key] ?? 0, card.rungs.length);
  const set = (part: Partial<typeof reading>) =>
    kept.set({ readings: { ...kept.readings, [night.id]: { ...reading, ...part } } });
  useAtThisHour(hours, (hour) => reading.hour === card.readAtHour && set({ hour }));

  const low = lowOf(table, reading.celsius, reading.hour);
  const state = stateOf(table, happened);
  const now = state ? verdictAt(table, state, taken, low) : "noGo";
  const needed = state ? rungsNeeded(table, state, low) : null;
  const steps = card.rungs.map((rung, n) => ({ rung, n, there: stillThere(table, rung, happened) }));
  const next = steps.find((s) => s.n >= taken && s.there.length > 0);
  const carries = (state: Schema["TonightState"], rungs: number, verdict: "warm" | "cool") => {
    const to = holdsTo(table, state, rungs, verdict);
    if (to === null) return verdict === "warm" ? "not warm at any low" : "no help at any low";
    return verdict === "warm"
      ? `then warm to ${w.temp(to)}`
      : `keeps from shivering to ${w.temp(to)}, not warm`;
  };
  const holds = state ? holdsTo(table, state, taken, "warm") : null;
  return (
    <>
      <section aria-label="Thermometer">
        <Wheel
          celsius={reading.celsius}
          label="What the thermometer outside says"
          onChange={(celsius) => set({ celsius })}
        />
        <div className="mt-2 flex items-center gap-2">
          <p className="grow leading-tight">
            {card.indoors ? "Air inside" : "Outside"}, read at <b>{clock(reading.hour)}</b>
            {!card.indoors && (
              <span className="block text-[14px] text-soft">
                by dawn about {w.temp(low)}, planned for {w.temp(card.planFor)}
              </span>
            )}
          </p>
          {[-1, 1].map((by) => {
            const to = hours[hours.indexOf(Math.round(reading.hour)) + by];
            return (
              <button
                key={by}
                type="button"
                disabled={to === undefined}
                aria-label={by < 0 ? "An hour earlier" : "An hour later"}
                className="min-h-13 whitespace-nowrap rounded-xl border border-edge/60 bg-card px-3.5 disabled:opacity-35"
                onClick={() => to !== undefined && set({ hour: to })}
              >
                {by < 0 ? "−1 h" : "+1 h"}
              </button>
            );
          })}
        </div>
      </section>

      <section aria-live="polite" className="mt-4 rounded-2xl border-2 border-ink px-4 py-3">
        <h2 className="flex items-center gap-3 text-4xl leading-none">
          <VerdictMark verdict={now} size={40} />
          <span className="first-letter:uppercase">{verdicts[now]}</span>
        </h2>
        <p className="mt-2 text-lg leading-snug">
          {!state
            ? "So much at once was not worked out. Take it as no-go: wake the others, all into one shelter, everything on, back at first light."
            : now === "warm"
              ? `${taken > 0 ? "With what is done" : "As packed"} to ${w.temp(holds ?? low)}.`
              : needed !== null && next
                ? `Next: ${say(next.there)}.${needed > next.n + 1 ? ` ${needed - next.n - 1} more after it.` : " Then warm."}`
                : next
                  ? `Nothing makes it warm. Do it all, beginning with: ${say(next.there)}. Back at first light.`
                  : "All is used up. Back at first light; nobody alone."}
        </p>
        {(now === "cold" || now === "noGo") && (
          <p className="mt-2 font-semibold">
            {now === "noGo"
              ? "Nobody lies down to sleep: up, move, one shelter, call for help."
              : "Shivering and awake is harm on its way: get up, move, eat, look at each other."}
          </p>
        )}
      </section>

      {steps.length > 0 && (
        <ol className="mt-3 space-y-1.5" aria-label="What can be done, in order">
          {steps.map(({ rung, n, there }) => {
            const done = n < taken;
            return (
              <li key={JSON.stringify(rung.measures)}>
                <TickRow
                  framed
                  on={done}
                  disabled={there.length === 0}
                  onPress={() => kept.set({ taken: { ...kept.taken, [key]: done ? n : n + 1 } })}
                >
                  {there.length === 0 ? `${say(rung.measures)}: gone` : say(there)}
                  {state && (
                    <span className="block text-[13px] text-soft">
                      {carries(state, n + 1, rung.onlyAgainstCold ? "cool" : "warm")}
                    </span>
                  )}
                </TickRow>
              </li>
            );
          })}
        </ol>
      )}

      <Asked title="Gone, wet or flat?" says="Press what has happened; two together are worked out.">
        <Chips
          of={table.canHappen.map((h, i) => ({
            id: `${i}`,
            name: h.itemId ? name(h.itemId) : "all the bedding",
            says: h.itemId ? happens[h.mishap] : "damp",
            on: happened.includes(i),
            onPress: () =>
              kept.set({
                happened: {
                  ...kept.happened,
                  [key]: happened.includes(i) ? happened.filter((x) => x !== i) : [...happened, i],
                },
              }),
          }))}
        />
      </Asked>
      {happened.length === 0 && night.shelter !== "none" && (
        <p className="mt-3 text-[13px] text-soft">
          Wind and sky are taken as forecast, everything as damp as planned. Lows between the numbers count as
          the colder.
        </p>
      )}
    </>
  );
}

/** Opened in the hours of the night, it takes the hour that it is. */
function useAtThisHour(hours: number[], take: (hour: number) => void) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is opened
  useEffect(() => {
    const now = new Date();
    const hour = now.getHours() + (now.getHours() < 12 ? 24 : 0);
    if (hours.includes(hour)) take(hour);
  }, []);
}
