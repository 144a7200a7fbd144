import type { Schema } from "../api/client";
import type { Outfit } from "../state/outfit";
import { withBed, withOwn } from "../state/trip";
import type { ChosenBed } from "./useChoice";

/** A person who sleeps in a chosen bed: on every night, or on some. */
export const sleptIn = (outfit: Outfit, bed: ChosenBed, nightIds: string[]): Outfit =>
  nightIds.length === 0
    ? { ...outfit, system: withBed(bed.system), own: outfit.own.map((o) => ({ ...o, system: null })) }
    : nightIds.reduce((o, id) => withOwn(o, id, { system: withBed(bed.system) }), outfit);

/** The same without what is set for things that others sleep in now. */
export const withoutTheirs = (outfit: Outfit, theirs: string[]): Outfit => ({
  ...outfit,
  dry: { ...outfit.dry, roles: outfit.dry.roles.filter((r) => !theirs.includes(r.itemId)) },
});

/** A person who takes chosen clothes along and wears them on every day that is laid out. */
export const dressedIn = (outfit: Outfit, chosen: Schema["ClothesChosen"]): Outfit => ({
  ...outfit,
  along: chosen.along,
  dry: {
    ...outfit.dry,
    days: outfit.dry.days.map((day) => {
      const dressed = chosen.days.find((d) => d.nightId === day.nightId);
      return dressed ? { ...day, worn: dressed.bars } : day;
    }),
  },
});
