import { useId } from "react";
import type { Schema } from "../api/client";
import { slepts } from "./words";

/** How a night was slept, read in grey: a mound that steams, a full one, half melted, a hatched hollow, and one that shakes. */
export function SleptMark({ slept, size = 22 }: { slept: Schema["Slept"]; size?: number }) {
  const id = useId();
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      role="img"
      aria-label={slepts[slept]}
      className="shrink-0"
    >
      {(slept === "warm" || slept === "fine") && (
        <path d="M2 21C3 12 7 8.500 12 8.500s9 3.500 10 12.500z" fill="var(--ink)" />
      )}
      {slept === "warm" && (
        <path
          d="M7 6c-1.500-1.500 1.500-2.500 0-4.500M12 5c-1.500-1.500 1.500-2.500 0-4.500M17 6c-1.500-1.500 1.500-2.500 0-4.500"
          fill="none"
          stroke="var(--ember)"
          strokeWidth="1.8"
          strokeLinecap="round"
        />
      )}
      {slept === "cool" && (
        <>
          <path
            d="M2.500 20.500C3.500 12 7.500 9 12 9s8.500 3 9.500 11.500z"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.7"
          />
          <path d="M3.300 16.500h17.400l1 4.500H2.300z" fill="var(--ink)" />
        </>
      )}
      {(slept === "cold" || slept === "shivering") && (
        <>
          <pattern id={id} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="1.8" height="4" fill="var(--ember)" />
          </pattern>
          <path
            d="M2.500 9h19c-1 8-5 12-9.500 12S3.500 17 2.500 9z"
            fill={`url(#${id})`}
            stroke="var(--ember)"
            strokeWidth="1.8"
          />
        </>
      )}
      {slept === "shivering" && (
        <path
          d="M3 5l2.500-2.500L8 5l2.500-2.500L13 5l2.500-2.500L18 5l2.500-2.500"
          fill="none"
          stroke="var(--ember)"
          strokeWidth="1.8"
          strokeLinejoin="round"
        />
      )}
    </svg>
  );
}
