// @vitest-environment jsdom
import { describe, expect, test } from "vitest";
import { proseIn, toShown, toSi, type Units, units, write } from "./units";

const all: Units[] = [
  { temperature: "C", insulation: "R", mass: "g", wind: "m/s", elevation: "m" },
  { temperature: "F", insulation: "clo", mass: "oz", wind: "mph", elevation: "ft" },
  { temperature: "F", insulation: "SI", mass: "oz", wind: "km/h", elevation: "m" },
];

describe("what is shown is read back as it was", () => {
  for (const u of all)
    for (const [name, unit] of Object.entries(units))
      test(`${name} in ${unit(u).name || "plain"} (${u.temperature}, ${u.insulation})`, () => {
        for (const si of [-40, -0.5, 0, 1, 37.25, 8848])
          expect(toSi(toShown(si, unit(u)), unit(u))).toBeCloseTo(si, 9);
      });
});

test("a temperature has the 32 of Fahrenheit, a difference has not", () => {
  const f = all[1] as Units;
  expect(toShown(-40, units.temperature(f))).toBe(-40);
  expect(toShown(10, units.temperature(f))).toBe(50);
  expect(toShown(10, units.difference(f))).toBe(18);
});

test("known values of the other units", () => {
  expect(toShown(0.1761, units.insulation(all[0] as Units))).toBeCloseTo(1, 9);
  expect(toShown(0.155, units.insulation(all[1] as Units))).toBeCloseTo(1, 9);
  expect(toShown(10, units.wind(all[2] as Units))).toBe(36);
  expect(toShown(28.349523125, units.mass(all[1] as Units))).toBeCloseTo(1, 9);
  expect(toShown(304.8, units.elevation(all[1] as Units))).toBeCloseTo(1000, 6);
});

test("numbers are written with a real minus and no places they do not have", () => {
  expect(write(-21.4)).toBe("−21");
  expect(write(-0.4)).toBe("0");
  expect(write(3.04, 1)).toBe("3");
  expect(write(-3.46, 1)).toBe("−3.5");
});

describe("a sentence of the core is told in the user's units", () => {
  const [metric, miles, mixed] = all as [Units, Units, Units];
  const told = "At −30 °C, ±2.0 K and 10 m/s: no 0.3 m²K/W, 8 W/m²K, K2 or 5 km.";
  test.each([
    [metric, "At −30 °C, ±2° and 10 m/s: no 0.3 m²K/W, 8 W/m²K, K2 or 5 km."],
    [miles, "At −22 °F, ±3.6 °F and 22 mph: no 0.3 m²K/W, 8 W/m²K, K2 or 5 km."],
    [mixed, "At −22 °F, ±3.6 °F and 36 km/h: no 0.3 m²K/W, 8 W/m²K, K2 or 5 km."],
  ])("%#", (u, shown) => expect(proseIn(u, told)).toBe(shown));
  test("with either minus, and no temperature where there is none", () => {
    expect(proseIn(miles, "below -40 °C")).toBe("below −40 °F");
    expect(proseIn(miles, "Warmth is taken as it stands.")).toBe("Warmth is taken as it stands.");
  });
});
