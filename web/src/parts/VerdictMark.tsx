import { useId } from "react";
import type { Verdict } from "../api/client";
import { verdicts } from "../units/words";

/**
 * Each verdict has its own shape, so that it reads in grey and through goggles:
 * a full snow mound, the same running off in drops, a mound half melted, a hatched hollow, a barred way.
 */
export function VerdictMark({ verdict, size = 18 }: { verdict: Verdict | null | undefined; size?: number }) {
  const id = useId();
  const label = verdict ? verdicts[verdict] : "no low yet";
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" role="img" aria-label={label} className="shrink-0">
      {verdict === "warm" && <path d="M1 17C2 7 6 3 10 3s8 4 9 14z" fill="var(--ink)" />}
      {verdict === "hot" && (
        <>
          <path d="M1 12.5C2 6 6 2.5 10 2.5s8 3.5 9 10z" fill="var(--ink)" />
          <path
            d="M5 13.6c1.2 1.7 1.7 2.5 1.7 3.2a1.7 1.7 0 0 1-3.4 0c0-.7.5-1.5 1.7-3.2zM10 14.4c1.2 1.7 1.7 2.5 1.7 3.2a1.7 1.7 0 0 1-3.4 0c0-.7.5-1.5 1.7-3.2zM15 13.6c1.2 1.7 1.7 2.5 1.7 3.2a1.7 1.7 0 0 1-3.4 0c0-.7.5-1.5 1.7-3.2z"
            fill="var(--ember)"
          />
        </>
      )}
      {verdict === "cool" && (
        <>
          <path
            d="M1.6 16.6C2.5 7.5 6.2 3.8 10 3.8s7.5 3.7 8.4 12.8z"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.6"
          />
          <path d="M2.4 12.2h15.2l.9 4.6H1.5z" fill="var(--ink)" />
        </>
      )}
      {verdict === "cold" && (
        <>
          <pattern id={id} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="1.8" height="4" fill="var(--ember)" />
          </pattern>
          <path
            d="M1.6 4h16.8c-1 9-4.6 13-8.4 13S2.6 13 1.6 4z"
            fill={`url(#${id})`}
            stroke="var(--ember)"
            strokeWidth="1.7"
          />
        </>
      )}
      {verdict === "noGo" && (
        <path
          d="M3 2.5h14L19 10l-2 7.5H3L1 10zM5 10h10"
          fill="var(--ember)"
          stroke="var(--paper)"
          strokeWidth="2.6"
        />
      )}
      {!verdict && <circle cx="10" cy="11" r="2.5" fill="var(--edge)" />}
    </svg>
  );
}
