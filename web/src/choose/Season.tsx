import { useEffect, useMemo, useState } from "react";
import { api, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField, TextField } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Segments } from "../parts/Segments";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { plain, toSi, type Units, units, useSettings, useWrite, write } from "../units/units";
import { shelters, surfaces } from "../units/words";
import { PlaceFields, placeOf } from "./PlaceFields";
import { Proof } from "./Proof";
import { Spare } from "./Spare";
import { StepBars } from "./StepBars";
import { type ChoiceAsked, useChoice } from "./useChoice";

type Buys = Schema["SeasonBuys"];
type SeasonBuy = Schema["SeasonBuy"];
type By = "nights" | "grams" | "coin";

/** Of as many nights, and of grams, fewer things come first: each thing more saves something. */
const orders: Record<By, (b: SeasonBuy) => number[]> = {
  nights: (b) => [b.raised.length, -b.pieces.length, b.savedG],
  grams: (b) => [-b.pieces.length, b.savedG, b.raised.length],
  coin: (b) => [b.raisedPerHundred ?? -1, b.savedPerHundred ?? -1],
};
const inOrder = (by: By) => (a: SeasonBuy, b: SeasonBuy) => {
  const other = orders[by](a);
  return orders[by](b).reduce((found, value, n) => found || value - (other[n] ?? 0), 0);
};
const names = (b: SeasonBuy) => b.pieces.map((p) => p.name).join(" + ");
const nights = (n: number) => (n === 1 ? "1 night" : `${n} nights`);

/** Typed lows, °C; null where something in them is no number. */
function lowsOf(text: string, temperature: Units["temperature"]): number[] | null {
  const unit = units.temperature({ temperature } as Units);
  const typed = text
    .split(/[;,\s]+/)
    .filter((t) => t !== "")
    .map((t) => Number(t.replace("−", "-")));
  return typed.every(Number.isFinite) ? typed.map((t) => toSi(t, unit)) : null;
}

