/** The hatching that means "short"; as fine in a picture that is drawn larger. */
export function Hatch({ id, zoom = 1 }: { id: string; zoom?: number }) {
  return (
    <pattern
      id={id}
      width="7"
      height="7"
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(45) scale(${1 / zoom})`}
    >
      <rect width="7" height="7" fill="var(--ember-wash)" />
      <rect width="1.6" height="7" fill="var(--ember)" />
    </pattern>
  );
}
