/** Chances as they are said: in tens, small ones of harm as one in so many, never with a decimal. */

const words = [
  "no",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
  "eleven",
  "twelve",
];

/** eleven nights, one night */
export const counted = (n: number, one: string, many = `${one}s`) =>
  `${words[n] ?? n} ${n === 1 ? one : many}`;

/** Dots of ten that are full: ten only where it is all but certain, none only where it is all but out of the question. */
export const dotsOf = (chance: number) =>
  chance >= 0.95 ? 10 : chance < 0.05 ? 0 : Math.min(9, Math.max(1, Math.round(10 * chance)));

/** about 7 in 10 */
export function inTen(chance: number): string {
  const dots = dotsOf(chance);
  return dots === 10 ? "more than 9 in 10" : dots === 0 ? "less than 1 in 10" : `about ${dots} in 10`;
}

const many = [100, 50, 40, 30, 25, 20, 15, 12, 10, 8, 6, 5, 4, 3, 2];

/** about 1 in 30: of the round numbers the one that says the larger chance. */
export const oneIn = (chance: number) =>
  chance > 0.5 ? inTen(chance) : `about 1 in ${many.find((n) => 1 / n >= chance - 1e-9) ?? 2}`;
