import { useState } from "react";
import { useFault } from "../parts/Faults";
import { toShown, toSi, units, useWrite, write } from "../units/units";

const big = "grid size-12 shrink-0 place-items-center rounded-xl border border-edge/60 bg-card text-2xl";

/** A low that was read: large, moved by a degree, or typed; nothing until it is touched. */
export function LowStepper(props: {
  label: string;
  value: number | null;
  /** Where it begins when it is first touched, °C. */
  from: number;
  path: string;
  onChange: (celsius: number | null) => void;
}) {
  const fault = useFault(props.path);
  const w = useWrite();
  const unit = units.temperature(w.u);
  const [typed, setTyped] = useState<string | null>(null);
  const move = (by: number) => {
    const shown =
      props.value === null ? Math.round(toShown(props.from, unit)) : toShown(props.value, unit) + by;
    props.onChange(toSi(Math.round(shown * 10) / 10, unit));
  };
  const bad = typed !== null && typed.trim() !== "" && !Number.isFinite(read(typed));
  return (
    <div className="min-w-0">
      <p className="text-[13px] text-soft">
        {props.label}, {unit.name}
      </p>
      <div className="flex items-center gap-1.5">
        <button type="button" aria-label={`${props.label} colder`} className={big} onClick={() => move(-1)}>
          −
        </button>
        <input
          aria-label={`${props.label}, ${unit.name}`}
          aria-invalid={bad || fault !== undefined}
          inputMode="text"
          autoComplete="off"
          placeholder="not read"
          className="h-12 w-24 min-w-0 grow rounded-xl border border-edge/60 bg-card text-center font-display text-2xl font-bold placeholder:font-normal placeholder:font-sans placeholder:text-[15px] aria-invalid:border-2 aria-invalid:border-ember"
          value={typed ?? (props.value === null ? "" : write(toShown(props.value, unit), 1))}
          onFocus={(e) => e.target.select()}
          onBlur={() => setTyped(null)}
          onChange={(e) => {
            setTyped(e.target.value);
            if (e.target.value.trim() === "") props.onChange(null);
            else if (Number.isFinite(read(e.target.value))) props.onChange(toSi(read(e.target.value), unit));
          }}
        />
        <button type="button" aria-label={`${props.label} milder`} className={big} onClick={() => move(1)}>
          +
        </button>
      </div>
      {(bad || fault) && (
        <p role="alert" className="mt-1 text-[13px] text-ember">
          {bad ? `“${typed}” is not a number. Write it as −21 or 3,5.` : `${fault?.value}: ${fault?.mend}`}
        </p>
      )}
    </div>
  );
}

const read = (text: string) => Number.parseFloat(text.trim().replace("−", "-").replace(",", "."));
