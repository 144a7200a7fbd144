import type { ReactNode } from "react";

const chip =
  "flex min-h-12 items-center justify-center gap-1.5 rounded-xl border border-edge/60 bg-card px-3 text-center leading-tight aria-pressed:border-ink aria-pressed:bg-ice-wash aria-pressed:font-semibold";

/** A question with large answers, for a hand in a mitten. */
export function Asked(props: { title: string; says?: string; children: ReactNode }) {
  return (
    <fieldset className="mt-4 min-w-0">
      <legend className="font-display text-lg font-bold">{props.title}</legend>
      {props.says && <p className="text-[13px] text-soft">{props.says}</p>}
      <div className="mt-1.5">{props.children}</div>
    </fieldset>
  );
}

/** One of a few; pressed again it is unsaid. */
export function One<T extends string>(props: {
  of: Record<T, string>;
  value: T | null;
  onChange: (value: T | null) => void;
  columns?: string;
}) {
  return (
    <div className={`grid gap-1.5 ${props.columns ?? "grid-cols-4"}`}>
      {(Object.entries(props.of) as [T, string][]).map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={props.value === key}
          className={chip}
          onClick={() => props.onChange(props.value === key ? null : key)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

/** Things that are pressed on and off. */
export function Chips(props: {
  of: { id: string; name: string; says?: string | null; on: boolean; onPress: () => void }[];
}) {
  return (
    <div className="flex flex-wrap gap-1.5">
      {props.of.map((c) => (
        <button key={c.id} type="button" aria-pressed={c.on} className={chip} onClick={c.onPress}>
          <span>
            {c.name}
            {c.says && <span className="block text-[13px] text-ice">{c.says}</span>}
          </span>
        </button>
      ))}
    </div>
  );
}
