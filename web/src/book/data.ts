import type { KitItem, Schema, Sleeper, Trip } from "../api/client";
import type { Units } from "../units/units";

/** A night of one person as the book has it: all of it was worked out when the book was made. */
export type BookNight = {
  night: Schema["NightCard"];
  day: Schema["DayCard"];
  tonight: Schema["TonightTable"] | null;
  /** The plan as it is kept beside what is logged. */
  kept: Schema["PlanKept"];
};

/** What a trip book is filled with. */
export type BookData = {
  made: string;
  units: Units;
  trip: Trip;
  sleepers: Sleeper[];
  items: KitItem[];
  /** By person and night. */
  nights: BookNight[][];
  party: Schema["NightOfParty"][];
  lists: Schema["PackingList"][];
  /** A package with nothing in it: what is brought home goes into it. */
  home: Record<string, unknown>;
};
