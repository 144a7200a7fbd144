import { useState } from "react";
import { api, type KitItem, type Problem } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField } from "../parts/Field";
import { plain, units } from "../units/units";

/** Loft now against new: typed, by ruler, or by nights of use where no ruler is at hand. */
export function LoftField(props: { item: KitItem; onChange: (loftFactor: number) => void }) {
  const [by, setBy] = useState<"ruler" | "use" | null>(null);
  const [first, setFirst] = useState<number | null>(null);
  const [second, setSecond] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const ask = async () => {
    try {
      const { loftFactor } = await api.loft(
        by === "ruler"
          ? { measuredCm: first, newCm: second, nights: null, nightsSinceWash: null }
          : { measuredCm: null, newCm: null, nights: first, nightsSinceWash: second },
      );
      props.onChange(Math.round(loftFactor * 100) / 100);
      setBy(null);
      setProblem(null);
    } catch (error) {
      setProblem(error as Problem);
    }
  };
  const unit = plain(by === "ruler" ? "cm" : "");
  return (
    <div>
      <div className="grid grid-cols-2 items-end gap-3">
        <NumberField
          label="Loft now against new"
          path="loftFactor"
          places={0}
          unit={units.percent()}
          value={props.item.loftFactor}
          onChange={(v) => v !== null && props.onChange(v)}
        />
        <Choice
          label="Find it"
          value={by ?? ""}
          options={{ "": "typed", ruler: "by ruler", use: "by nights of use" }}
          onChange={(how) => setBy(how === "" ? null : how)}
        />
      </div>
      {by && (
        <div className="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-2">
          <NumberField
            label={by === "ruler" ? "Now" : "Nights slept in it"}
            optional
            unit={unit}
            value={first}
            onChange={setFirst}
          />
          <NumberField
            label={by === "ruler" ? "When new" : "Since it was washed"}
            optional
            unit={unit}
            value={second}
            onChange={setSecond}
          />
          <Button onClick={() => void ask()}>Take</Button>
        </div>
      )}
      {problem && <p className="mt-1 text-[13px] text-ember">{problem.faults[0]?.mend ?? problem.title}</p>}
    </div>
  );
}
