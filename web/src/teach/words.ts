import type { Schema } from "../api/client";
import { useLineWords } from "../take/words";
import { useWrite } from "../units/units";
import { and } from "../units/words";

type Lesson = Schema["Lesson"];
type Way = Schema["Way"];

/** The memory word. */
export const letters: Record<Schema["Letter"], { letter: string; word: string; says: string }> = {
  earth: { letter: "E", word: "Earth first", says: "What lies under you comes before what lies over you." },
  room: { letter: "R", word: "Room", says: "Loft and blood need it: nothing tight." },
  moisture: { letter: "M", word: "Moisture out", says: "What is damp is cold." },
  inWarm: { letter: "I", word: "In warm", says: "What goes in cold stays cold." },
  nothingBare: { letter: "N", word: "Nothing bare", says: "Head, hands, face, eyes." },
  early: { letter: "E", word: "Early", says: "Before you are cold, not when." },
};

export const questions: Record<Schema["Topic"], string> = {
  pad: "Why a pad?",
  underside: "Does the bag not warm from below?",
  loose: "Why loose?",
  dry: "Why dry?",
  breath: "Why not breathe inside?",
  warmFeet: "Why go in warm?",
  food: "Why eat, and fill a bottle?",
  head: "Why cover the head?",
  face: "Why cover the face?",
  jacket: "Why the jacket at the start of a stop?",
};

export const comesFrom: Record<Schema["ComesFrom"], string> = {
  along: "Along already",
  owned: "At home, owned",
  cupboard: "From a cupboard",
  borrowed: "Borrowed",
};

const share = (part: number | null) => `${Math.round(100 * (part ?? 0))} %`;

/** What a picture shows, in a sentence with its numbers. */
export function useLessonWords() {
  const w = useWrite();
  const line = useLineWords();
  const to = (way: Way) => (way.line?.outside == null ? `in ${line(way.line)}` : `to ${line(way.line)}`);
  return (lesson: Lesson): string => {
    const [first, ...others] = lesson.ways as [Way, ...Way[]];
    const last = others.at(-1) ?? first;
    switch (lesson.topic) {
      case "pad":
        return `${sentence(first.name)} it holds ${to(first)}, ${others.map((o) => `${o.name} ${to(o)}`).join(", ")}. ${share(first.beside)} of the heat goes down then, ${share(last.beside)} without.`;
      case "underside":
        return `Over you ${w.insulation(first.value ?? 0)}; the same pressed flat under you ${w.insulation(last.value ?? 0)}. What lies beneath makes ${w.insulation(others[0]?.value ?? 0)}.`;
      case "loose": {
        const tight = lesson.ways.find((x) => (x.beside ?? 0) > 0.05);
        const said = and(
          lesson.ways.map((x) => `${x.name} ${x.value == null ? "in no air" : w.temp(x.value)}`),
        );
        return `An hour's standing, toes whole: ${said}. ${tight ? `From ${tight.name} on the boot squeezes.` : "The boot has room for all of it."}`;
      }
      case "dry":
        return `The bed holds: ${lesson.ways.map((x) => `${x.name} ${to(x)}`).join("; ")}.`;
      case "breath":
        return `On the last night: ${lesson.ways.map((x) => `${x.name} ${to(x)}, with ${w.mass(x.beside ?? 0)} of water in the things by morning`).join("; ")}.`;
      case "warmFeet":
        return `The coldest they are from two hours on: ${and(lesson.ways.map((x) => `${x.name} ${w.temp(x.value ?? 0)}`))}.`;
      case "food":
        return `One lies awake shivering below: ${and(lesson.ways.map((x) => `${line(x.line)} with ${x.name}`))}.`;
      case "head":
        return `${sentence(first.name)} it holds ${to(first)}, and ${share(first.beside)} of the heat goes by the head; ${last.name} ${to(last)}, and ${share(last.beside)}.`;
      case "face":
        return `Until bare skin may freeze: ${lesson.ways.map((x) => `${x.name}, ${x.value == null ? "over half an hour" : `${Math.round(x.value)} min`}`).join("; ")}.`;
      default: {
        const minutes = Math.round(60 * (first.curve.at(-1)?.hour ?? 0));
        const chilled = lesson.marks[0]?.value;
        return `After ${minutes} minutes of standing the body owes ${lesson.ways.map((x) => `${Math.round(x.value ?? 0)} ${x.name}`).join(", ")} (Wh/m² of heat; from ${chilled} one is chilled).`;
      }
    }
  };
}

export const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