/** What to buy over a season of trips, logged nights or typed lows, and what could be sold or left. */
export function Season(props: {
  trip: Trip;
  who: number;
  name: string;
  night: Schema["Night"];
  waits: boolean;
  asked: ChoiceAsked;
}) {
  const { trip, who } = props;
  const w = useWrite();
  const { prices } = useSettings();
  const [place, setPlace] = useState(() => placeOf(props.night, trip.members.length));
  const [typed, setTyped] = useState(false);
  const [text, setText] = useState("");
  const [winter, setWinter] = useState<number | null>(null);
  const [mostG, setMostG] = useState<number | null>(null);
  const [by, setBy] = useState<By>("nights");
  const [picked, setPicked] = useState<string | null>(null);
  const season = useChoice("season");
  const { ask } = season;
  const { temperature } = w.u;
  const lows = useMemo(() => lowsOf(text, temperature), [text, temperature]);
  const asked = useMemo(
    () => ({
      place,
      typedLowsC: typed ? (lows ?? []) : [],
      winter: typed ? null : winter,
      mostG,
      leftAtHome: props.asked.leftAtHome,
      schools: props.asked.schools,
    }),
    [place, typed, lows, winter, mostG, props.asked.leftAtHome, props.asked.schools],
  );
  // What no longer answers what is asked is not shown.
  const buys = season.problem || (typed && !lows?.length) ? null : season.buys;
  const answerable = !props.waits && (!typed || (lows !== null && lows.length > 0));

  // biome-ignore lint/correctness/useExhaustiveDependencies: a price alone is ranked by what is known already
  useEffect(() => {
    if (!answerable) return;
    setPicked(null);
    const soon = setTimeout(() => void ask({ trip, member: who, asked, prices }), 400);
    return () => clearTimeout(soon);
  }, [trip, who, asked, answerable, ask]);

  const spare = useAsked(
    "spare",
    (plan, signal) => api.spare({ trip: plan.trip, member: plan.member ?? 0, asked, prices: {} }, signal),
    trip,
    0,
    who,
    asked,
    answerable && !season.running && (buys?.nights.length ?? 0) > 0,
  );

  const sorted = (buys?.buys ?? []).map((b) => priced(b, prices)).sort(inOrder(by));
  const keyOf = (b: SeasonBuy) => b.pieces.map((p) => p.id).join();
  const shown = sorted.find((b) => keyOf(b) === picked) ?? sorted[0] ?? null;
  const held = buys?.owned.filter((o) => o.held).reduce((n, o) => n + o.step.nights.length, 0) ?? 0;
  const all = buys?.nights.length ?? 0;

  return (
    <div className="grid content-start gap-x-8 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="min-w-0">
        <h1 className="text-[26px] leading-tight" aria-live="polite">
          {typed && lows === null
            ? "A low is not a number."
            : typed && text.trim() === ""
              ? "Type the lows you expect."
              : !buys
                ? season.problem
                  ? "It was not weighed."
                  : "Weighing what to buy…"
                : headline(buys, sorted[0] ?? null, w.mass, season.running)}
        </h1>
        {buys && all > 0 && (
          <p className="text-soft">
            Of {nights(all)} {held === all ? "all" : held} hold for {props.name} in what is owned, in a bed of
            at most {w.mass(Math.round(buys.mostG))}.
            {buys.leftOut > 0 && ` ${nights(buys.leftOut)} without a low outside left out.`}
          </p>
        )}
        <div className="my-3 flex flex-wrap items-end gap-3 print:hidden">
          <Segments
            label="Which nights"
            value={typed ? "typed" : "known"}
            options={{ known: "trips and log", typed: "lows I type" }}
            onChange={(v) => setTyped(v === "typed")}
          />
          {!typed && (buys?.winters.length ?? 0) > 1 && (
            <div className="w-48">
              <Choice
                label="Winter"
                value={`${winter ?? "all"}`}
                options={{
                  all: "all that are known",
                  ...Object.fromEntries(
                    (buys?.winters ?? []).map((y) => [`${y}`, `${y}–${`${(y + 1) % 100}`.padStart(2, "0")}`]),
                  ),
                }}
                onChange={(v) => setWinter(v === "all" ? null : Number(v))}
              />
            </div>
          )}
          <div className="w-48">
            <NumberField
              label="Bed at most"
              optional
              placeholder="as heavy as packed"
              value={mostG}
              unit={units.mass(w.u)}
              places={0}
              path="asked.mostG"
              onChange={setMostG}
            />
          </div>
        </div>
        {typed && (
          <div className="mb-3 grid max-w-3xl grid-cols-2 gap-3 print:hidden sm:grid-cols-4">
            <div className="col-span-2 sm:col-span-4">
              <TextField
                label={`Lows, ${units.temperature(w.u).name}, one for each night`}
                value={text}
                placeholder={w.u.temperature === "C" ? "-12 -18 -18 -25 -31" : "10 0 0 -13 -24"}
                onChange={setText}
              />
              {lows === null && (
                <p role="alert" className="mt-1 text-[13px] text-ember">
                  “{text}” is not a list of numbers. Write them as −12 −18 −25.
                </p>
              )}
            </div>
            <PlaceFields place={place} path="asked.place" onChange={setPlace} />
          </div>
        )}
        {season.problem && <ProblemList problem={season.problem} />}
        {buys && all > 0 && <StepBars buys={buys} buy={shown} nameOf={shown ? names(shown) : null} />}
        {buys && buys.owned.length > 0 && shown && <Changes buys={buys} buy={shown} />}
        {season.running && (
          <p className="mt-2 flex items-center gap-3 text-[14px] print:hidden" role="status">
            {buys && buys.weighed > 0
              ? `${buys.weighed} pieces weighed, ${buys.together > 1 ? `up to ${buys.together} together` : "one by one"}…`
              : "Seeking the lightest bed for every night…"}
            <Button onClick={season.stop}>Stop</Button>
          </p>
        )}
        {buys && all > 0 && !season.running && (
          <div className="mt-3">
            <Proof proof={buys.proof} lightestG={null} />
            <p className="mt-1 text-[14px] text-soft">
              {!buys.proof.proven &&
                `Ended early: ${buys.weighed} pieces were weighed alone${buys.together > 1 ? `, up to ${buys.together} together` : ", none together"}. `}
              Each night is looked at alone, dry, in a shelter of one’s own, and as cold as the coldest of
              those beside it; what frost costs on a planned trip is taken off its low. Pieces weigh and warm
              as such things usually do: no shop, no maker.
            </p>
          </div>
        )}
      </div>
      <aside className="mt-6 min-w-0 lg:mt-0">
        {sorted.length > 0 && (
          <section aria-label="What to buy">
            <div className="flex flex-wrap items-end justify-between gap-2">
              <h2 className="text-xl">What to buy</h2>
              <Segments
                label="Ranked by"
                value={by}
                options={{ nights: "nights", grams: "grams", coin: "coin" }}
                onChange={setBy}
              />
            </div>
            {by === "coin" && sorted.every((b) => b.price == null) && (
              <p className="mt-1 text-[14px] text-soft">Type a price to rank by what a coin does.</p>
            )}
            <ol className="mt-1 divide-y divide-line border-line border-t">
              {sorted.map((b, n) => (
                <BuyRow
                  key={keyOf(b)}
                  buy={b}
                  // A price is typed where the piece stands alone, or first.
                  toPrice={b.pieces.filter(
                    (p) =>
                      b.pieces.length === 1 ||
                      !sorted.some(
                        (other, m) =>
                          other.pieces.some((q) => q.id === p.id) && (other.pieces.length === 1 || m < n),
                      ),
                  )}
                  selected={b === shown}
                  onSelect={() => setPicked(keyOf(b))}
                />
              ))}
            </ol>
          </section>
        )}
        {(spare.data || spare.isFetching) && all > 0 && (
          <Spare spare={spare.data ?? null} waits={spare.isFetching} nothing={typed && lows === null} />
        )}
        {spare.error && <p className="mt-4 text-ember">{spare.error.message}</p>}
        <p className="mt-4 text-[13px] text-soft">
          Worked out, not promised: labels, people and nights differ by several degrees.
        </p>
      </aside>
    </div>
  );
}

