import { useState } from "react";
import { api, type Problem, type Schema, type Sleeper } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { plain, units, useSettings, useWrite } from "../units/units";

const lines = {
  "-30": "much colder than most",
  "-15": "colder than most",
  "0": "as most",
  "15": "warmer than most",
};
type Part = "hands" | "feet";

/** A person's own hands and feet: in a word, in a number, or read from a line that is known of boots or mittens. */
export function OwnEnds({
  sleeper,
  onChange,
}: {
  sleeper: Sleeper;
  onChange: (part: Partial<Sleeper>) => void;
}) {
  const [known, setKnown] = useState(false);
  const row = (part: Part) => {
    const field = part === "hands" ? "handsPercent" : "feetPercent";
    const value = String(Math.round(sleeper[field]));
    return (
      <div className="grid grid-cols-[1fr_5.5rem] items-end gap-2">
        <Choice
          label={part === "hands" ? "Hands" : "Feet"}
          value={value in lines ? value : "own"}
          options={
            { ...lines, ...(value in lines ? {} : { own: "a line of their own" }) } as Record<string, string>
          }
          onChange={(v) => v !== "own" && onChange({ [field]: Number(v) })}
        />
        <NumberField
          label="Blood ±"
          places={0}
          path={field}
          unit={plain("%")}
          value={sleeper[field]}
          onChange={(v) => v !== null && onChange({ [field]: v })}
        />
      </div>
    );
  };
  return (
    <div className="space-y-2 border-line border-t pt-2">
      {row("hands")}
      {row("feet")}
      <button type="button" className="min-h-9 text-[14px] underline" onClick={() => setKnown(!known)}>
        {known ? "Never mind" : "I know a line of my boots or mittens"}
      </button>
      {known && <OwnLine onRead={(part) => onChange(part)} />}
    </div>
  );
}

function OwnLine({ onRead }: { onRead: (part: Partial<Sleeper>) => void }) {
  const u = useSettings();
  const w = useWrite();
  const [line, setLine] = useState<Schema["OwnLineRequest"]>({
    part: "foot",
    insulation: 0.4,
    airC: -15,
    walking: false,
    hours: 2,
    windMs: 0.4,
    tight: false,
  });
  const [read, setRead] = useState<Schema["OwnLineResponse"] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const set = (part: Partial<Schema["OwnLineRequest"]>) => {
    setLine({ ...line, ...part });
    setRead(null);
  };
  const ask = async () => {
    setProblem(null);
    try {
      const found = await api.ownLine(line);
      setRead(found);
      if (found.percent !== null)
        onRead({ [line.part === "hand" ? "handsPercent" : "feetPercent"]: Math.round(found.percent) });
    } catch (e) {
      setProblem(e as Problem);
    }
  };
  return (
    <div className="space-y-2 rounded-lg bg-ice-wash/60 p-2">
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Of my"
          value={line.part}
          options={{ foot: "boots with socks", hand: "mittens or gloves" }}
          onChange={(part) => set({ part, insulation: part === "foot" ? 0.4 : 0.35 })}
        />
        <NumberField
          label="All of it insulates"
          places={2}
          unit={units.insulation(u)}
          value={line.insulation}
          onChange={(v) => v !== null && set({ insulation: v })}
        />
        <NumberField
          label="Good down to"
          unit={units.temperature(u)}
          value={line.airC}
          onChange={(v) => v !== null && set({ airC: v })}
        />
        <NumberField
          label="For"
          unit={plain("h")}
          value={line.hours}
          onChange={(v) => v !== null && set({ hours: v })}
        />
      </div>
      <Choice
        label="While"
        value={line.walking ? "walking" : "standing"}
        options={{ standing: "standing about", walking: "walking" }}
        onChange={(v) => set({ walking: v === "walking" })}
      />
      <Button className="w-full" onClick={() => void ask()}>
        Set my line by it
      </Button>
      {problem && <ProblemList problem={problem} />}
      {read && (
        <p role="status" className="text-[14px]">
          Most hold to {read.usualC === null ? "no such cold" : w.temp(read.usualC)} in that. {read.says}
        </p>
      )}
    </div>
  );
}
