import type { NightLine } from "../api/client";

const words = [
  "No",
  "One",
  "Two",
  "Three",
  "Four",
  "Five",
  "Six",
  "Seven",
  "Eight",
  "Nine",
  "Ten",
  "Eleven",
  "Twelve",
];
const count = (n: number) => words[n] ?? `${n}`;
/** 1–4, 6 and 9 */
function list(numbers: number[]): string {
  const runs: string[] = [];
  for (let i = 0; i < numbers.length; ) {
    let to = i;
    while (numbers[to + 1] === (numbers[to] as number) + 1) to++;
    runs.push(...(to - i > 1 ? [`${numbers[i]}–${numbers[to]}`] : numbers.slice(i, to + 1).map(String)));
    i = to + 1;
  }
  return runs.length < 2 ? `${runs[0]}` : `${runs.slice(0, -1).join(", ")} and ${runs.at(-1)}`;
}

/** The trip in two sentences: what holds, and what falls short by how much. */
export function headline(
  nights: NightLine[],
  degrees: (k: number) => string,
): { holds: string; short: string } {
  const numbered = nights.map((n, i) => ({ ...n, number: i + 1 }));
  const short = numbered.filter(
    (n) => n.verdict && ((n.verdict !== "warm" && n.verdict !== "hot") || (n.margin ?? 0) < 0),
  );
  const known = numbered.filter((n) => n.verdict);
  const holding = known.length - short.length;
  if (known.length === 0)
    return {
      holds: nights.some((n) => n.planFor !== null) ? "Nothing is laid out to sleep in yet." : "No lows yet.",
      short: "",
    };
  const worst = Math.min(...short.map((n) => n.margin ?? Number.NEGATIVE_INFINITY));
  const by = Number.isFinite(worst) ? ` by ${degrees(Math.max(1, -worst))}` : "";
  const first = short[0];
  const unknown = nights.length - known.length;
  // What is not known is said beside what holds: it does not hold yet.
  const open = unknown === 0 ? "" : ` ${count(unknown)} ${unknown === 1 ? "has" : "have"} no answer yet.`;
  return {
    holds:
      (short.length === 0 && unknown === 0
        ? holding === 1
          ? "The night holds."
          : `All ${count(holding).toLowerCase()} nights hold.`
        : holding === 0
          ? ""
          : `${count(holding)} ${holding === 1 ? "night holds" : "nights hold"}.`) + open,
    short:
      short.length === 0
        ? ""
        : short.length === 1 && first
          ? `Night ${first.number} is short${by}.`
          : `${holding === 0 ? `All ${count(short.length).toLowerCase()} nights` : `Nights ${list(short.map((n) => n.number))}`} are short${by && `, the worst${by}`}.`,
  };
}
