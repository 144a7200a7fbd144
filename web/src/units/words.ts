import type { Schema, Verdict } from "../api/client";

/** The field's words for every choice. */
export const surfaces: Record<Schema["Surface"], string> = {
  air: "cot, off the ground",
  seasonalSnow: "snow, 30 cm or more",
  frozenGround: "bare frozen ground",
  unfrozenGround: "bare ground, not frozen",
  lakeIce: "lake ice under snow",
  rock: "rock",
  glacier: "glacier or firn",
};
export const shelters: Record<Schema["Shelter"], string> = {
  none: "open sky",
  windbreak: "windbreak",
  threeSided: "three-sided shelter",
  tarpClosed: "tarp, edges snowed in, doors shut",
  tarpLow: "tarp, low, doors shut",
  tarpHigh: "tarp, high or doors open",
  singleWall: "single-wall tent",
  doubleWall: "double-wall tent",
  snowShelter: "snow shelter",
  heated: "hut or stove tent",
};
export const terrains: Record<Schema["Terrain"], string> = {
  slope: "slope",
  forest: "forest",
  plateau: "plateau",
  valley: "valley floor",
  basin: "basin",
  lakeIce: "frozen lake",
  highMountain: "high mountain",
  ridge: "ridge",
};
export const kinds: Record<Schema["ItemKind"], string> = {
  pad: "pad",
  bag: "bag",
  quilt: "quilt",
  underquilt: "underquilt",
  liner: "liner",
  bivy: "bivy",
  garment: "garment",
  vapourBarrier: "vapour barrier",
  gear: "gear, not slept in",
};
/** Where things lie, by where they are worn or used, in the order in which a closet is gone through. */
export const drawers: Record<Schema["Drawer"], string> = {
  under: "Under you",
  over: "Over you",
  head: "Head and face",
  torso: "Body",
  hands: "Hands",
  legs: "Legs",
  feet: "Feet",
  shelter: "Shelter",
  kitchen: "Kitchen",
  gear: "Way and safety",
};
export const dexterities: Record<Schema["Dexterity"], string> = {
  none: "no work",
  coarse: "coarse work",
  fine: "fine work",
  bare: "as bare hands",
};
export const fingers: Record<Schema["Fingers"], string> = {
  apart: "apart, a glove",
  paired: "two and two",
  together: "together, a mitten",
};
export const soles: Record<Schema["Sole"], string> = {
  none: "none",
  soft: "bends",
  stiff: "stiff",
  welted: "stiff, with welts",
};
/** Hand work as it is called on a line of the day. */
export const tasks: Record<Schema["TaskKind"], string> = {
  phone: "phone",
  map: "map",
  lacing: "lacing",
  pegs: "pegs",
  stove: "stove",
  fuel: "fuel",
  meltSnow: "melt snow",
  fire: "fire",
  eat: "eat",
  knots: "knots",
  rope: "rope",
  harness: "harness",
  bindings: "bindings",
  skins: "skins",
  animals: "animals",
  photographs: "photographs",
  mending: "mending",
  wound: "wound",
  toilet: "toilet",
  own: "own task",
};
export const needs: Record<Schema["Dexterity"], string> = {
  none: "any glove",
  coarse: "coarse",
  fine: "fine",
  bare: "bare fingers",
};
export const watched: Record<Schema["Watched"], string> = {
  noseAndCheeks: "nose and cheeks",
  ears: "ears",
  fingers: "fingers",
  toes: "toes",
};
export const parts = {
  head: "head",
  face: "face",
  torso: "body",
  hands: "hands",
  legs: "legs",
  feet: "feet",
} as const;
/** More than one of a kind. */
export const manyOf = (kind: Schema["ItemKind"]) => (kind === "bivy" ? "bivies" : `${kinds[kind]}s`);
export const materials: Record<Schema["Material"], string> = {
  unsaid: "not said",
  down: "down",
  treatedDown: "water-resistant down",
  syntheticFill: "synthetic fill",
  fleece: "fleece",
  wool: "wool",
  syntheticFabric: "synthetic fabric",
  cotton: "cotton",
  foam: "closed-cell foam",
  inflatable: "inflatable",
  coated: "coated, vapour-tight",
};
export const footBoxes: Record<Schema["FootBox"], string> = {
  sewn: "sewn shut",
  drawn: "drawn with a cord",
  open: "open, flat",
};
export const hangs: Record<Schema["UnderquiltFit"], string> = {
  snug: "snug, loft free",
  tooTight: "stretched tight",
  gaps: "gaps at the ends",
};
export const sources: Record<Schema["ClaimSource"], string> = {
  measured: "measured",
  labelled: "labelled",
  estimated: "estimated",
  usual: "usual, not measured",
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
  fillGrams: "grams of fill",
  seasons: "seasons",
  addsDegrees: "said to add, degrees",
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
  pillow: "a pillow",
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
  warmer: "warmer",
  warmStone: "warm stone",
  partner: "someone close",
  putOn: "put on",
  takeOff: "take off",
  closeUp: "close up",
  openUp: "open up",
  openVents: "open vents",
  flipPad: "flip and fill pad",
};
export const starts: Record<Schema["StartState"], string> = {
  warmed: "warmed by moving",
  normal: "neither warm nor cold",
  chilled: "chilled",
};
export const verdicts: Record<Verdict, string> = {
  warm: "warm",
  hot: "hot",
  cool: "cool",
  cold: "cold",
  noGo: "no-go",
};
/** Where one lies among several. */
export const liesAt: Record<Schema["LiesAt"], string> = {
  notSaid: "not said",
  wall: "at the wall",
  middle: "in the middle",
};
/** As what a thing serves in a bed. */
export const servings: Record<Schema["Serving"], string> = {
  itself: "as what it is",
  quilt: "opened, as a quilt",
  blanket: "laid over, as a blanket",
  pillow: "in a sack, as a pillow",
  roundFeet: "wrapped round the feet",
  underLegs: "laid under legs and feet",
  fromFeet: "laid from the feet up",
  wrapped: "wrapped round, under and over",
  windCover: "hung below against the wind",
};
/** Why a thing keeps less in a stack than alone and new. */
export const corrections: Record<Schema["CorrectionKind"], string> = {
  loft: "loft now against new",
  damp: "damp or frost in it",
  soft: "goes soft overnight",
  doubleLayer: "in the double layer of a hammock",
  stretched: "stretched tight: the loft is pressed flat",
  onlyUnderHammock: "hangs only under a hammock",
  tight: "fits tightly: the loft is pressed",
  wind: "wind works into it",
  crushed: "crushed by a heavier layer outside",
  further: "a further layer overlaps the first",
  wornInBag: "worn inside a bag, pressed and creased",
  squeezed: "squeezed at the chest: the bag is too narrow for what is in it",
  bringsNothing: "would cost the others more than it brings, so it counts for nothing",
  floor: "never below a fifth of its dry insulation",
};

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
  ensemble: "Cold end of the ensemble",
  clearSky: "Clear sky, no cover",
  siteWind: "Wind at the site",
  ownAir: "Its own air, heated",
  place: "Measured here before",
};
export const schoolsOfTrust: Record<Schema["TrustSchool"], string> = {
  confidence: "lead time",
  ensemble: "ensemble",
  flatMargin: "flat margin",
};
export const roles: Record<Schema["Role"], string> = {
  day: "day",
  nightOnly: "night only",
  spare: "spare",
  oneDayOnly: "one day only",
};
export const works: Record<Schema["DayWork"], string> = {
  rest: "rest",
  easy: "easy",
  hard: "hard",
  wetSnow: "wet snow",
  haul: "haul",
  summit: "summit",
  watch: "watch",
};
export const activities: Record<Schema["Activity"], string> = {
  walk: "walk",
  ski: "ski",
  snowshoe: "snowshoe",
  haul: "haul",
  climb: "climb",
  dig: "dig",
  makeCamp: "camp",
  cook: "cook",
  wait: "wait",
  watch: "watch",
  animals: "animals",
  driveSledge: "drive",
  rest: "rest",
  own: "own work",
};
/** What one does then, after “while”. */
export const doing: Record<Schema["Activity"], string> = {
  walk: "walking",
  ski: "skiing",
  snowshoe: "on snowshoes",
  haul: "hauling",
  climb: "climbing",
  dig: "digging",
  makeCamp: "making camp",
  cook: "cooking",
  wait: "waiting",
  watch: "on watch",
  animals: "working with the animals",
  driveSledge: "driving",
  rest: "resting",
  own: "at work",
};
export const efforts: Record<Schema["Effort"], string> = {
  resting: "standing or sitting",
  low: "light",
  moderate: "moderate",
  high: "hard",
  veryHigh: "very hard",
};
export const dayPlaces: Record<Schema["DayPlace"], string> = {
  open: "in the open",
  forest: "in the forest",
  lee: "out of the wind",
  fire: "by a fire",
  tent: "in the tent",
};
export const skies: Record<Schema["Sky"], string> = {
  drySnow: "dry",
  wetSnow: "wet snow",
  rain: "rain",
  sun: "sun",
};
export const dayVerdicts: Record<Schema["DayVerdict"], string> = {
  right: "right",
  warm: "warm",
  dripping: "dripping",
  cool: "cool",
  chilling: "chilling",
};
/** What decided it, at the end of a sentence. */
export const dayReasons: Record<Schema["DayReason"], string> = {
  none: "",
  body: "the whole body",
  fingers: "the fingers",
  toes: "the toes",
  face: "the bare face",
  sweat: "sweat",
  base: "a wet base",
};
/** How far a cover over mouth and nose is drawn up. */
export const positions: Record<Schema["Opening"], string> = {
  closed: "over mouth and nose",
  neck: "over the mouth",
  zips: "under the chin",
  hanging: "round the neck",
};
export const openings: Record<Schema["Opening"], string> = {
  closed: "closed",
  neck: "neck and cuffs open",
  zips: "zips open",
  hanging: "hanging open",
};
export const wetnesses: Record<Schema["Wetness"], string> = {
  dry: "dry",
  damp: "damp",
  wet: "wet",
  frozen: "frozen",
};
export const places: Record<Schema["Place"], string> = {
  sleptIn: "slept in",
  worn: "worn that day",
  onBody: "on the body",
  inBed: "taken to bed",
  underBody: "under the body",
  packed: "packed",
  hungOut: "hung out",
  byStove: "by a stove",
};
/** Places that a thing can be given whatever the habits say. */
export const keeps: Partial<Record<Schema["Place"] | "", string>> = {
  "": "as the habits say",
  onBody: "on the body by day",
  inBed: "in the bag at night",
  underBody: "under the body",
  packed: "in the pack",
  hungOut: "hung out at noon",
  byStove: "by the stove",
};
export const habits: Record<Schema["Habit"], { name: string; says: string }> = {
  airAtNoon: { name: "Air at noon", says: "An hour in the open, five on a day of rest." },
  byStove: { name: "Dry by a stove", says: "In a hut or a heated tent." },
  brushFrost: { name: "Brush frost off", says: "Off outer faces, before packing." },
  onBody: { name: "Dry on the body", says: "Small damp things under the jacket by day." },
  dampToBed: { name: "Take damp things to bed", says: "Paid for in heat, and in frost in the bag." },
  dampAgain: { name: "Wear damp things again", says: "In the morning, so that a dry pair remains." },
  barrierSocks: { name: "Barrier socks by day", says: "Over a thin pair, so that the thick one stays dry." },
  barrier: { name: "Vapour barrier at night", says: "Skin vapour never reaches the loft." },
};
export const purposes: Record<Schema["Purpose"], string> = {
  socks: "socks",
  base: "base",
  hat: "hat",
  gloves: "gloves",
  liners: "boot liners",
  other: "other things",
};
export const loadKinds: Record<Schema["LoadKind"], string> = {
  person: "on the body",
  pack: "pack",
  sledge: "sledge",
  duffel: "duffel",
  depot: "depot",
};
export const reaches: Record<Schema["Reached"], string> = {
  onBody: "on the body",
  pocket: "pocket",
  lid: "under the lid",
  inside: "inside",
  dryBag: "in a dry bag",
};
export const useKinds: Record<Schema["UseKind"], string> = {
  bed: "slept in",
  pillow: "pillow",
  inBedOtherwise: "in the bed",
  putOn: "put on at night",
  worn: "worn",
  atHand: "at hand",
  task: "on the hands at work",
  reserve: "kept in reserve",
};
export const checks: Record<Schema["Check"], string> = {
  zip: "Zips and their flaps",
  seams: "Seams",
  cuffs: "Cuffs",
  buckles: "Buckles, buttons, cords",
  repellency: "Sheds water",
  loft: "Loft by ruler",
  holdsAir: "Holds air overnight",
  burns: "Burns from cold fuel",
  cells: "Cells full, spares along",
  fitsBoots: "Sits on the boots",
  pitched: "Pitched once",
  tight: "Tight when hot",
  lights: "Lights with mittens on",
  label: "Label against own nights",
};
export const lookReasons: Record<Schema["LookReason"], string> = {
  always: "before every trip",
  age: "years old",
  neverSeen: "nobody has noted a look",
  loftLost: "loft is down",
  goesSoft: "goes soft overnight",
  finishGone: "finish worn off: wash and proof",
  doesNotFit: "fits none of the boots along",
  seenTo: "seen to",
};
export const improvised: Record<Schema["Improvised"], string> = {
  nothing: "in the open",
  boughs: "boughs under and over",
  trench: "in a trench in the snow",
  dugIn: "dug into the snow",
  shelter: "in the shelter that is left",
};
export const bottlePlaces: Record<Schema["BottlePlace"], string> = {
  bare: "outside, bare",
  inCover: "outside, in a cover",
  inLoad: "deep in the load",
  inTent: "in the tent by night",
  onTheBody: "under the jacket, in the bag",
};
export const splitsBy: Record<Schema["SplitBy"], string> = {
  weight: "Evenly",
  strength: "By strength",
  worth: "By worth",
};
export const rounds: Record<Schema["Round"], string> = { home: "Home", car: "Car", lastBag: "Last bag" };

let list: Intl.ListFormat | undefined;

/** Words in a row, the last after an "and". */
export const and = (words: string[]) => {
  list ??= new Intl.ListFormat("en-GB");
  return list.format(words);
};
