import type { ReactNode } from "react";
import { useWrite } from "../units/units";

/** A sentence of the core in the user's units. */
export const Prose = ({ of }: { of: string }) => useWrite().prose(of);

/** What an answer takes for granted, folded away. */
export function Assumed(props: {
  of: string[];
  title?: string;
  className?: string;
  /** What the page adds to it, as items of the list. */
  children?: ReactNode;
}) {
  return (
    <details className={`text-[14px] text-soft print:hidden ${props.className ?? ""}`}>
      <summary className="min-h-11 cursor-pointer font-semibold text-ink sm:min-h-8">
        {props.title ?? "What was assumed"}
      </summary>
      <ul className="list-disc space-y-1 pl-5">
        {[...new Set(props.of)].map((a) => (
          <li key={a}>
            <Prose of={a} />
          </li>
        ))}
        {props.children}
      </ul>
    </details>
  );
}
