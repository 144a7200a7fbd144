import { useId } from "react";
import type { NightAnswer, Trip } from "../api/client";
import { Hatch } from "../parts/Hatch";
import { Assumed } from "../parts/Prose";
import { TenDots } from "../parts/TenDots";
import { useWorkspace } from "../state/workspace";
import { counted, inTen } from "../units/chance";
import { useWrite } from "../units/units";
import { paths } from "../units/words";
import { FixList } from "./Fixes";
import { Lookups } from "./Lookups";
import { Rules, Spoken } from "./Rules";
import type { SystemEdit } from "./useSystem";

/** The answer with its reasons: what it holds to, what closes the gap, where the heat goes, what it hangs on, what was assumed. */
export function Answer(props: {
  trip: Trip;
  index: number;
  who: number;
  plan: NightAnswer;
  /** Chance of sleeping through; null while no low is known. */
  chance: number | null;
  edit: SystemEdit;
}) {
  const { plan, trip } = props;
  const w = useWrite();
  const sleeper = useWorkspace((s) => s.sleepers[trip.members[props.who]?.sleeperId ?? ""]);
  const { together, leads } = plan.holds;
  if (plan.items.length === 0)
    return (
      <aside className="border-line px-4 py-4 lg:row-span-2 lg:border-l">
        <p className="text-lg">The answer stands here once something is laid out.</p>
        <p className="mt-2 text-soft">
          A pad and a bag are enough for a first one. Local rules, rescue services, guides and medical advice
          come first.
        </p>
      </aside>
    );
  return (
    <aside className="space-y-5 border-line px-4 py-4 lg:row-span-2 lg:border-l print:columns-2">
      <section>
        <p className="text-soft">{sleeper?.name}, in this system, here</p>
        <div className="flex items-end gap-3">
          <span className="font-bold font-display text-[60px] leading-none tracking-tight">
            {together.outside != null
              ? w.temp(together.outside)
              : together.holding === "inAnyAir"
                ? "any air"
                : "no air"}
          </span>
          <span className="pb-1.5 leading-tight">
            <b>{leads === "feet" ? "the feet decide" : "comfort"}</b>
            <br />
            <span className="text-[13px] text-soft">
              outside air;{" "}
              {plan.offset.count > 0
                ? `from ${counted(plan.offset.count, "night")} of one's own ±${w.degrees(plan.offset.sd, 1)}`
                : `people differ by about ±${w.degrees(plan.offset.sd)}`}
            </span>
          </span>
        </div>
        {props.chance !== null && (
          <p className="mt-1.5 flex items-center gap-2.5">
            <TenDots chance={props.chance} /> slept through {inTen(props.chance)}
          </p>
        )}
        <BodyAndFeet plan={plan} />
        {plan.stricter && (
          <p className="mt-1 text-[14px]">
            Plan with <b>{w.temp(plan.stricter.outside)}</b>. {w.prose(plan.stricter.why)}
          </p>
        )}
        {together.outside == null && <p>{w.prose(plan.comfort.whyNone ?? "")}</p>}
        <Scale plan={plan} />
        {plan.limit.outside !== null && (
          <p className="mt-2 font-semibold text-ember">
            A plan, not a promise.{" "}
            {plan.weather?.outdoors != null
              ? `Do not sleep on if it falls below ${w.temp(plan.limit.outside)} inside.`
              : `Turn back if a night is forecast below ${w.temp(plan.limit.outside)}.`}
          </p>
        )}
        <ul className="mt-2 space-y-2">
          {plan.cautions
            .filter((c) => c.grave && c.answer === null)
            .map((c) => (
              <Spoken key={c.rule + c.text} trip={trip} who={props.who} caution={c} />
            ))}
        </ul>
      </section>
      <Lookups trip={trip} index={props.index} who={props.who} plan={plan} />
      <FixList {...props} />
      <Rules trip={trip} who={props.who} plan={plan} />
      <section className="text-[14px] text-soft">
        {plan.reliesOn.length > 0 && (
          <details open={plan.reliesOn.some((r) => !r.includes("reserve"))}>
            <summary className="min-h-8 cursor-pointer font-semibold text-ink">What it relies on</summary>
            <ul className="list-disc space-y-1 pl-5">
              {plan.reliesOn.map((r) => (
                <li key={r}>{r}</li>
              ))}
            </ul>
          </details>
        )}
        <Assumed of={plan.assumed} />
        <p className="mt-2">Local rules, rescue services, guides and medical advice come first.</p>
      </section>
    </aside>
  );
}

/** The two lines, and which of them decides. */
function BodyAndFeet({ plan }: { plan: NightAnswer }) {
  const w = useWrite();
  const { body, feet, leads } = plan.holds;
  if (!feet || plan.items.length === 0) return null;
  const at = (line: typeof body) =>
    line.outside !== null
      ? `to ${w.temp(line.outside)}`
      : line.holding === "inAnyAir"
        ? "in any air"
        : "in none";
  return (
    <p className={`mt-1.5 ${leads === "feet" ? "font-semibold" : "text-[14px] text-soft"}`}>
      Body holds {at(body)}, feet {at(feet)}
      {leads === "feet" ? ": it is the feet." : "."}
    </p>
  );
}

