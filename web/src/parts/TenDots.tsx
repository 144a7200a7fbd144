import { dotsOf, inTen } from "../units/chance";

/** A chance as ten dots in two rows of five; full ones are nights slept through. */
export function TenDots({ chance, size = 6 }: { chance: number; size?: number }) {
  const full = dotsOf(chance);
  const step = size + 2;
  return (
    <svg
      width={5 * step}
      height={2 * step}
      role="img"
      aria-label={`slept through ${inTen(chance)}`}
      className="shrink-0"
    >
      {Array.from({ length: 10 }, (_, i) => (
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: ten dots are ten dots
          key={i}
          cx={(i % 5) * step + step / 2}
          cy={Math.floor(i / 5) * step + step / 2}
          r={size / 2 - (i < full ? 0 : 0.6)}
          fill={i < full ? "var(--ink)" : "none"}
          stroke={i < full ? "none" : "var(--ember)"}
          strokeWidth={1.2}
        />
      ))}
    </svg>
  );
}
