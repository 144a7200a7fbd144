/** The hatching that means "short". */
export function Hatch({ id }: { id: string }) {
  return (
    <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="7" height="7" fill="var(--ember-wash)" />
      <rect width="1.6" height="7" fill="var(--ember)" />
    </pattern>
  );
}
