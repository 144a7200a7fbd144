import { useState } from "react";
import { api, type DayAnswer, type DayPlan, type Trip } from "../api/client";
import type { Outfit } from "../state/outfit";
import { editMember, useAsked } from "../state/trip";
import { begun } from "./day";

export const plainDay = (nightId: string): DayPlan => ({
  nightId,
  work: "easy",
  soaked: [],
  blocks: null,
  worn: null,
  schools: null,
  tasks: null,
});

export const dayPlanOf = (member: Outfit | undefined, nightId: string): DayPlan =>
  member?.dry.days.find((d) => d.nightId === nightId) ?? plainDay(nightId);

/** Puts a day into what a person does. */
export const withDay = (member: Outfit, day: DayPlan): Outfit => ({
  ...member,
  dry: { ...member.dry, days: [...member.dry.days.filter((d) => d.nightId !== day.nightId), day] },
});

/** The last answer of each day, shown while what is typed cannot be answered. */
const lastSound = new Map<string, DayAnswer>();

export type DayEdit = {
  plan: DayPlan;
  /** Changes the day; what is only shown becomes its own first. Changes of the same name are undone together. */
  change: (f: (day: DayPlan) => DayPlan, merge?: string) => void;
  /** While something is drawn only the picture is asked for. */
  drawing: boolean;
  draw: (on: boolean) => void;
};

/** One day: its plan, its answer, and how it is changed. */
export function useDay(trip: Trip | undefined, index: number, who: number, member: Outfit | undefined) {
  const [drawing, draw] = useState(false);
  const night = trip?.nights[index];
  const asked = useAsked(
    "day",
    (a, signal) => api.day({ ...a, quick: drawing }, signal),
    trip,
    index,
    who,
    drawing,
  );
  const key = `${trip?.id}/${night?.id}/${who}`;
  if (asked.data && asked.data.nightId === night?.id) lastSound.set(key, asked.data);
  const plan = night ? dayPlanOf(member, night.id) : undefined;
  const sound = lastSound.get(key);
  /** What is drawn is what stands on the page, at once; what it comes to follows with the answer. */
  const answer: DayAnswer | undefined = sound &&
    plan && {
      ...sound,
      blocks: plan.blocks?.length ? [...plan.blocks].sort((a, b) => a.fromHour - b.fromHour) : sound.blocks,
      worn: plan.worn ?? sound.worn,
    };
  const edit: DayEdit | null =
    trip && plan
      ? {
          plan,
          change: (f, merge) =>
            editMember(
              trip,
              who,
              (m) => {
                const now = dayPlanOf(m, plan.nightId);
                return withDay(m, f(answer ? begun(now, answer) : now));
              },
              merge && `day/${plan.nightId}/${merge}`,
            ),
          drawing,
          draw,
        }
      : null;
  return { answer, error: asked.error, edit };
}