/** Where the heat goes, and what the answer hangs on. */
export function Reasons({ plan }: { plan: NightAnswer }) {
  return (
    <section className="grid content-start gap-x-8 gap-y-5 px-3 pb-4 sm:grid-cols-2 sm:px-5">
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
      {plan.swings.length > 0 && <Tornado plan={plan} />}
    </section>
  );
}

/** Which single input moves the margin most, each between its cautious and its kind end. */
function Tornado({ plan }: { plan: NightAnswer }) {
  const w = useWrite();
  const id = useId();
  const most = Math.max(...plan.swings.map((s) => Math.max(-s.worse, s.better)));
  return (
    <section>
      <h2 className="text-lg">What it hangs on</h2>
      <p className="text-[13px] text-soft">How far each alone would move the margin, worse and better.</p>
      <ul className="mt-1 space-y-1">
        {plan.swings.map((s, i) => (
          <li key={s.what}>
            <span className="flex justify-between gap-2 text-[14px]">
              <span>{s.what}</span>
              <span className="shrink-0 text-soft">
                {s.worse < -0.05 && w.signed(s.worse)} {s.better > 0.05 && w.signed(s.better)}
              </span>
            </span>
            <svg
              viewBox="0 0 300 8"
              className="w-full"
              preserveAspectRatio="none"
              height={8}
              aria-hidden="true"
            >
              <defs>
                <Hatch id={`${id}${i}`} />
              </defs>
              <rect x={0} y={3.5} width={300} height={1} fill="var(--line)" />
              <rect
                x={150 + (150 * s.worse) / most}
                width={(-150 * s.worse) / most}
                height={8}
                fill={`url(#${id}${i})`}
              />
              <rect x={150} width={(150 * s.better) / most} height={8} fill="var(--ink)" />
              <rect x={149.3} width={1.4} height={8} fill="var(--ink)" />
            </svg>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Comfort, limit and extreme of the body and the line of the feet on one scale, with the low planned for hung on it. */
function Scale({ plan }: { plan: NightAnswer }) {
  const w = useWrite();
  const comfort = plan.comfort.outside;
  const limit = plan.limit.outside;
  const extreme = plan.extreme.outside;
  const feet = plan.holds.feet?.outside ?? null;
  const holds = plan.holds.together.outside;
  const low = plan.weather?.low.planFor ?? null;
  if (comfort === null || limit === null) return null;
  const warm =
    Math.max(comfort, low ?? comfort, plan.holds.leads === "feet" ? (feet ?? comfort) : comfort) + 6;
  const cold = Math.min(extreme ?? limit - 15, low ?? limit) - 2;
  const x = (t: number) => ((warm - t) / (warm - cold)) * 300;
  return (
    <div className="mt-3 max-w-[430px]">
      <svg viewBox="0 0 300 52" className="w-full" aria-hidden="true">
        <defs>
          <Hatch id="short" />
        </defs>
        <rect x={0} y={14} width={x(comfort)} height={18} fill="var(--ice-wash)" />
        <rect x={x(comfort)} y={14} width={x(limit) - x(comfort)} height={18} fill="var(--warm-wash)" />
        <rect x={x(limit)} y={14} width={300 - x(limit)} height={18} fill="var(--ember-wash)" />
        {low !== null && holds !== null && low < holds && (
          <rect x={x(holds)} y={14} width={x(low) - x(holds)} height={18} fill="url(#short)" />
        )}
        <rect x={x(comfort) - 1.5} y={8} width={3} height={24} fill="var(--ink)" />
        {feet !== null && feet >= cold && (
          <g transform={`translate(${x(feet)} 32)`} fill="var(--ink)">
            <rect x={-1} y={-18} width={2} height={22} />
            <path d="M-6.5 18C-7.5 13 -4.5 6 -1 5s5 3 5.5 6.5 2.5 3.500 2.500 6.500z" />
          </g>
        )}
        {low !== null && (
          <path d={`M${x(low) - 7} 1h14l-7 9zM${x(low) - 1.25} 8h2.5v24h-2.5z`} fill="var(--ice)" />
        )}
        {extreme !== null && <rect x={x(extreme) - 1} y={14} width={2} height={18} fill="var(--ember)" />}
      </svg>
      <p className="flex flex-wrap justify-between gap-x-3 text-[14px]">
        {low !== null && <span className="font-semibold text-ice">plan for {w.temp(low)}</span>}
        <span>limit {w.temp(limit)}</span>
        {feet !== null && feet >= cold && <span>feet {w.temp(feet)}</span>}
        {extreme !== null && <span className="text-soft">extreme {w.temp(extreme)}</span>}
      </p>
    </div>
  );
}
