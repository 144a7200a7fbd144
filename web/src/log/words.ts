import type { Schema } from "../api/client";

type Slept = Schema["Slept"];

export const slepts: Record<Slept, string> = {
  warm: "warm",
  fine: "fine",
  cool: "cool",
  cold: "cold",
  shivering: "shivering",
};
export const sleptMeans: Record<Slept, string> = {
  warm: "less would do",
  fine: "slept through",
  cool: "restless",
  cold: "awake",
  shivering: "awake, shaking",
};
export const felts: Record<Schema["Felt"], string> = {
  warm: "warm",
  cool: "cool",
  cold: "cold",
  numb: "numb",
};
export const sweats: Record<Schema["SweatFelt"], string> = { dry: "dry", damp: "damp", wet: "wet" };
export const bodyPlaces: Record<Schema["BodyPlace"], string> = {
  head: "head",
  face: "nose, face",
  shoulders: "shoulders",
  back: "back, from below",
  front: "chest, from above",
  legs: "hips, legs",
  hands: "hands",
  feet: "feet",
};
export const probes: Record<Schema["Probe"], string> = {
  outside: "outside",
  pillow: "pillow",
  inBag: "in the bag",
};
/** What was done, as one says it in the morning. */
export const changed: Partial<Record<Schema["NightEventKind"], string>> = {
  closeUp: "closed up",
  openUp: "opened up",
  hotBottle: "hot bottle",
  meal: "something eaten",
  warmUp: "warm-up in the bag",
};
export const damps: Record<Schema["DampState"], string> = { damp: "damp", wet: "wet", frozen: "frozen" };

export const notTold: Record<Schema["NotTold"], string> = {
  leftOut: "left out",
  dayOnly: "only the day",
  noLow: "no low was read: it tells nothing of how one sleeps",
  noPlan: "no plan was kept with it",
  onlyEnds: "cold only at hands, feet or face: it tells of them",
  twice: "logged again later; that one counts",
};

/** When it was cold, by the hour from which: a word for a hand in a mitten. */
export const whens = { 22: "evening", 25: "midnight", 28: "before dawn", 30: "morning" } as const;
export type When = keyof typeof whens;
export const whenOf = (hour: number | null | undefined): When | null =>
  hour == null ? null : hour < 23.5 ? 22 : hour < 26.5 ? 25 : hour < 29.5 ? 28 : 30;

type Write = { degrees: (k: number, places?: number) => string };

/** slept fine 3 under the line */
export const toldSays = (told: Schema["NightTold"], w: Write) =>
  `slept ${slepts[told.slept]} ${
    Math.abs(told.marginK) < 0.5
      ? "on the line"
      : `${w.degrees(Math.abs(told.marginK))}° ${told.marginK < 0 ? "under" : "over"} the line`
  }`;

/** about 2 warmer than the model */
export const warmerThan = (k: number, w: Write) =>
  Math.abs(k) < 0.5
    ? "about as the model"
    : `about ${w.degrees(Math.abs(k), 1)}° ${k > 0 ? "warmer" : "colder"} than the model`;
