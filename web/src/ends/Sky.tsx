/** The air behind a cut. */
export function Sky({ id, width, height }: { id: string; width: number; height: number }) {
  return (
    <>
      <defs>
        <linearGradient id={id} x2="0" y2="1">
          <stop offset="0" stopColor="var(--sky-top)" />
          <stop offset="1" stopColor="var(--sky-low)" />
        </linearGradient>
      </defs>
      <rect width={width} height={height} rx={14} fill={`url(#${id})`} />
    </>
  );
}
