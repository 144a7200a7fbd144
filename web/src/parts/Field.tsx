import { type ReactNode, useEffect, useId, useState } from "react";
import { toShown, toSi, type Unit, write } from "../units/units";
import { useFault } from "./Faults";

const box =
  "min-h-11 sm:min-h-9 w-full min-w-0 rounded-md border border-edge/60 bg-card px-2.5 text-ink aria-invalid:border-ember aria-invalid:border-2";

function Frame(props: {
  label: string;
  hideLabel?: boolean;
  id: string;
  mend?: string;
  children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <label
        htmlFor={props.id}
        className={props.hideLabel ? "sr-only" : "mb-0.5 block text-[13px] text-soft"}
      >
        {props.label}
      </label>
      {props.children}
      {props.mend && (
        <p role="alert" className="mt-1 text-[13px] text-ember">
          {props.mend}
        </p>
      )}
    </div>
  );
}

/** Reads what people type: decimal comma, real minus, spaces. */
function parse(text: string): number | null {
  const plain = text.trim().replace("−", "-").replace(",", ".").replace(/\s/g, "");
  return plain !== "" && Number.isFinite(Number(plain)) ? Number(plain) : null;
}

export function NumberField(props: {
  label: string;
  hideLabel?: boolean;
  value: number | null | undefined;
  unit: Unit;
  places?: number;
  /** May be left empty. */
  optional?: boolean;
  placeholder?: string;
  path?: string;
  onChange: (si: number | null) => void;
}) {
  const { value, unit, places = 1 } = props;
  const id = useId();
  const shown = value === null || value === undefined ? "" : write(toShown(value, unit), places);
  const [text, setText] = useState(shown);
  const [typing, setTyping] = useState(false);
  const fault = useFault(props.path);
  useEffect(() => {
    if (!typing) setText(shown);
  }, [shown, typing]);

  const number = parse(text);
  const bad = text.trim() === "" ? !props.optional : number === null;
  const mend = bad
    ? text.trim() === ""
      ? "A number is needed here."
      : `“${text}” is not a number. Write it as −21 or 3,5.`
    : fault && `${fault.value}: ${fault.mend}`;

  return (
    <Frame
      label={`${props.label}${unit.name && !props.hideLabel ? `, ${unit.name}` : ""}`}
      hideLabel={props.hideLabel}
      id={id}
      mend={mend}
    >
      <input
        id={id}
        inputMode="text"
        autoComplete="off"
        className={box}
        value={text}
        placeholder={props.placeholder}
        aria-invalid={mend !== undefined}
        onFocus={(e) => {
          setTyping(true);
          e.target.select();
        }}
        onBlur={() => setTyping(false)}
        onChange={(e) => {
          setText(e.target.value);
          const read = parse(e.target.value);
          if (e.target.value.trim() === "") {
            if (props.optional) props.onChange(null);
          } else if (read !== null) props.onChange(toSi(read, unit));
        }}
      />
    </Frame>
  );
}

export function TextField(props: {
  label: string;
  hideLabel?: boolean;
  value: string;
  placeholder?: string;
  path?: string;
  type?: "text" | "date" | "search";
  onChange: (text: string) => void;
}) {
  const id = useId();
  const fault = useFault(props.path);
  return (
    <Frame label={props.label} hideLabel={props.hideLabel} id={id} mend={fault?.mend}>
      <input
        id={id}
        type={props.type ?? "text"}
        autoComplete="off"
        className={box}
        value={props.value}
        placeholder={props.placeholder}
        aria-invalid={fault !== undefined}
        onChange={(e) => props.onChange(e.target.value)}
      />
    </Frame>
  );
}

export function Choice<T extends string>(props: {
  label: string;
  hideLabel?: boolean;
  value: T;
  options: Partial<Record<T, string>>;
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <Frame label={props.label} hideLabel={props.hideLabel} id={id}>
      <select
        id={id}
        className={box}
        value={props.value}
        onChange={(e) => props.onChange(e.target.value as T)}
      >
        {Object.entries<string | undefined>(props.options).map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </Frame>
  );
}

export function Check(props: { label: string; value: boolean; onChange: (value: boolean) => void }) {
  const id = useId();
  return (
    <label htmlFor={id} className="flex min-h-11 items-center gap-2 sm:min-h-8">
      <input
        id={id}
        type="checkbox"
        className="size-5 accent-(--ink)"
        checked={props.value}
        onChange={(e) => props.onChange(e.target.checked)}
      />
      {props.label}
    </label>
  );
}
