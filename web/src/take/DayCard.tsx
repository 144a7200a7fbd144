import type { Night, Schema, Trip } from "../api/client";
import { watchesOf } from "../ends/Aside";
import { clock } from "../night/clock";
import { dateInWords } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { activities, and, dayReasons, dayVerdicts, watched } from "../units/words";
import { Paper } from "./Paper";
import { useName } from "./words";

/** Changes of clothes that a card has room for. */
const mostLines = 9;

/** A day on a card: what when, how long one may stand, and when to look at whom. */
export function DayCard(props: {
  trip: Trip;
  index: number;
  who: number;
  card: Schema["DayCard"];
  made: string;
}) {
  const { trip, card } = props;
  const night = trip.nights[props.index] as Night;
  const sleepers = useWorkspace((s) => s.sleepers);
  const name = useName();
  const w = useWrite();
  const person = sleepers[trip.members[props.who]?.sleeperId ?? ""]?.name;
  const pieces = (ids: string[]) => and(ids.map(name));
  const lines = card.lines.filter((l) => l.begins || l.on.length + l.off.length > 0);
  const stops = stopRules(card, name);
  return (
    <Paper
      label={`Card of day ${props.index + 1}, to ${night.camp}`}
      number={props.index + 1}
      what="day"
      title={`to ${night.camp}`}
      under={`${dateInWords(night.date)}${trip.members.length > 1 && person ? ` · ${person}` : ""}`}
      right={<span className="font-display font-bold text-[9pt]">day</span>}
      foot={`Made ${props.made}. ${card.laidOut ? "" : "The day is not laid out: this is such a day as it usually goes. "}A plan, not a promise: local rules, guides and rescue come first.`}
    >
      {card.airLow != null ? (
        <p className="mt-[1mm] text-[8.5pt]">
          Air <b className="text-[11pt]">{w.temp(card.airLow)}</b>
          {card.airHigh != null && ` to ${w.temp(card.airHigh)}`}
          {card.windMs != null && `, wind ${w.wind(card.windMs)}`}
          {card.minutesToFrostbite != null &&
            `, bare face ${card.minutesToFrostbite < 2 ? "under 2" : Math.round(card.minutesToFrostbite)} min`}
          {card.drinkL != null && `, drink ${w.water(card.drinkL)}`}
        </p>
      ) : (
        <p className="mt-[1mm] text-[8.5pt]">No low is known yet, so the day has no air.</p>
      )}
      <table className="mt-[1mm] w-full border-collapse text-[8pt] leading-[1.2]">
        <tbody>
          {lines.slice(0, mostLines).map((l, i) => (
            <tr key={`${l.hour}${l.block.id}`} className="border-ink/30 border-t align-baseline">
              <td className="w-[11mm] py-[0.35mm] font-bold text-[9pt]">{clock(l.hour)}</td>
              <td className="py-[0.35mm]">
                {l.begins && (
                  <b>
                    {l.block.activity === "own" && l.block.name ? l.block.name : activities[l.block.activity]}
                    {l.lived &&
                      l.lived.verdict !== "right" &&
                      `: ${dayVerdicts[l.lived.verdict]}${l.lived.reason !== "none" ? `, ${dayReasons[l.lived.reason]}` : ""}`}
                    .{" "}
                  </b>
                )}
                {l.on.length > 0 && `${i === 0 ? "Wear" : "On"}: ${pieces(l.on)}. `}
                {l.off.length > 0 && `Off: ${pieces(l.off)}. `}
                {l.stops.length > 0 &&
                  `At ${l.stops.length > 1 ? "each stop" : "the stop"} (${l.stops.map(clock).join(", ")}) ${pieces(l.onAtStops)} on, then off again.`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.length > mostLines && (
        <p className="text-[7pt]">{lines.length - mostLines} more changes stand on the page of the day.</p>
      )}
      {stops.length > 0 && (
        <section className="mt-[1.5mm] border-ink border-t-2 pt-[0.7mm]">
          <h3 className="font-bold text-[8.5pt]">When you stop</h3>
          <ul className="text-[8pt] leading-[1.2]">
            {stops.map((s) => (
              <li key={s} className="mt-[0.4mm]">
                {s}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="mt-[1.5mm] border-ink border-t-2 pt-[0.7mm]">
        <h3 className="font-bold text-[8.5pt]">Look at each other</h3>
        <p className="text-[8pt] leading-[1.25]">
          {card.watch.length === 0
            ? "By the numbers nothing on this day calls for it. Look all the same at every stop."
            : watchesOf(card.watch)
                .slice(0, 4)
                .map((all) => {
                  const l = all[0] as Schema["Watch"];
                  const whose =
                    all.length === trip.members.length && all.length > 1
                      ? "everyone's "
                      : trip.members.length > 1
                        ? `${and(all.map((a) => sleepers[a.sleeperId]?.name ?? "someone"))}: `
                        : "";
                  return `${clock(l.fromHour)}${l.everyMinutes !== null ? `–${clock(l.toHour)}` : ""} ${whose}${watched[l.what]}${l.everyMinutes !== null ? ` every ${l.everyMinutes} min` : ""}`;
                })
                .join("; ")}
          {card.watch.length > 0 && "."}
          {(card.face?.turns.length ?? 0) > 0 &&
            ` Turn the face cover at ${and((card.face?.turns ?? []).slice(0, 4).map((t) => clock(t.hour)))}.`}{" "}
          White, waxy or numb: stop and warm it on warm skin, never rub.
        </p>
      </section>
    </Paper>
  );
}

/** What holds at a stop: the jacket first, how long one may stand, and what an hour of waiting comes to. */
function stopRules(card: Schema["DayCard"], name: (id: string) => string): string[] {
  const minutes = (m: number) => `${Math.round(m)} min`;
  const jackets = card.pauses.filter((p) => p.jacketFrom != null && p.jacket);
  const first = jackets.toSorted((a, b) => (a.jacketFrom as number) - (b.jacketFrom as number))[0];
  const short = card.pauses
    .filter((p) => p.chilledAfter != null)
    .toSorted((a, b) => (a.chilledAfter as number) - (b.chilledAfter as number))[0];
  const { unplanned } = card;
  return [
    ...(first
      ? [
          `${name(first.jacket as string)} on before you cool, at every stop of ${minutes(Math.max(1, first.jacketFrom as number))} or more; off before you work.`,
        ]
      : []),
    ...(short
      ? [
          `As dressed at ${clock(short.fromHour)} ${(short.chilledAfter as number) < 3 ? "do not stand at all" : `no stop over ${minutes(short.chilledAfter as number)}`}: ${dayReasons[short.reason]} ${short.reason === "fingers" || short.reason === "toes" ? "are" : "is"} chilled then.`,
        ]
      : []),
    ...(unplanned
      ? [
          unplanned.holds
            ? `Held up for an hour (worst at ${clock(unplanned.hour)}): all on, and it is borne.`
            : `Held up at ${clock(unplanned.hour)}: with all on chilled after ${minutes(unplanned.chilledAfter ?? 60)} (${dayReasons[unplanned.reason]}). Shelter or move before.`,
        ]
      : []),
  ];
}
