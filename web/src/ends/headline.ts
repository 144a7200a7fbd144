import type { EndsAnswer, Schema } from "../api/client";
import { clock } from "../night/clock";
import { write } from "../units/units";
import { tasks as names } from "../units/words";
import { worstTask } from "./tasks";

export type EndsOf = "body" | "hands" | "feet" | "face";
export const endsOf: Record<EndsOf, string> = {
  body: "Whole body",
  hands: "Hands",
  feet: "Feet",
  face: "Face",
};
export const isEnd = (text: string | null): text is EndsOf => text !== null && text in endsOf;

type Said = { calm: string; short: string };
type Temp = (celsius: number) => string;

/** The answer of each view in two sentences. */
export function endsHeadline(ends: EndsAnswer, of: EndsOf, temp: Temp): Said {
  return of === "hands" ? ofHands(ends, temp) : of === "feet" ? ofFeet(ends, temp) : ofFace(ends);
}

function ofHands(ends: EndsAnswer, temp: Temp): Said {
  const failed = ends.lived.filter((l) => l.failsAfter !== null);
  const worst = worstTask(ends);
  const task = worst && ends.tasks.find((t) => t.task.id === worst.taskId)?.task;
  const name = task ? task.name || names[task.kind] : "";
  const coldest = ends.line.length ? ends.line.reduce((a, b) => (b.fingers < a.fingers ? b : a)) : undefined;
  if (!coldest) return { calm: "", short: "" };
  const down = `Fingers down to ${temp(coldest.fingers)} at ${clock(coldest.hour)}`;
  if (failed.length > 0 && worst)
    return {
      calm:
        failed.length < ends.lived.length
          ? `${ends.lived.length - failed.length} of ${ends.lived.length} tasks go through.`
          : "",
      // What is numb between tasks is never left unsaid.
      short: `${coldest.fingers < 8 ? `Numb, ${temp(coldest.fingers)}, at ${clock(coldest.hour)}. ` : ""}Fingers fail at ${name}, ${clock(worst.fromHour)}, after ${minutes(worst.failsAfter ?? 0)}.`,
    };
  if (coldest.fingers < 15)
    return {
      calm: ends.lived.length ? "Every task goes through." : "",
      short: `${down}${coldest.fingers < 8 ? ": numb" : ": no fine work"}.`,
    };
  return {
    calm: `${ends.lived.length ? "Every task goes through." : "Fingers stay usable."} ${down}.`,
    short: "",
  };
}

const minutes = (n: number) => `${Math.max(1, Math.round(n))} min`;

function ofFeet(ends: EndsAnswer, temp: Temp): Said {
  const stack = ends.feet?.stack;
  if (!stack) return { calm: "", short: ends.line.length ? "Nothing is worn on the feet out of doors." : "" };
  const calm = `Stands an hour to ${stack.standsC === null ? "no cold at all" : temp(stack.standsC)}, walks all day to ${stack.walksC === null ? "none" : temp(stack.walksC)}.`;
  if (stack.overMm > 0) return { calm, short: `${write(stack.overMm, 1)} mm too much in the boot.` };
  const coldest = ends.line.length ? ends.line.reduce((a, b) => (b.toes < a.toes ? b : a)) : undefined;
  return {
    calm,
    short: coldest && coldest.toes < 15 ? `Toes ${temp(coldest.toes)} at ${clock(coldest.hour)}.` : "",
  };
}

function ofFace(ends: EndsAnswer): Said {
  const face = ends.face;
  if (!face) return { calm: "", short: "" };
  const least = face.blocks.reduce<number | null>(
    (m, b) => (b.bareMinutes === null ? m : m === null ? b.bareMinutes : Math.min(m, b.bareMinutes)),
    null,
  );
  const turns = face.turns.filter((t) => !t.change).slice(0, 3);
  const says = turns.length
    ? ` Turn the cover at ${turns.map((t) => clock(t.hour)).join(", ")}${face.turns.length > turns.length ? " …" : "."}`
    : "";
  if (least === null) return { calm: `Bare skin is not likely to freeze on this day.${says}`, short: "" };
  const open = face.spans.find((s) => s.why === "bare");
  return open
    ? {
        calm: "",
        short: `The face is bare from ${clock(open.fromHour)} and freezes in ${bareIn(ends, open)}.`,
      }
    : { calm: `Bare skin would freeze in ${inMinutes(least)}.${says}`, short: "" };
}

const inMinutes = (m: number) =>
  m < 2 ? "under 2 min" : m > 30 ? "over 30 min" : `about ${Math.round(m)} min`;

/** How soon bare skin freezes in the blocks that a stretch lies in. */
function bareIn(ends: EndsAnswer, span: Schema["FaceSpan"]): string {
  const looks = ends.watch.filter(
    (l) => l.what === "noseAndCheeks" && l.fromHour < span.toHour && l.toHour > span.fromHour,
  );
  return inMinutes(looks.length ? Math.min(...looks.map((l) => l.why)) : 30);
}
