import { useId, useState } from "react";
import { api, type Buy, type Fix, type NightAnswer, type Schema, type Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { Hatch } from "../parts/Hatch";
import { Prose } from "../parts/Prose";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { plain, useSettings, useWrite } from "../units/units";
import { verdicts } from "../units/words";
import { titleOf } from "./fixTitle";
import type { SystemEdit } from "./useSystem";

type Asking = { trip: Trip; index: number; who: number; plan: NightAnswer; edit: SystemEdit };

/** What closes the gap: from what is owned and can be done, or to buy. */
export function FixList(props: Asking) {
  const [buying, setBuying] = useState(false);
  const short = (props.plan.margin ?? 0) < 0;
  return (
    <section className="print:hidden">
      <div className="flex items-end justify-between gap-2">
        <h2 className="text-lg">
          {props.plan.verdict === "hot"
            ? "What lets the heat out"
            : short
              ? "What closes the gap"
              : "What would add warmth"}
        </h2>
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
  const answer = fixes.data;
  const list = answer?.changes ?? [];
  const scale = scaleOf(answer, list);
  if (props.plan.verdict === "hot") return <Reliefs {...props} reliefs={answer?.reliefs ?? []} />;
  return (
    <>
      {answer && scale.gap !== null && <Gap list={answer} />}
      <p className="text-[13px] text-soft">
        {props.short && list.length > 0 && !list.some((f) => f.covers)
          ? "No change closes it, nor any two; the first step counts most."
          : props.short
            ? "What closes it comes first, lightest first. Two together only where one is not enough."
            : "Most degrees first."}{" "}
        {list.some((f) => f.bedtime) && "Pale is what the hours gain by what is done."}
      </p>
      {list.length === 0 && answer && !fixes.isFetching && (
        <p className="mt-1">Nothing you own adds a third of a degree here. Add what you own in Kit.</p>
      )}
      <ul className="mt-1 divide-y divide-line">
        {list.slice(0, 12).map((f) => (
          <FixRow
            key={f.parts.map((p) => `${p.kind}${p.itemId}${p.replacesId}${p.event?.kind}`).join()}
            fix={f}
            scale={scale}
            {...props}
          />
        ))}
      </ul>
    </>
  );
}

/** Degrees from nothing gained to the end of the longest bar, and where the gap is closed in between. */
type Scale = { most: number; slept: number | null; gap: number | null };

function scaleOf(list: Schema["FixList"] | undefined, changes: { gain: number | null }[]): Scale {
  const slept = list?.toSleepThrough ?? null;
  const gap = list?.toHold ?? null;
  const longest = Math.max(2, ...changes.map((c) => c.gain ?? 0));
  return {
    most: Math.max((gap ?? slept ?? 0) * 1.25, Math.min(longest, (gap ?? slept ?? longest) * 2.5)),
    slept,
    gap: gap ?? slept,
  };
}

/** The gap in words, above the bars that are laid against it. */
function Gap({ list }: { list: Schema["FixList"] }) {
  const w = useWrite();
  const { toSleepThrough: slept, toHold: hold } = list;
  if (slept !== null && hold !== null && Math.abs(slept - hold) < 0.5)
    return <p className="mt-1 font-semibold">{w.degrees(Math.max(slept, hold), 1)}° to close.</p>;
  return (
    <p className="mt-1 font-semibold">
      {slept !== null && `${w.degrees(slept, 1)}° to sleep through`}
      {slept !== null && hold !== null && ", "}
      {hold !== null && `${w.degrees(hold, 1)}° until it holds at this low`}.
    </p>
  );
}

/**
 * Degrees gained, laid against the gap: dark is how far it then holds, pale what only the hours gain, hatched what stays open.
 */
function Bar({ change, scale }: { change: { gain: number | null; holdsGain: number | null }; scale: Scale }) {
  const id = useId();
  const x = (k: number) => `${Math.min(100, (100 * k) / scale.most)}%`;
  const holds = Math.max(0, change.holdsGain ?? scale.most);
  const hours = change.gain ?? scale.most;
  return (
    <svg width="100%" height={14} className="my-1 block overflow-visible" aria-hidden="true">
      <defs>
        <Hatch id={id} />
      </defs>
      <rect y={6} width="100%" height={2} fill="var(--line)" />
      {scale.gap !== null && scale.gap > holds && (
        <rect x={x(holds)} y={3} width={x(scale.gap - holds)} height={8} fill={`url(#${id})`} />
      )}
      {hours > holds + 0.5 && (
        <rect y={2.5} width={x(hours)} height={9} rx={2} fill="var(--card)" stroke="var(--ink)" />
      )}
      <rect y={2} width={x(holds)} height={10} rx={2} fill="var(--ink)" />
      {scale.slept !== null && scale.slept !== scale.gap && (
        <rect x={x(scale.slept)} y={0} width={1.5} height={14} fill="var(--ember)" />
      )}
      {scale.gap !== null && <rect x={x(scale.gap)} y={-1} width={3} height={16} fill="var(--ember)" />}
    </svg>
  );
}

function useNames() {
  const items = useWorkspace((s) => s.items);
  return (id: string | null | undefined) => (id ? (items[id]?.name ?? "") : "");
}

const row =
  "block w-full rounded-lg px-1.5 py-2 text-left hover:bg-ice-wash focus-visible:outline-2 focus-visible:outline-ink";

function FixRow({ fix, plan, edit, scale }: Asking & { fix: Fix; scale: Scale }) {
  const name = useNames();
  const w = useWrite();
  const then = fix.then;
  const holds = then.holds.together;
  return (
    <li>
      <button type="button" onClick={() => edit.take(fix.system, fix.bedtime)} className={row}>
        <span className="flex items-baseline justify-between gap-2 leading-tight">
          <span className="font-semibold">{fix.parts.map((p) => titleOf(p, name)).join(" + ")}</span>
          <b className="shrink-0 font-display text-lg">{gained(fix.gain, holds, w)}</b>
        </span>
        <Bar change={fix} scale={scale} />
        <span className="block text-[13px] leading-tight">
          {fix.parts
            .filter((p) => p.kind === "swap")
            .map((p) => `instead of ${name(p.replacesId).toLowerCase()} · `)}
          {fix.massG === 0
            ? fix.bedtime && fix.parts.length === 1
              ? "nothing to carry"
              : "along anyway"
            : w.massChange(fix.massG)}
          {holds.outside !== null &&
            ` · then holds to ${w.temp(holds.outside)}${then.holds.leads === "feet" ? ", the feet" : ""}`}
          {!fix.covers &&
            then.verdict &&
            then.verdict !== plan.verdict &&
            ` · then ${verdicts[then.verdict]}`}
          {fix.covers && <b> · {(then.margin ?? 0) >= 0 ? "closes it" : "then slept through"}</b>}
        </span>
        <span className="block text-[13px] text-soft leading-tight">
          <Prose of={fix.parts.map((p) => p.why).join(" ")} />
        </span>
      </button>
    </li>
  );
}

/** What helps on a night that is too warm, and what the sweat costs else. */
function Reliefs({ reliefs, edit, plan }: Asking & { reliefs: Schema["Relief"][] }) {
  const name = useNames();
  const w = useWrite();
  const costs = Math.max(0, ...reliefs.map((r) => r.nextNight ?? 0));
  return (
    <>
      <p className="mt-1 font-semibold">
        {w.mass(Math.round(plan.hours?.sweatG ?? 0))} of sweat wet what is worn
        {costs >= 0.1 && `; frozen they take ${w.degrees(costs, 1)}° from the next night`}.
      </p>
      <p className="text-[13px] text-soft">
        The least that ends it comes first. Open up before you sweat, not after.
      </p>
      <ul className="mt-1 divide-y divide-line">
        {reliefs.map((r) => (
          <li key={`${r.part.kind}${r.part.itemId}`}>
            <button type="button" onClick={() => edit.take(r.system)} className={row}>
              <span className="block font-semibold leading-tight">{titleOf(r.part, name)}</span>
              <span className="block text-[13px] leading-tight">
                {r.then.verdict && `then ${verdicts[r.then.verdict]}`}
                {r.sweatG >= 1 && `, ${w.mass(Math.round(r.sweatG))} of sweat left`}
                {r.then.holds.together.outside !== null &&
                  ` · holds to ${w.temp(r.then.holds.together.outside)}`}
                {r.nextNight !== null && r.nextNight >= 0.1 && ` · next night ${w.signed(r.nextNight)}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
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
  const fixes = useAsked("fixes", api.fixes, props.trip, props.index, props.who);
  const scale = scaleOf(fixes.data, buys.data ?? []);
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
      <ul className="mt-1 divide-y divide-line">
        {buys.data?.map((b) => (
          <li key={b.piece.id} className="grid grid-cols-[1fr_4.5rem] items-center gap-2 px-1.5 py-2">
            <span className="min-w-0 leading-tight">
              <span className="flex items-baseline justify-between gap-2">
                <span className="font-semibold">{b.piece.name}</span>
                <b className="shrink-0 font-display text-lg">{gained(b.gain, b.then.holds.together, w)}</b>
              </span>
              <Bar change={b} scale={scale} />
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
