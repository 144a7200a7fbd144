import { Popover } from "radix-ui";
import { useId } from "react";
import type { Evening, Night, NightEvent, NightPlan, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice } from "../parts/Field";
import { Hatch } from "../parts/Hatch";
import { useWidth } from "../parts/useSize";
import { editNight, eveningOf } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { events as eventNames, starts } from "../units/words";
import { clock } from "./clock";
import { AddEvent, EventFields, HourField } from "./Events";

const left = 58;
const airBand = 44;
const debtBand = 84;
const snap = 1 / 6;

/** The hours under the cut: air, heat debt, and what is done. Each thing done is dragged to its hour, or moved by arrow keys. */
export function Hours(props: { trip: Trip; index: number; night: Night; plan: NightPlan }) {
  const { trip, index, night, plan } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const hatch = useId();
  const items = useWorkspace((s) => s.items);
  const evening = eveningOf(night);
  const played = plan.hours;
  const top = evening.events.length === 0 ? 6 : 54;
  const height = top + airBand + debtBand + 24;
  const from = Math.min(evening.inHour, ...evening.events.map((e) => e.hour)) - 0.25;
  const to = evening.upHour;
  const x = (hour: number) => left + ((hour - from) / (to - from)) * Math.max(60, width - left - 10);
  const change = (part: Partial<Evening>, merge?: string) =>
    editNight(trip, index, { evening: { ...evening, ...part } }, merge);
  const changeEvent = (id: string, part: Partial<NightEvent>) =>
    change(
      { events: evening.events.map((e) => (e.id === id ? { ...e, ...part } : e)) },
      `event/${id}/${Object.keys(part)}`,
    );
  const moveTo = (id: string, hour: number) =>
    changeEvent(id, { hour: Math.min(to - snap, Math.max(12, Math.round(hour / snap) * snap)) });

  const drag = (id: string, e: React.PointerEvent) => {
    const svgLeft = box.current?.getBoundingClientRect().left ?? 0;
    const start = e.clientX;
    let moved = false;
    const onMove = (m: PointerEvent) => {
      if (!moved && Math.abs(m.clientX - start) < 5) return;
      moved = true;
      moveTo(id, from + ((m.clientX - svgLeft - left) / Math.max(60, width - left - 10)) * (to - from));
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

  const name = (e: NightEvent) =>
    e.kind === "putOn" ? (items[e.itemId ?? ""]?.name ?? "put on") : eventNames[e.kind];
  const steps = played?.steps ?? [];
  const airs = steps.map((s) => s.outside);
  const [warmest, coldest] = [Math.max(...airs), Math.min(...airs)];
  const yAir = (c: number) => top + 8 + ((warmest - c) / Math.max(1, warmest - coldest)) * (airBand - 16);
  const most = Math.max((played?.coolDebt ?? 0) * 1.35, ...steps.map((s) => s.debt)) + 1;
  const least = Math.min(-2, ...steps.map((s) => s.debt));
  const yDebt = (d: number) => top + airBand + ((most - d) / (most - least)) * debtBand;
  const line = (y: (s: (typeof steps)[number]) => number) =>
    steps.map((s, i) => `${i ? "L" : "M"}${x(s.hour).toFixed(1)} ${y(s).toFixed(1)}`).join("");
  const bad = steps.filter((s) => played && s.debt >= played.coolDebt);
  const ticks = Array.from({ length: Math.floor(to) - Math.ceil(from) + 1 }, (_, i) => Math.ceil(from) + i);

  return (
    <section className="mt-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h2 className="text-lg">The hours</h2>
        <p className="mr-auto">
          {played &&
            (played.coolFrom !== null ? (
              <b className="text-ember">
                Cool from {clock(played.coolFrom)}
                {played.awakeFrom !== null && `, awake from ${clock(played.awakeFrom)}`}.
              </b>
            ) : (
              <span className="text-soft">Sleeps through.</span>
            ))}
          {played && played.sweatG >= 5 && (
            <b className="text-ember">
              {" "}
              Too warm: about {Math.round(played.sweatG)} g of sweat. Take something off.
            </b>
          )}
        </p>
        <AddEvent
          evening={evening}
          plan={plan}
          trip={trip}
          onAdd={(e) => change({ events: [...evening.events, e] })}
        />
      </div>
      <div ref={box} className="relative mt-1">
        {width > 0 && played && (
          <svg width={width} height={height} className="block" role="img" aria-label={describe(plan)}>
            <defs>
              <Hatch id={hatch} />
            </defs>
            <text
              x={left - 8}
              y={yAir(airs[0] ?? 0) + 4}
              textAnchor="end"
              fontSize={12.5}
              fill="var(--ice)"
              fontWeight={600}
            >
              air {w.temp(airs[0] ?? 0)}
            </text>
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
            {bad.length > 0 && (
              <path
                d={`M${x(bad[0]?.hour ?? 0)} ${yDebt(played.coolDebt)}${bad.map((s) => `L${x(s.hour)} ${yDebt(s.debt)}`).join("")}L${x(bad.at(-1)?.hour ?? 0)} ${yDebt(played.coolDebt)}Z`}
                fill={`url(#${hatch})`}
              />
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
            <text x={left - 8} y={yDebt(0) + 4} textAnchor="end" fontSize={12.5} fill="var(--soft)">
              even
            </text>
            <text
              x={left - 8}
              y={yDebt(played.coolDebt) + 4}
              textAnchor="end"
              fontSize={12.5}
              fill="var(--ember)"
            >
              cool
            </text>
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
                    else if (k.key === "Delete" || k.key === "Backspace")
                      change({ events: evening.events.filter((o) => o.id !== e.id) });
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
                      path={`nights[${index}].evening.events[${evening.events.indexOf(e)}]`}
                    />
                    <Button
                      className="w-full text-ember"
                      onClick={() => change({ events: evening.events.filter((o) => o.id !== e.id) })}
                    >
                      Take out
                    </Button>
                  </Popover.Content>
                </Popover.Portal>
              </Popover.Root>
            ))}
      </div>
      <div className="mt-1 grid max-w-xl grid-cols-2 gap-3 sm:grid-cols-3 print:hidden">
        <HourField
          label="In the bag"
          value={evening.inHour}
          onChange={(inHour) => change({ inHour }, "in")}
        />
        <HourField
          label="Up"
          value={evening.upHour}
          onChange={(upHour) => change({ upHour }, "up")}
          path={`nights[${index}].evening.upHour`}
        />
        <Choice
          label="Gets in"
          value={evening.start}
          options={starts}
          onChange={(start) => change({ start })}
        />
      </div>
    </section>
  );
}

function describe(plan: NightPlan) {
  const played = plan.hours;
  if (!played) return "The hours of the night";
  return played.coolFrom === null
    ? "The hours of the night: heat debt stays below the cool line."
    : `The hours of the night: cool from ${clock(played.coolFrom)}.`;
}
