import { create } from "zustand";
import { persist } from "zustand/middleware";

/** What the user reads and types in. Everything else is SI; these are the only conversions, at the edge. */
export type Units = {
  temperature: "C" | "F";
  insulation: "R" | "SI" | "clo";
  mass: "g" | "oz";
  wind: "m/s" | "km/h" | "mph";
  elevation: "m" | "ft";
};

const metric: Units = { temperature: "C", insulation: "R", mass: "g", wind: "m/s", elevation: "m" };
const imperial: Units = { temperature: "F", insulation: "R", mass: "oz", wind: "mph", elevation: "ft" };

export type Theme = "snow" | "lamp";

type Settings = Units & {
  theme: Theme;
  /** The trip looked at last. */
  lastTrip?: string;
  /** Whose night is looked at, by trip: which of its people, from 0. */
  who: Record<string, number>;
  /** Prices typed for pieces that are not owned, by their ids. */
  prices: Record<string, number>;
  set: (change: Partial<Units & Pick<Settings, "theme" | "lastTrip" | "who" | "prices">>) => void;
  /** Turns all units over at once, for the key `u`. */
  turn: () => void;
};

export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      ...metric,
      who: {},
      prices: {},
      theme: globalThis.matchMedia?.("(prefers-color-scheme: dark)").matches ? "lamp" : "snow",
      set,
      turn: () => set((now) => (now.temperature === "C" ? imperial : metric)),
    }),
    { name: "ermine-settings" },
  ),
);

/** A linear unit: shown = si × factor + offset. */
export type Unit = { factor: number; offset: number; name: string; step: number };

export const plain = (name: string, factor = 1, step = 1): Unit => ({ factor, offset: 0, name, step });

export const units = {
  temperature: (u: Units): Unit =>
    u.temperature === "C" ? plain("°C") : { factor: 1.8, offset: 32, name: "°F", step: 1 },
  difference: (u: Units): Unit => (u.temperature === "C" ? plain("°") : plain("°F", 1.8)),
  insulation: (u: Units): Unit =>
    u.insulation === "R"
      ? plain("R", 1 / 0.1761, 0.1)
      : u.insulation === "clo"
        ? plain("clo", 1 / 0.155, 0.1)
        : plain("m²K/W", 1, 0.01),
  mass: (u: Units): Unit => (u.mass === "g" ? plain("g") : plain("oz", 1 / 28.349523125, 0.1)),
  weight: (u: Units): Unit => (u.mass === "g" ? plain("kg", 1 / 1000, 0.1) : plain("lb", 1 / 453.59237, 0.1)),
  water: (u: Units): Unit => (u.mass === "g" ? plain("l") : plain("qt", 1 / 0.946352946)),
  wind: (u: Units): Unit =>
    u.wind === "m/s" ? plain("m/s") : u.wind === "km/h" ? plain("km/h", 3.6) : plain("mph", 1 / 0.44704),
  elevation: (u: Units): Unit => (u.elevation === "m" ? plain("m", 1, 10) : plain("ft", 1 / 0.3048, 10)),
  length: (u: Units): Unit => (u.elevation === "m" ? plain("cm") : plain("in", 1 / 2.54, 0.5)),
  percent: (): Unit => plain("%", 100),
  none: (): Unit => plain(""),
};

export const toShown = (si: number, unit: Unit) => si * unit.factor + unit.offset;
export const toSi = (shown: number, unit: Unit) => (shown - unit.offset) / unit.factor;

/** A number as Ermine writes it: a real minus, and no more places than it knows. */
export function write(shown: number, places = 0): string {
  const text = Math.abs(shown).toFixed(places);
  const trimmed = places > 0 ? text.replace(/\.0+$/, "") : text;
  return (shown < 0 && Number(text) !== 0 ? "−" : "") + trimmed;
}

const inProse = /([−-]?\d+(?:\.\d+)?) (°C|K|m\/s)(?![\w²/])/g;

/** A sentence of the core, which says temperatures in °C, differences in K and wind in m/s, in the user's units. */
export const proseIn = (u: Units, text: string) =>
  text.replace(inProse, (_, number: string, name: string) => {
    const places = (number.split(".")[1] ?? "").length;
    const si = Number(number.replace("−", "-"));
    const unit = name === "°C" ? units.temperature(u) : name === "K" ? units.difference(u) : units.wind(u);
    return `${write(toShown(si, unit), places)}${unit.name === "°" ? "" : " "}${unit.name}`;
  });

/** Ways of writing quantities in the user's units. */
export function useWrite() {
  const u = useSettings();
  const temperature = units.temperature(u);
  const difference = units.difference(u);
  const insulation = units.insulation(u);
  const mass = units.mass(u);
  const wind = units.wind(u);
  const elevation = units.elevation(u);
  const weight = units.weight(u);
  const water = units.water(u);
  const grams = (g: number) => write(toShown(g, mass), u.mass === "oz" && Math.abs(g) < 2835 ? 1 : 0);
  return {
    /** −27° */
    temp: (c: number, places = 0) => `${write(toShown(c, temperature), places)}°`,
    /** −27 °C */
    tempUnit: (c: number, places = 0) => `${write(toShown(c, temperature), places)} ${temperature.name}`,
    degrees: (k: number, places = 0) => write(toShown(k, difference), places),
    signed: (k: number, places = 1) => {
      const text = write(toShown(k, difference), places);
      return `${k > 0 && Number(text) !== 0 ? "+" : ""}${text}°`;
    },
    insulation: (si: number) =>
      u.insulation === "R"
        ? `R ${write(toShown(si, insulation), 1)}`
        : `${write(toShown(si, insulation), 2)} ${insulation.name}`,
    mass: (g: number) => `${grams(g)} ${mass.name}`,
    massChange: (g: number) => `${g > 0 ? "+" : ""}${grams(g)} ${mass.name}`,
    /** What is carried: 46 kg, or 101 lb. */
    weight: (g: number, places = Math.abs(g) < 9950 ? 1 : 0) =>
      `${write(toShown(g, weight), places)} ${weight.name}`,
    water: (l: number, places = 1) => `${write(toShown(l, water), places)} ${water.name}`,
    prose: (text: string) => proseIn(u, text),
    wind: (ms: number, places = 0) => `${write(toShown(ms, wind), places)} ${wind.name}`,
    elevation: (m: number) => `${write(toShown(m, elevation), 0)} ${elevation.name}`,
    u,
  };
}

/** Colder than this nothing was tested, °C. */
export const untested = -50;
