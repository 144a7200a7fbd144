import { useState } from "react";
import { api, type Buy, type Fix, type NightAnswer, type Schema, type Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { plain, useSettings, useWrite } from "../units/units";
import { events, verdicts } from "../units/words";
import { clock } from "./clock";
import type { SystemEdit } from "./useSystem";

type Asking = { trip: Trip; index: number; who: number; plan: NightAnswer; edit: SystemEdit };

/** What closes the gap: from what is owned and can be done, or to buy. */
export function FixList(props: Asking) {
  const [buying, setBuying] = useState(false);
  const short = (props.plan.margin ?? 0) < 0;
  return (
    <section className="print:hidden">
      <div className="flex items-end justify-between gap-2">
        <h2 className="text-lg">{short ? "What closes the gap" : "What would add warmth"}</h2>
        {/* biome-ignore lint/a11y/useSemanticElements: a group of two buttons in a row */}
        <div
          role="group"
          aria-label="Where from"
          className="flex shrink-0 overflow-hidden rounded-lg border border-edge/60 text-[13px]"
        >
          {[false, true].map((buy) => (
            <button
              key={String(buy)}
              type="button"
              aria-pressed={buying === buy}
              onClick={() => setBuying(buy)}
              className="min-h-11 bg-card px-2 aria-pressed:bg-ice-wash aria-pressed:font-semibold sm:min-h-8"
            >
              {buy ? "to buy" : "owned"}
            </button>
          ))}
        </div>
      </div>
      {buying ? <Buys {...props} /> : <Owned {...props} short={short} />}
    </section>
  );
}

function Owned(props: Asking & { short: boolean }) {
  const fixes = useAsked("fixes", api.fixes, props.trip, props.index, props.who);
  const list = fixes.data ?? [];
  return (
    <>
      <p className="text-[13px] text-soft">
        {props.short && list.length > 0 && !list.some((f) => f.covers)
          ? "No change closes it, nor any two; the first step counts most."
          : props.short
            ? "What closes it comes first, lightest first. Two together only where one is not enough."
            : "Most degrees first."}
      </p>
      {list.length === 0 && !fixes.isFetching && (
        <p className="mt-1">Nothing you own adds a third of a degree here. Add what you own in Kit.</p>
      )}
      <ul className="mt-2 space-y-1.5">
        {list.slice(0, 12).map((f) => (
          <FixRow
            key={f.parts.map((p) => `${p.kind}${p.itemId}${p.replacesId}${p.event?.kind}`).join()}
            fix={f}
            {...props}
          />
        ))}
      </ul>
    </>
  );
}

function FixRow({ fix, plan, edit }: Asking & { fix: Fix }) {
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const name = (id: string | null | undefined) => (id ? (items[id]?.name ?? "") : "");
  const then = fix.then;
  const title = (p: Schema["FixPart"]) => {
    if (p.kind === "do")
      return p.event
        ? `${p.event.itemId ? name(p.event.itemId) : sentence(events[p.event.kind])} at ${clock(p.event.hour)}`
        : "Go to bed warm";
    return {
      add: name(p.itemId),
      swap: name(p.itemId),
      reorder: `${name(p.itemId)} inside`,
      close: `Close ${name(p.itemId).toLowerCase()}`,
      fillGap: "Emptied rucksack under the legs",
      hang: "Hang the underquilt snug",
      coverBelow: "A cover under the hammock",
    }[p.kind];
  };
  return (
    <li>
      <button
        type="button"
        onClick={() => edit.take(fix.system, fix.bedtime)}
        className={`grid w-full grid-cols-[4rem_1fr] items-center rounded-lg border bg-card px-2 py-1.5 text-left hover:border-ink ${fix.covers ? "border-2 border-ink" : "border-edge/50"}`}
      >
        <b className="font-display text-lg">{gained(fix.gain, then.comfort, w)}</b>
        <span className="min-w-0 leading-tight">
          <span className="block font-semibold">{fix.parts.map(title).join(" + ")}</span>
          <span className="block text-[13px]">
            {fix.parts
              .filter((p) => p.kind === "swap")
              .map((p) => `instead of ${name(p.replacesId).toLowerCase()} · `)}
            {fix.massG === 0
              ? fix.bedtime && fix.parts.length === 1
                ? "nothing to carry"
                : "along anyway"
              : w.massChange(fix.massG)}
            {!fix.covers &&
              then.verdict &&
              then.verdict !== plan.verdict &&
              ` · then ${verdicts[then.verdict]}`}
            {fix.covers && <b> · {(then.margin ?? 0) >= 0 ? "closes it" : "then slept through"}</b>}
          </span>
          <span className="block text-[13px] text-soft">{fix.parts.map((p) => p.why).join(" ")}</span>
        </span>
      </button>
    </li>
  );
}

/** Degrees gained; where there are none to give, what it then holds to. */
const gained = (gain: number | null, then: Schema["ColdLine"], w: ReturnType<typeof useWrite>) =>
  gain !== null
    ? w.signed(gain)
    : then.outside !== null
      ? `to ${w.temp(then.outside)}`
      : then.holding === "inAnyAir"
        ? "any air"
        : "a step";

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Plain pieces not owned yet, most degrees per kilogram first, or per coin where a price is typed. */
function Buys(props: Asking) {
  const { prices, set } = useSettings();
  const buys = useAsked(
    "buys",
    (asked, signal) => api.buys({ ...asked, prices }, signal),
    props.trip,
    props.index,
    props.who,
    prices,
  );
  const w = useWrite();
  const price = (b: Buy, value: number | null) => {
    const { [b.piece.id]: _, ...rest } = prices;
    set({ prices: value === null ? rest : { ...rest, [b.piece.id]: value } });
  };
  return (
    <>
      <p className="text-[13px] text-soft">
        Plain pieces of usual weight and warmth, most degrees per kilogram first. Type what one would cost you
        to rank by price.
      </p>
      <ul className="mt-2 space-y-1.5">
        {buys.data?.map((b) => (
          <li
            key={b.piece.id}
            className={`grid grid-cols-[4rem_1fr_4.5rem] items-center gap-1 rounded-lg border bg-card px-2 py-1.5 ${b.covers ? "border-2 border-ink" : "border-edge/50"}`}
          >
            <b className="font-display text-lg">{gained(b.gain, b.then.comfort, w)}</b>
            <span className="min-w-0 leading-tight">
              <span className="block font-semibold">{b.piece.name}</span>
              <span className="block text-[13px] text-soft">
                {w.mass(b.piece.massG)}
                {b.gainPerKg !== null && ` · ${w.degrees(b.gainPerKg)}° a kg`}
                {b.gainPerHundred !== null && ` · ${w.degrees(b.gainPerHundred, 1)}° per 100`}
                {b.covers && <b className="text-ink"> · closes it</b>}
              </span>
            </span>
            <NumberField
              label={`Price of ${b.piece.name}`}
              hideLabel
              optional
              places={0}
              placeholder="price"
              unit={plain("")}
              value={prices[b.piece.id] ?? null}
              onChange={(v) => price(b, v)}
            />
          </li>
        ))}
      </ul>
    </>
  );
}
