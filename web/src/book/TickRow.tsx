import type { ReactNode } from "react";

/** A line with a box, large enough for a mitten: all of it is pressed. */
export function TickRow(props: {
  on: boolean;
  disabled?: boolean;
  framed?: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={props.on}
      disabled={props.disabled}
      className={`flex min-h-14 w-full items-center gap-3 py-1.5 text-left leading-tight disabled:opacity-45 ${props.framed ? "rounded-xl border border-edge/60 bg-card px-3 aria-pressed:border-ink aria-pressed:bg-ice-wash" : ""}`}
      onClick={props.onPress}
    >
      <span
        aria-hidden="true"
        className={`grid size-7 shrink-0 place-items-center rounded-md border-2 border-ink font-bold ${props.on ? "bg-ink text-paper" : ""}`}
      >
        {props.on ? "✓" : ""}
      </span>
      <span className="grow">{props.children}</span>
    </button>
  );
}
