import { useId } from "react";
import type { Schema } from "../api/client";
import { dayVerdicts } from "../units/words";

/**
 * Shapes of the day's verdicts, read in grey: the black step between two banks, above them with a drop, far above with three,
 * under them, and broken off below.
 */
export function DayMark({ verdict, size = 18 }: { verdict: Schema["DayVerdict"]; size?: number }) {
  const id = useId();
  const bank = { stroke: "var(--edge)", strokeWidth: 1.4, fill: "none" };
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      role="img"
      aria-label={dayVerdicts[verdict]}
      className="shrink-0"
    >
      <path d="M1 5h18M1 15h18" {...bank} />
      {verdict === "right" && <path d="M1 10h18" stroke="var(--ink)" strokeWidth={3.4} />}
      {verdict === "warm" && (
        <>
          <path d="M1 4.500h18" stroke="var(--ink)" strokeWidth={3.4} />
          <path d={drop(10, 7.5)} fill="var(--ice)" />
        </>
      )}
      {verdict === "dripping" && (
        <>
          <path d="M1 2.200h18" stroke="var(--ink)" strokeWidth={3.4} />
          <path d={`${drop(4.5, 5)}${drop(10, 8)}${drop(15.5, 5)}`} fill="var(--ice)" />
        </>
      )}
      {verdict === "cool" && <path d="M1 16h18" stroke="var(--ember)" strokeWidth={3.4} />}
      {verdict === "chilling" && (
        <>
          <pattern id={id} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="1.8" height="4" fill="var(--ember)" />
          </pattern>
          <rect x={1} y={5} width={18} height={11} fill={`url(#${id})`} />
          <path d="M1 18h7l1.5-2.500L11 18h8" fill="none" stroke="var(--ember)" strokeWidth={2.8} />
        </>
      )}
    </svg>
  );
}

export const drop = (x: number, y: number, r = 2.4) =>
  `M${x} ${y}c${r * 0.8} ${r * 1.2} ${r} ${r * 1.6} ${r} ${r * 2.1}a${r} ${r} 0 0 1 ${-2 * r} 0c0 ${-r * 0.5} ${r * 0.2} ${-r * 0.9} ${r} ${-r * 2.1}z`;
