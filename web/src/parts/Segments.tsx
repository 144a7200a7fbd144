/** One of a few, side by side; the chosen one is pressed. */
export function Segments<T extends string>(props: {
  label: string;
  value: T;
  options: Record<T, string>;
  onChange: (value: T) => void;
  className?: string;
}) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a row of buttons
    <div
      role="group"
      aria-label={props.label}
      className={`flex flex-wrap overflow-hidden rounded-lg border border-edge/60 print:hidden ${props.className ?? ""}`}
    >
      {(Object.entries(props.options) as [T, string][]).map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={props.value === key}
          className="min-h-12 grow border-edge/40 bg-card px-3 not-first:border-l aria-pressed:bg-ice-wash aria-pressed:font-semibold sm:min-h-9"
          onClick={() => props.onChange(key)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
