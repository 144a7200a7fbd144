import type { Fix, NightPlan, Trip } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { useFixes } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { paths } from "../units/words";
import type { SystemEdit } from "./useSystem";

/** The answer with its reasons: what it holds to, what closes the gap, where the heat goes, what it hangs on, what was assumed. */
export function Answer(props: { trip: Trip; index: number; plan: NightPlan; edit: SystemEdit }) {
  const { plan, trip } = props;
  const w = useWrite();
  const sleeper = useWorkspace((s) => s.sleepers[trip.sleeperId]);
  const holds = plan.comfort.outside;
  return (
    <aside className="space-y-5 border-line px-4 py-4 lg:border-l print:columns-2">
      <section>
        <p className="text-soft">{sleeper?.name}, in this system, here</p>
        <div className="flex items-end gap-3">
          <span className="font-bold font-display text-[60px] leading-none tracking-tight">
            {holds == null ? "–" : w.temp(holds)}
          </span>
          <span className="pb-1.5 leading-tight">
            <b>comfort</b>
            <br />
            <span className="text-[13px] text-soft">
              outside air; people differ by about ±{w.degrees(plan.bandK)}
            </span>
          </span>
        </div>
        {holds == null && plan.items.length > 0 && <p>{plan.comfort.whyNone}</p>}
        <Scale plan={plan} />
        {plan.limit.outside !== null && (
          <p className="mt-2 font-semibold text-ember">
            A plan, not a promise. Turn back if a night is forecast below {w.temp(plan.limit.outside)}.
          </p>
        )}
        {plan.cautions
          .filter((c) => c.grave)
          .map((c) => (
            <p key={c.text} className="mt-2 rounded-lg border-2 border-ember bg-ember-wash px-3 py-2">
              {c.text}
            </p>
          ))}
      </section>
      <FixList {...props} />
      <section>
        <h2 className="text-lg">Where the heat goes</h2>
        <p className="text-soft">
          Loses {Math.round(plan.heatLost)} W/m² at the low planned for and makes {Math.round(plan.heatMade)}.
        </p>
        <ul className="mt-1.5 space-y-1">
          {plan.terms.slice(0, 7).map((t) => (
            <li key={`${t.path}${t.region}`} className="grid grid-cols-[8.5rem_1fr_3rem] items-center gap-2">
              <span className="truncate">{paths[t.path](t.region)}</span>
              <span className="h-2.5 rounded-full bg-line" aria-hidden="true">
                <span
                  className={`block h-full rounded-full ${t.path === plan.weakest?.path && t.region === plan.weakest.region ? "bg-ember" : "bg-ink"}`}
                  style={{ width: `${(100 * t.wattsPerM2) / (plan.terms[0]?.wattsPerM2 || 1)}%` }}
                />
              </span>
              <span className="whitespace-nowrap text-right text-soft">
                {Math.round((100 * t.wattsPerM2) / plan.heatLost)} %
              </span>
            </li>
          ))}
        </ul>
      </section>
      {plan.levers.length > 0 && (
        <section>
          <h2 className="text-lg">What it hangs on</h2>
          <ul className="mt-1 space-y-0.5">
            {plan.levers.map((l) => (
              <li key={l.what} className="flex justify-between gap-3">
                <span>{l.what}</span>
                <b className="shrink-0">{w.signed(l.gain)}</b>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="text-[14px] text-soft">
        {plan.cautions
          .filter((c) => !c.grave)
          .map((c) => (
            <p key={c.text} className="mb-1.5">
              {c.text}
            </p>
          ))}
        <details>
          <summary className="min-h-8 cursor-pointer font-semibold text-ink">What was assumed</summary>
          <ul className="list-disc space-y-1 pl-5">
            {plan.assumed.map((a) => (
              <li key={a}>{a}</li>
            ))}
          </ul>
        </details>
        <p className="mt-2">Local rules, rescue services, guides and medical advice come first.</p>
      </section>
    </aside>
  );
}

/** Comfort, limit and extreme on one line, with the low planned for hung on it. */
function Scale({ plan }: { plan: NightPlan }) {
  const w = useWrite();
  const comfort = plan.comfort.outside;
  const limit = plan.limit.outside;
  const extreme = plan.extreme.outside;
  const low = plan.weather?.low.planFor ?? null;
  if (comfort === null || limit === null) return null;
  const warm = Math.max(comfort, low ?? comfort) + 6;
  const cold = Math.min(extreme ?? limit - 15, low ?? limit) - 2;
  const x = (t: number) => ((warm - t) / (warm - cold)) * 300;
  const short = low !== null && low < comfort;
  return (
    <div className="mt-3 max-w-[430px]">
      <svg viewBox="0 0 300 46" className="w-full" aria-hidden="true">
        <defs>
          <Hatch id="short" />
        </defs>
        <rect x={0} y={14} width={x(comfort)} height={18} fill="var(--ice-wash)" />
        <rect x={x(comfort)} y={14} width={x(limit) - x(comfort)} height={18} fill="var(--warm-wash)" />
        <rect x={x(limit)} y={14} width={300 - x(limit)} height={18} fill="var(--ember-wash)" />
        {short && <rect x={x(comfort)} y={14} width={x(low) - x(comfort)} height={18} fill="url(#short)" />}
        <rect x={x(comfort) - 1.5} y={8} width={3} height={30} fill="var(--ink)" />
        {low !== null && (
          <path d={`M${x(low) - 7} 1h14l-7 9zM${x(low) - 1.25} 8h2.5v30h-2.5z`} fill="var(--ice)" />
        )}
        {extreme !== null && <rect x={x(extreme) - 1} y={14} width={2} height={18} fill="var(--ember)" />}
      </svg>
      <p className="flex flex-wrap justify-between gap-x-3 text-[14px]">
        {low !== null && <span className="font-semibold text-ice">plan for {w.temp(low)}</span>}
        <span>limit {w.temp(limit)}</span>
        {extreme !== null && <span className="text-soft">extreme {w.temp(extreme)}</span>}
      </p>
    </div>
  );
}

function FixList(props: { trip: Trip; index: number; plan: NightPlan; edit: SystemEdit }) {
  const fixes = useFixes(props.trip, props.index);
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const short = (props.plan.margin ?? 0) < 0;
  const holdsNothing = props.plan.comfort.outside === null;
  const list = fixes.data ?? [];
  const name = (id: string | null) => (id ? (items[id]?.name ?? "") : "");
  const title = (f: Fix) =>
    ({
      add: name(f.itemId),
      swap: name(f.itemId),
      reorder: `${name(f.itemId)} inside`,
      close: `Close ${name(f.itemId).toLowerCase()}`,
      fillGap: "Emptied rucksack under the legs",
    })[f.kind];
  return (
    <section className="print:hidden">
      <h2 className="text-lg">{short ? "What closes the gap" : "What would add warmth"}</h2>
      <p className="text-[13px] text-soft">
        {short && list.length > 0 && !list.some((f) => f.covers)
          ? "From your kit. No single piece closes it; the first step counts most."
          : short
            ? "From your kit; what closes it by itself first, lightest first."
            : "From your kit, most degrees first."}
      </p>
      {list.length === 0 && !fixes.isFetching && (
        <p className="mt-1">Nothing you own adds a third of a degree here. Add what you own in Kit.</p>
      )}
      <ul className="mt-2 space-y-1.5">
        {list.slice(0, 6).map((f) => (
          <li key={`${f.kind}${f.itemId}${f.replacesId}`}>
            <button
              type="button"
              onClick={() => props.edit.take(f.system)}
              className={`grid w-full grid-cols-[3.6rem_1fr] items-center rounded-lg border bg-card px-2 py-1.5 text-left hover:border-ink ${f.covers ? "border-2 border-ink" : "border-edge/50"}`}
            >
              <b className="font-display text-lg">
                {holdsNothing ? `to ${w.temp(f.holdsTo)}` : w.signed(f.gain)}
              </b>
              <span className="min-w-0 leading-tight">
                <span className="block font-semibold">{title(f)}</span>
                <span className="block text-[13px]">
                  {f.kind === "swap" && `instead of ${name(f.replacesId).toLowerCase()} · `}
                  {f.massG === 0 ? "along anyway" : w.massChange(f.massG)}
                  {f.covers && <b> · closes it</b>}
                </span>
                <span className="block text-[13px] text-soft">{f.why}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