/** What a set does for a coin by prices that were typed since. */
function priced(b: SeasonBuy, prices: Record<string, number>): SeasonBuy {
  const each = b.pieces.map((p) => prices[p.id] ?? 0);
  const price = each.every((p) => p > 0) ? each.reduce((a, p) => a + p, 0) : null;
  return {
    ...b,
    price,
    raisedPerHundred: price === null ? null : (b.raised.length / price) * 100,
    savedPerHundred: price === null ? null : (b.savedG / price) * 100,
  };
}

function headline(buys: Buys, best: SeasonBuy | null, mass: (g: number) => string, running: boolean): string {
  const all = buys.nights.length;
  const held = buys.owned.filter((o) => o.held).reduce((n, o) => n + o.step.nights.length, 0);
  if (all === 0) return "No nights are known: lay out a trip, log a night, or type lows.";
  if (best && best.raised.length > 0)
    return `${names(best)} ${best.pieces.length > 1 ? "raise" : "raises"} ${best.raised.length === all - held ? (all - held === 1 ? "the one night" : `all ${all - held} nights`) : `${best.raised.length} of ${all - held} nights`} that ${all - held === 1 ? "does" : "do"} not hold.`;
  if (best)
    return `${held === all ? "Every night holds." : `${nights(all - held)} stay short.`} ${names(best)} ${best.pieces.length > 1 ? "make" : "makes"} ${nights(best.lighter.length)} lighter, by ${mass(Math.round(best.savedG / best.lighter.length))} each.`;
  if (running) return held === all ? "Every night holds." : `${nights(all - held)} do not hold.`;
  return held === all
    ? "Nothing to buy: every night holds, and none gets lighter by much."
    : `${nights(all - held)} do not hold, and no three plain pieces raise one.`;
}

