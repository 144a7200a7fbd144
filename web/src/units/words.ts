import type { Schema, Verdict } from "../api/client";

/** The field's words for every choice. */
export const surfaces: Record<Schema["Surface"], string> = {
  air: "cot, off the ground",
  seasonalSnow: "snow, 30 cm or more",
  frozenGround: "bare frozen ground",
  lakeIce: "lake ice under snow",
  rock: "rock",
  glacier: "glacier or firn",
};
export const shelters: Record<Schema["Shelter"], string> = {
  none: "open sky",
  windbreak: "windbreak",
  tarpLow: "tarp, low",
  tarpHigh: "tarp, high",
  singleWall: "single-wall tent",
  doubleWall: "double-wall tent",
  snowShelter: "snow shelter",
};
export const terrains: Record<Schema["Terrain"], string> = {
  slope: "slope",
  forest: "forest",
  plateau: "plateau",
  valley: "valley floor",
  basin: "basin",
  lakeIce: "frozen lake",
  highMountain: "high mountain",
};
export const kinds: Record<Schema["ItemKind"], string> = {
  pad: "pad",
  bag: "bag",
  quilt: "quilt",
  garment: "garment",
  vapourBarrier: "vapour barrier",
};
export const sources: Record<Schema["ClaimSource"], string> = {
  measured: "measured",
  labelled: "labelled",
  estimated: "estimated",
};
export const claims: Record<Schema["ClaimKind"], string> = {
  comfort: "comfort",
  limit: "limit",
  extreme: "extreme",
  unspecified: "one number, kind not said",
  rValue: "R-value",
  squareMetreKelvinPerWatt: "m²K/W",
  clo: "clo",
  tog: "tog",
  loftCm: "loft of one side",
};
export const closures: Record<Schema["Closure"], { bag?: string; quilt?: string }> = {
  closed: { bag: "collar closed", quilt: "strapped, neck closed" },
  collarOpen: { bag: "collar open" },
  strapsOnly: { quilt: "straps only" },
  loose: { quilt: "laid loose" },
};
export const gaps: Record<Schema["UnderGap"], string> = {
  nothing: "nothing",
  spareClothes: "spare clothes",
  rucksack: "an emptied rucksack",
};
export const regions: Record<Schema["Region"], string> = {
  head: "head",
  torso: "torso",
  legs: "legs",
  feet: "feet",
};
export const events: Record<Schema["NightEventKind"], string> = {
  warmUp: "warm-up",
  meal: "meal",
  hotBottle: "hot bottle",
  putOn: "put on",
  closeUp: "close up",
};
export const starts: Record<Schema["StartState"], string> = {
  warmed: "warmed by moving",
  normal: "neither warm nor cold",
  chilled: "chilled",
};
export const verdicts: Record<Verdict, string> = { warm: "warm", cool: "cool", cold: "cold", noGo: "no-go" };

export const paths: Record<Schema["LossPath"], (region: Schema["Region"] | null) => string> = {
  upward: (r) => `Over the ${r}`,
  downward: (r) => `Under the ${r}`,
  leakage: () => "Leaks at the neck",
  breath: () => "Breath",
  skinVapour: () => "Skin vapour",
};

export const steps: Record<Schema["LowStepKind"], string> = {
  elevation: "Camp lies higher",
  coldPool: "Clear and calm: cold pool",
  spread: "Spread of the forecast",
  flatMargin: "Flat margin",
};
