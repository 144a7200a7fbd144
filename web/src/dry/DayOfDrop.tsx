import { api, type Trip } from "../api/client";
import { clock } from "../night/clock";
import { useAsked, useGo } from "../state/trip";
import { useWrite } from "../units/units";
import { activities } from "../units/words";

const [wide, high] = [236, 58];

/** The day that filled a drop: the water of one thing through its hours, and the way to that day. */
export function DayOfDrop(props: { trip: Trip; night: number; who: number; itemId: string }) {
  const { trip, night, who, itemId } = props;
  const asked = useAsked(
    "day",
    (a, signal) => api.day({ ...a, quick: true }, signal),
    trip,
    night,
    who,
    true,
  );
  const go = useGo();
  const w = useWrite();
  const answer = asked.data?.nightId === trip.nights[night]?.id ? asked.data : undefined;
  const open = (
    <button
      type="button"
      className="min-h-9 font-semibold underline"
      onClick={() => go.station("day", night)}
    >
      Open day {night + 1}
    </button>
  );
  if (!answer) return <p className="text-[13px] text-soft">…</p>;
  const thing = answer.played?.things.find((t) => t.itemId === itemId);
  const moments = answer.played?.moments ?? [];
  if (!answer.laidOut)
    return (
      <p className="text-[13px] text-soft">
        Nothing is laid out for this day; how wet it makes things is an estimate. {open}
      </p>
    );
  if (!thing || thing.grams.length === 0)
    return (
      <p className="text-[13px] text-soft">
        Not worn on day {night + 1}. {open}
      </p>
    );
  const most = Math.max(thing.beforeG, ...thing.grams, 1);
  const [from, to] = [moments[0]?.fromHour ?? 7, moments.at(-1)?.hour ?? 21];
  const x = (hour: number) => ((hour - from) / (to - from)) * wide;
  const y = (g: number) => high - 14 - (g / most) * (high - 26);
  const gains = answer.blocks
    .map((block) => {
      const inside = moments.map((m, i) => ({ m, i })).filter(({ m }) => m.blockId === block.id);
      const first = inside[0]?.i ?? 0;
      const last = inside.at(-1)?.i ?? 0;
      const before = first > 0 ? (thing.grams[first - 1] ?? 0) : thing.beforeG;
      return { block, gain: inside.length ? (thing.grams[last] ?? 0) - before : 0 };
    })
    .sort((a, b) => b.gain - a.gain)[0];
  return (
    <div>
      <svg
        width={wide}
        height={high}
        role="img"
        aria-label={`Water through day ${night + 1}: from ${w.mass(Math.round(thing.beforeG))} to ${w.mass(Math.round(thing.afterG))}, at most ${w.mass(Math.round(most))}`}
      >
        <path
          d={`M0 ${high - 14}${moments.map((m, i) => `L${x(m.hour).toFixed(1)} ${y(thing.grams[i] ?? 0).toFixed(1)}`).join("")}L${wide} ${high - 14}Z`}
          fill="var(--ice-mid)"
          stroke="var(--ice)"
        />
        <text x={0} y={high - 2} fontSize={11.5} fill="var(--soft)">
          {clock(from)}
        </text>
        <text x={wide} y={high - 2} fontSize={11.5} textAnchor="end" fill="var(--soft)">
          {clock(to)}
        </text>
      </svg>
      <p className="text-[13px]">
        {gains && gains.gain > 0.5
          ? `${w.mass(Math.round(gains.gain))} of it at ${gains.block.name || activities[gains.block.activity]}, from ${clock(gains.block.fromHour)}.`
          : "The day added next to nothing."}{" "}
        {open}
      </p>
    </div>
  );
}