function BuyRow({
  buy,
  toPrice,
  selected,
  onSelect,
}: {
  buy: SeasonBuy;
  /** Pieces whose price is typed here. */
  toPrice: SeasonBuy["pieces"];
  selected: boolean;
  onSelect: () => void;
}) {
  const { prices, set } = useSettings();
  const w = useWrite();
  const price = (id: string, value: number | null) => {
    const { [id]: _, ...rest } = prices;
    set({ prices: value === null ? rest : { ...rest, [id]: value } });
  };
  const does = [
    buy.raised.length > 0 && `raises ${nights(buy.raised.length)}`,
    buy.lighter.length > 0 &&
      `${nights(buy.lighter.length)} lighter by ${w.mass(Math.round(buy.savedG / buy.lighter.length))} each`,
  ].filter(Boolean);
  return (
    <li className={`py-2 ${selected ? "border-l-4 border-l-ink pl-2" : "pl-3"}`}>
      <button
        type="button"
        aria-pressed={selected}
        onClick={onSelect}
        className="block min-h-11 w-full text-left"
      >
        <span className="font-semibold">{names(buy)}</span>
        <span className="block text-[14px] text-soft">
          {does.join(", ")}; {buy.pieces.length > 1 ? "they weigh" : "it weighs"} {w.mass(buy.massG)}
          {buy.raisedPerHundred != null && buy.raised.length > 0 && (
            <>, {write(buy.raisedPerHundred, 1)} nights a hundred coins</>
          )}
          {buy.savedPerHundred != null && buy.savedG > 0 && (
            <>, {w.mass(Math.round(buy.savedPerHundred))} a hundred coins</>
          )}
          .
        </span>
      </button>
      {toPrice.length > 0 && (
        <div className="mt-1 flex flex-wrap gap-2 print:hidden">
          {toPrice.map((p) => (
            <div key={p.id} className={buy.pieces.length === 1 ? "w-28" : "w-40"}>
              <NumberField
                label={`Price of ${p.name}`}
                hideLabel={buy.pieces.length === 1}
                optional
                placeholder="price"
                value={prices[p.id] ?? null}
                unit={plain("")}
                places={0}
                path={`prices.${p.id}`}
                onChange={(v) => price(p.id, v)}
              />
            </div>
          ))}
        </div>
      )}
    </li>
  );
}

/** What changes in the bed of the step that gains most. */
function Changes({ buys, buy }: { buys: Buys; buy: SeasonBuy }) {
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const name = (id: string) =>
    items[id]?.name ?? buy.pieces.find((p) => p.id === id)?.name ?? "a thing that is gone";
  const steps = buys.owned.flatMap((before, n) => {
    const then = buy.beds[n];
    return then?.grams != null && (before.grams == null || then.grams < before.grams)
      ? [{ before, then }]
      : [];
  });
  const most = steps.sort(
    (a, b) => Number(b.then.held) - Number(a.then.held) || a.then.step.asksC - b.then.step.asksC,
  )[0];
  if (!most) return null;
  const { before, then } = most;
  const [more, less] = [
    then.items.filter((id) => !before.items.includes(id)),
    before.items.filter((id) => !then.items.includes(id)),
  ];
  const place = then.step.place;
  return (
    <p className="mt-2">
      At {w.temp(then.step.asksC)} ({place.hammock ? "in a hammock" : surfaces[place.surface]},{" "}
      {shelters[place.shelter]}): take {more.map(name).join(", ")}
      {less.length > 0 && `; leave ${less.map(name).join(", ")}`}. {w.mass(Math.round(then.grams ?? 0))}
      {before.grams != null && ` in place of ${w.mass(Math.round(before.grams))}`}.
    </p>
  );
}
