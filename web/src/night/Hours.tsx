import { Popover } from "radix-ui";
import { useId, useState } from "react";
import type { Bedtime, NightAnswer, NightEvent, Schema } from "../api/client";
import { Button } from "../parts/Button";
import { Check, Choice } from "../parts/Field";
import { Hatch } from "../parts/Hatch";
import { useWidth } from "../parts/useSize";
import type { Outfit } from "../state/outfit";
import { useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { events as eventNames, regions, starts } from "../units/words";
import { clock } from "./clock";
import { AddEvent, EventFields, HourField } from "./Events";
import type { SystemEdit } from "./useSystem";

type Step = Schema["NightStep"];

const left = 58;
const airBand = 40;
const debtBand = 76;
const feetBand = 40;
const snap = 1 / 6;

/** The hours under the cut: air, heat debt, feet, and what is done. Each thing done is dragged to its hour, or moved by arrow keys. */
export function Hours(props: {
  index: number;
  member: Outfit;
  who: number;
  plan: NightAnswer;
  edit: SystemEdit;
}) {
  const { plan, edit } = props;
  const { bedtime: evening, changeBedtime: change } = edit;
  const [box, width] = useWidth<HTMLDivElement>();
  const [looked, setLooked] = useState<number | null>(null);
  const w = useWrite();
  const go = useGo();
  const hatch = useId();
  const items = useWorkspace((s) => s.items);
  const played = plan.hours;
  if (!played) return null;

  const top = evening.events.length === 0 ? 6 : 54;
  const height = top + airBand + debtBand + feetBand + 24;
  const from = Math.min(evening.inHour, ...evening.events.map((e) => e.hour)) - 0.25;
  const to = evening.upHour;
  const x = (hour: number) => left + ((hour - from) / (to - from)) * Math.max(60, width - left - 10);
  const hourAt = (clientX: number) => {
    const svgLeft = box.current?.getBoundingClientRect().left ?? 0;
    return from + ((clientX - svgLeft - left) / Math.max(60, width - left - 10)) * (to - from);
  };
  const changeEvent = (id: string, part: Partial<NightEvent>) =>
    change(
      { events: evening.events.map((e) => (e.id === id ? { ...e, ...part } : e)) },
      `event/${id}/${Object.keys(part)}`,
    );
  const takeOut = (id: string) => change({ events: evening.events.filter((o) => o.id !== id) });
  const moveTo = (id: string, hour: number) =>
    changeEvent(id, { hour: Math.min(to - snap, Math.max(12, Math.round(hour / snap) * snap)) });

  const drag = (id: string, e: React.PointerEvent) => {
    const start = e.clientX;
    let moved = false;
    const onMove = (m: PointerEvent) => {
      if (!moved && Math.abs(m.clientX - start) < 5) return;
      moved = true;
      moveTo(id, hourAt(m.clientX));
    };
    const onUp = () => {
      removeEventListener("pointermove", onMove);
      removeEventListener("pointerup", onUp);
      removeEventListener("pointercancel", onUp);
    };
    addEventListener("pointermove", onMove);
    addEventListener("pointerup", onUp);
    addEventListener("pointercancel", onUp);
  };

  const name = (e: NightEvent) => {
    const item = items[e.itemId ?? ""]?.name;
    return e.kind === "putOn" && item
      ? item
      : e.kind === "takeOff" && item
        ? `off: ${item}`
        : eventNames[e.kind];
  };
  const { steps } = played;
  const airs = steps.map((s) => s.outside);
  const [warmest, coldest] = [Math.max(...airs), Math.min(...airs)];
  const yAir = (c: number) => top + 8 + ((warmest - c) / Math.max(1, warmest - coldest)) * (airBand - 16);
  const most = Math.max(played.coolDebt * 1.35, ...steps.map((s) => s.debt)) + 1;
  const least = Math.min(-2, ...steps.map((s) => s.debt));
  const yDebt = (d: number) => top + airBand + ((most - d) / (most - least)) * debtBand;
  const coldFeet = Math.min(20, played.lowestFeet) - 1;
  const yFeet = (c: number) => top + airBand + debtBand + 6 + ((35 - c) / (35 - coldFeet)) * (feetBand - 8);
  const line = (y: (s: Step) => number) =>
    steps.map((s, i) => `${i ? "L" : "M"}${x(s.hour).toFixed(1)} ${y(s).toFixed(1)}`).join("");
  /** The area between a line and its threshold while it is on the wrong side. */
  const beyond = (wrong: (s: Step) => boolean, y: (s: Step) => number, edge: number) => {
    const bad = steps.filter(wrong);
    if (bad.length === 0) return null;
    return (
      <path
        d={`M${x(bad[0]?.hour ?? 0)} ${edge}${bad.map((s) => `L${x(s.hour)} ${y(s)}`).join("")}L${x(bad.at(-1)?.hour ?? 0)} ${edge}Z`}
        fill={`url(#${hatch})`}
      />
    );
  };
  const ticks = Array.from({ length: Math.floor(to) - Math.ceil(from) + 1 }, (_, i) => Math.ceil(from) + i);
  const label = (y: number, text: string, tone: string, bold = false) => (
    <text x={left - 8} y={y + 4} textAnchor="end" fontSize={12.5} fill={tone} fontWeight={bold ? 600 : 400}>
      {text}
    </text>
  );
  const shown = looked === null ? null : (steps.find((s) => s.hour >= looked - 1e-6) ?? steps.at(-1));

  return (
    <section className="mt-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h2 className="text-lg">The hours</h2>
        <p className="mr-auto">
          <Said plan={plan} />
        </p>
        <AddEvent
          evening={evening}
          plan={plan}
          member={props.member}
          onAdd={(e) => change({ events: [...evening.events, e] })}
        />
      </div>
      <div ref={box} className="relative mt-1">
        {width > 0 && (
          <svg
            width={width}
            height={height}
            className="block"
            role="img"
            aria-label={describe(plan)}
            onPointerMove={(e) => setLooked(hourAt(e.clientX))}
            onPointerLeave={() => setLooked(null)}
          >
            <defs>
              <Hatch id={hatch} />
            </defs>
            {label(yAir(airs[0] ?? 0), `air ${w.temp(airs[0] ?? 0)}`, "var(--ice)", true)}
            <path d={line((s) => yAir(s.outside))} fill="none" stroke="var(--ice)" strokeWidth={2} />
            <text
              x={x(to)}
              y={yAir(coldest) - 6}
              textAnchor="end"
              fontSize={12.5}
              fill="var(--ice)"
              fontWeight={700}
            >
              {w.temp(coldest)}
            </text>
            {beyond(
              (s) => s.debt >= played.coolDebt,
              (s) => yDebt(s.debt),
              yDebt(played.coolDebt),
            )}
            <line x1={left} x2={x(to)} y1={yDebt(0)} y2={yDebt(0)} stroke="var(--ink)" strokeWidth={1} />
            <line
              x1={left}
              x2={x(to)}
              y1={yDebt(played.coolDebt)}
              y2={yDebt(played.coolDebt)}
              stroke="var(--ember)"
              strokeDasharray="2 4"
            />
            {label(yDebt(0), "even", "var(--soft)")}
            {label(yDebt(played.coolDebt), "cool", "var(--ember)")}
            <path d={line((s) => yDebt(s.debt))} fill="none" stroke="var(--ember)" strokeWidth={2.4} />
            <text
              x={x(from + (to - from) * 0.3)}
              y={yDebt(steps[Math.floor(steps.length * 0.3)]?.debt ?? 0) - 8}
              textAnchor="middle"
              fontSize={12.5}
              fill="var(--ember)"
            >
              heat debt
            </text>
            {beyond(
              (s) => s.feet < 24,
              (s) => yFeet(s.feet),
              yFeet(24),
            )}
            <line
              x1={left}
              x2={x(to)}
              y1={yFeet(24)}
              y2={yFeet(24)}
              stroke="var(--ember)"
              strokeDasharray="2 4"
            />
            <path d={line((s) => yFeet(s.feet))} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
            {label(yFeet(24), `feet ${w.temp(24)}`, "var(--ember)")}
            <text
              x={x(to)}
              y={yFeet(steps.at(-1)?.feet ?? 0) + (played.lowestFeet < 24 ? -5 : 15)}
              textAnchor="end"
              fontSize={12.5}
              fill="var(--ink)"
              fontWeight={600}
              stroke="var(--paper)"
              strokeWidth={3}
              paintOrder="stroke"
            >
              feet {w.temp(steps.at(-1)?.feet ?? 0)}
            </text>
            {ticks.map((h) => (
              <text key={h} x={x(h)} y={height - 5} textAnchor="middle" fontSize={12.5} fill="var(--soft)">
                {width > 560 || h % 2 === 1 ? clock(h).slice(0, 2) : ""}
              </text>
            ))}
            {evening.events.map((e) => (
              <line
                key={e.id}
                x1={x(e.hour)}
                x2={x(e.hour)}
                y1={top - 4}
                y2={height - 20}
                stroke="var(--ink)"
                strokeDasharray="1 4"
                strokeLinecap="round"
              />
            ))}
            {shown && (
              <line x1={x(shown.hour)} x2={x(shown.hour)} y1={top} y2={height - 20} stroke="var(--soft)" />
            )}
          </svg>
        )}
        {width > 0 &&
          [...evening.events]
            .sort((a, b) => a.hour - b.hour)
            .map((e, i) => (
              <Popover.Root key={e.id}>
                <Popover.Trigger
                  className="absolute min-h-6 max-w-36 -translate-x-1/2 cursor-grab touch-none truncate rounded-md border border-edge/60 bg-card px-1.5 text-[13px] hover:border-ink"
                  style={{ left: Math.min(width - 44, Math.max(44, x(e.hour))), top: i % 2 === 0 ? 0 : 25 }}
                  aria-label={`${name(e)} at ${clock(e.hour)}`}
                  onPointerDown={(p) => drag(e.id, p)}
                  onKeyDown={(k) => {
                    const by = k.key === "ArrowRight" ? snap : k.key === "ArrowLeft" ? -snap : 0;
                    if (by) moveTo(e.id, e.hour + by);
                    else if (k.key === "Delete" || k.key === "Backspace") takeOut(e.id);
                    else return;
                    k.preventDefault();
                  }}
                >
                  {clock(e.hour)} {name(e)}
                </Popover.Trigger>
                <Popover.Portal>
                  <Popover.Content
                    className="z-50 w-64 space-y-2 rounded-xl border border-line bg-card p-3 shadow-lg"
                    collisionPadding={10}
                  >
                    <h3 className="text-lg capitalize">{name(e)}</h3>
                    <EventFields
                      event={e}
                      onChange={(part) => changeEvent(e.id, part)}
                      path={`members[${props.who}].nights[${props.member.own.findIndex((o) => o.nightId === plan.nightId)}].bedtime.events[${evening.events.indexOf(e)}]`}
                    />
                    <Button className="w-full text-ember" onClick={() => takeOut(e.id)}>
                      Take out
                    </Button>
                  </Popover.Content>
                </Popover.Portal>
              </Popover.Root>
            ))}
        <input
          type="range"
          aria-label="Look at an hour"
          className="sr-only focus-visible:not-sr-only focus-visible:w-full print:hidden"
          min={evening.inHour}
          max={evening.upHour}
          step={snap}
          value={looked ?? evening.inHour}
          onChange={(e) => setLooked(Number(e.target.value))}
          onBlur={() => setLooked(null)}
        />
      </div>
      <p className="min-h-10 text-[13px] text-soft print:hidden" aria-live="polite">
        {shown ? <AtHour step={shown} /> : "Point at an hour to see where the heat goes then."}
      </p>
      <Demands
        evening={evening}
        change={change}
        laidOut={(props.member.dry.days.find((d) => d.nightId === plan.nightId)?.blocks?.length ?? 0) > 0}
        onDay={() => go.station("day", props.index)}
      />
    </section>
  );
}

/** When it turns cool, and which place of the body fares worst. */
function Said({ plan }: { plan: NightAnswer }) {
  const w = useWrite();
  const played = plan.hours as NonNullable<NightAnswer["hours"]>;
  const { worst } = played;
  return (
    <>
      {played.coolFrom !== null ? (
        <b className="text-ember">
          Cool from {clock(played.coolFrom)}
          {played.awakeFrom !== null && `, awake from ${clock(played.awakeFrom)}`}.
        </b>
      ) : plan.verdict === "warm" || plan.verdict === "hot" ? (
        <span className="text-soft">Sleeps through.</span>
      ) : played.feet === plan.verdict && (played.body === "warm" || played.body === "hot") ? (
        <b className="text-ember">The body sleeps on, the feet do not.</b>
      ) : (
        <b className="text-ember">Restless: the coldest hours lie below the limit.</b>
      )}{" "}
      {worst.feet !== null ? (
        <b className="text-ember">
          Feet {w.temp(worst.feet)} at {clock(worst.hour)}.
        </b>
      ) : (
        <span className="text-soft">
          Worst {worst.downward ? "under" : "over"} the {regions[worst.region]}, at {clock(worst.hour)}.
        </span>
      )}
      {played.sweatG >= 5 && (
        <b className="text-ember">
          {" "}
          Too warm: about {Math.round(played.sweatG)} g of sweat. Take something off.
        </b>
      )}
    </>
  );
}

function AtHour({ step }: { step: Step }) {
  const w = useWrite();
  const r = (n: number) => Math.round(n);
  const { lost } = step;
  return (
    <>
      <b className="text-ink">{clock(step.hour)}</b> Air {w.temp(step.outside)}, {w.temp(step.around)} round
      the sleeper; skin {w.temp(step.skin, 1)}, feet {w.temp(step.feet)}. Makes {r(step.made)} W/m²
      {step.shivering > 0.5 && ` (${r(step.shivering)} by shivering)`}
      {step.brought > 0.5 && `, brought ${r(step.brought)}`}, loses{" "}
      {r(lost.upward + lost.downward + lost.leakage + lost.breath + lost.skinVapour)}: up {r(lost.upward)},
      down {r(lost.downward)}, leaks {r(lost.leakage)}, breath {r(lost.breath)}, vapour {r(lost.skinVapour)}
      {step.vented > 0.5 && `; ${r(step.vented)} vented`}.
    </>
  );
}

/** When the night begins and ends, how the sleeper gets in, and what the night demands. */
function Demands(props: {
  laidOut: boolean;
  onDay: () => void;
  evening: Bedtime;
  change: (part: Partial<Bedtime>, merge?: string) => void;
}) {
  const { evening, change } = props;
  return (
    <div className="mt-1 grid max-w-3xl grid-cols-2 items-end gap-x-3 gap-y-1 sm:grid-cols-3 print:hidden">
      <HourField label="In the bag" value={evening.inHour} onChange={(inHour) => change({ inHour }, "in")} />
      <HourField label="Up" value={evening.upHour} onChange={(upHour) => change({ upHour }, "up")} />
      {props.laidOut ? (
        <p className="pb-1.5 leading-tight">
          <span className="block text-[13px] text-soft">Gets in</span>
          <button type="button" className="min-h-9 font-semibold underline" onClick={props.onDay}>
            as its day ends
          </button>
        </p>
      ) : (
        <Choice
          label="Gets in"
          value={evening.start}
          options={starts}
          onChange={(start) => change({ start })}
        />
      )}
      <Check
        label="Must be ready to move"
        value={evening.readyToMove}
        onChange={(readyToMove) => change({ readyToMove })}
      />
      <Check label="Must sleep dressed" value={evening.dressed} onChange={(dressed) => change({ dressed })} />
      <Check label="Must hear" value={evening.ableToHear} onChange={(ableToHear) => change({ ableToHear })} />
    </div>
  );
}

function describe(plan: NightAnswer) {
  const played = plan.hours;
  if (!played) return "The hours of the night";
  return played.coolFrom === null
    ? "The hours of the night: heat debt stays below the cool line."
    : `The hours of the night: cool from ${clock(played.coolFrom)}.`;
}
