import type { LoadAnswer, Schema, Trip } from "../api/client";
import { clock } from "../night/clock";
import type { useWrite } from "../units/units";
import { useKinds } from "../units/words";

type Write = ReturnType<typeof useWrite>;

/** Days or nights in a row as people say them: 3, 5 to 7. */
export function daysInWords(days: readonly number[], one: string, many: string): string {
  const runs: [number, number][] = [];
  for (const d of days) {
    const last = runs.at(-1);
    if (last && d === last[1] + 1) last[1] = d;
    else runs.push([d, d]);
  }
  const said = runs.map(([a, b]) =>
    a === b ? `${a + 1}` : b === a + 1 ? `${a + 1}, ${b + 1}` : `${a + 1} to ${b + 1}`,
  );
  return `${days.length === 1 ? one : many} ${said.join(", ")}`;
}

/** What two jobs want of one thing at one hour. */
export const twiceInWords = (t: Schema["CountedTwice"]) =>
  `${cap(useKinds[t.first])} and ${useKinds[t.second]}, both from ${clock(t.fromHour)} to ${clock(t.toHour)}.`;

export const cap = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What a press does, in words on its button. */
export function mendInWords(
  mend: Schema["LoadMend"],
  name: (id: string) => string,
  load: (id: string) => string,
): string {
  switch (mend.kind) {
    case "takeOther":
      return `Take the ${lower(name(mend.otherId ?? ""))} instead`;
    case "drop":
      return "Drop the one use";
    case "endSooner":
      return "Take it off at bedtime";
    case "noReserve":
      return "Count it as no reserve";
    case "leaveHome":
      return "Leave it at home";
    case "serveTwice":
      return "Let it serve twice";
    default:
      return `Move to ${load(mend.loadId ?? "")}${mend.reach ? `, ${reachShort[mend.reach]}` : ""}`;
  }
}

const reachShort: Record<Schema["Reached"], string> = {
  onBody: "on the body",
  pocket: "in a pocket",
  lid: "under the lid",
  inside: "inside",
  dryBag: "in a dry bag",
};

export const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** The answer in two sentences: what is heaviest, and the worst that is wrong. */
export function headline(
  answer: LoadAnswer,
  trip: Trip,
  who: string | null,
  w: Write,
  name: (id: string) => string,
): { calm: string; short: string } {
  const people = answer.most.filter((m) => who === null || m.sleeperId === who);
  const most = people.reduce<(typeof people)[number] | null>(
    (a, b) => (a && a.atOnceG >= b.atOnceG ? a : b),
    null,
  );
  const calm =
    answer.things.length === 0
      ? "Nothing is packed yet."
      : most
        ? `Day ${most.day + 1} moves ${w.weight(most.atOnceG, 0)} at once, the most.`
        : "";
  const wrong = answer.contradictions[0];
  const twice = answer.twice[0];
  const reach = answer.reach.find((r) => r.want !== "inDepot" && r.want !== "nobodyThere");
  const short =
    answer.twice.length > 0 && twice
      ? answer.twice.length === 1
        ? `${name(twice.itemId)} is counted on twice.`
        : `${answer.twice.length} things are counted on twice.`
      : wrong
        ? `${wrong.field}: ${wrong.value}.`
        : answer.damp[0]
          ? `${name(answer.damp[0].itemId)} arrives damp on night ${answer.damp[0].night + 1}.`
          : reach
            ? `${name(reach.itemId)} is not where it is wanted.`
            : "";
  return { calm: trip.nights.length === 0 ? "" : calm, short };
}
