import { useId } from "react";
import type { Schema } from "../api/client";
import { wetnesses } from "../units/words";

const outline = "M9 1.5C11.5 6 15 8.6 15 12.6a6 5.9 0 01-12 0C3 8.6 6.5 6 9 1.5z";

/** A drop that fills: an outline is dry, a level is damp or wet, and one barred with frost is frozen. It reads in grey. */
export function Drop(props: { wetness: Schema["Wetness"]; share: number; size?: number }) {
  const { wetness, size = 18 } = props;
  const id = useId();
  const level = wetness === "dry" ? 0 : Math.max(0.22, Math.min(1, props.share));
  return (
    <svg width={size} height={size * 1.1} viewBox="0 0 18 20" role="img" aria-label={wetnesses[wetness]}>
      {wetness === "dry" ? (
        <path
          d="M9 5.2c1.5 2.7 3.4 4.2 3.4 6.6a3.4 3.4 0 01-6.8 0C5.6 9.400 7.500 7.900 9 5.200z"
          fill="none"
          stroke="var(--edge)"
          strokeWidth={0.9}
        />
      ) : (
        <>
          <clipPath id={id}>
            <path d={outline} />
          </clipPath>
          <path d={outline} fill={wetness === "frozen" ? "var(--ice-mid)" : "var(--ice-wash)"} />
          <rect
            x={0}
            y={18.5 - 17 * level}
            width={18}
            height={20}
            fill={wetness === "damp" ? "var(--ice-mid)" : "var(--ice)"}
            clipPath={`url(#${id})`}
          />
          <path d={outline} fill="none" stroke="var(--ice)" strokeWidth={1.2} />
          {wetness === "frozen" && (
            <path
              d="M9 7.500v9M5.400 10l7.200 4.200M12.600 10l-7.200 4.200"
              stroke="var(--card)"
              strokeWidth={1.3}
            />
          )}
        </>
      )}
    </svg>
  );
}
