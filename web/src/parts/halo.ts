/** Words over a picture keep a rim of the ground that they stand on. */
export const halo = (ground: string, width = 4) => ({
  stroke: ground,
  strokeWidth: width,
  paintOrder: "stroke" as const,
  strokeLinejoin: "round" as const,
});
