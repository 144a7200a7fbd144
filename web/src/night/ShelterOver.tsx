import type { Schema } from "../api/client";

/** Where stars stand, as shares of the sky. */
const stars: [number, number, number][] = [
  [0.53, 0.04, 1.4],
  [0.6, 0.09, 0.9],
  [0.66, 0.03, 1.1],
  [0.72, 0.1, 1.5],
  [0.79, 0.05, 0.9],
  [0.86, 0.12, 1.2],
  [0.91, 0.04, 1],
  [0.96, 0.09, 1.3],
  [0.04, 0.2, 1],
  [0.08, 0.3, 0.8],
];

/** What stands over the sleeper, in outline and not to scale, and the sky where nothing does. */
export function ShelterOver(props: {
  shelter: Schema["Shelter"];
  clear: boolean;
  width: number;
  edge: number;
  snow: string;
}) {
  const { shelter, width, edge, snow } = props;
  /** Steep walls and a flat crown, so that the loft has room under it. */
  const dome = (inset: number, top: number) =>
    `M${inset} ${edge}C${inset} ${edge * 0.12} ${width * 0.05 + inset} ${top} ${width * 0.24} ${top}H${width * 0.76}C${width * 0.95 - inset} ${top} ${width - inset} ${edge * 0.12} ${width - inset} ${edge}`;
  const wall = { fill: "none", stroke: "var(--edge)", strokeWidth: 1.6 };
  switch (shelter) {
    case "doubleWall":
      return (
        <g>
          <path d={dome(3, 5)} {...wall} />
          <path d={dome(11, 12)} {...wall} strokeWidth={0.9} strokeDasharray="5 3" />
        </g>
      );
    case "singleWall":
      return <path d={dome(5, 6)} {...wall} />;
    case "snowShelter":
      return (
        <g>
          <path d={`${dome(14, 14)}L${width} ${edge}V0H0V${edge}Z`} fill="var(--ground)" opacity={0.75} />
          <path d={`${dome(14, 14)}L${width} ${edge}V0H0V${edge}Z`} fill={`url(#${snow})`} />
          <path d={dome(14, 14)} {...wall} strokeWidth={1} />
        </g>
      );
    case "tarpClosed":
    case "tarpLow":
    case "tarpHigh": {
      // Seen from the side: its ridge runs along the sleeper, its wall hangs behind, the lower the nearer the ground.
      const eaves = { tarpClosed: edge + 10, tarpLow: edge * 0.8, tarpHigh: edge * 0.36 }[shelter];
      const out = shelter === "tarpHigh" ? 26 : 12;
      const banks = `M0 ${edge}V${edge - 34}q22 4 34 34zM${width} ${edge}V${edge - 34}q-22 4 -34 34z`;
      return (
        <g>
          <path
            d={`M9 8H${width - 9}L${width - out} ${eaves}Q${width / 2} ${eaves - 14} ${out} ${eaves}Z`}
            fill="var(--card)"
            opacity={0.4}
          />
          <path d={`M9 8H${width - 9}`} {...wall} />
          <path
            d={`M${out} ${eaves}Q${width / 2} ${eaves - 14} ${width - out} ${eaves}`}
            {...wall}
            strokeWidth={1}
          />
          {shelter === "tarpClosed" && (
            <>
              <path d={banks} fill="var(--ground)" />
              <path d={banks} fill={`url(#${snow})`} />
            </>
          )}
        </g>
      );
    }
    case "threeSided":
      // Roof, back and one side of boards; the other side is open.
      return (
        <g>
          <path d={`M6 ${edge}V14L${width - 6} 5v16L14 30V${edge}Z`} fill="var(--pad-2)" />
          <path d={`M14 ${edge}V30L${width - 6} 21V${edge}Z`} fill="var(--card)" opacity={0.35} />
          <path d={`M6 ${edge}V14L${width - 6} 5v16L14 30V${edge}M${width - 8} 21V${edge}`} {...wall} />
        </g>
      );
    case "heated":
      return (
        <g>
          <path d={`M7 ${edge}V7H${width - 7}V${edge}`} {...wall} fill="var(--warm-wash)" fillOpacity={0.5} />
          <path d={`M${width - 26} 0V${edge}`} stroke="var(--edge)" strokeWidth={5} />
        </g>
      );
    case "windbreak":
      return (
        <g>
          {props.clear && <Stars width={width} edge={edge} />}
          <path d={`M0 ${edge}V${edge - 150}q10 -14 24 -6q14 8 12 40L40 ${edge}Z`} fill="var(--ground)" />
          <path d={`M0 ${edge}V${edge - 150}q10 -14 24 -6q14 8 12 40L40 ${edge}Z`} fill={`url(#${snow})`} />
        </g>
      );
    default:
      return props.clear ? <Stars width={width} edge={edge} /> : <Clouds width={width} />;
  }
}

const Stars = ({ width, edge }: { width: number; edge: number }) => (
  <g fill="var(--ice)">
    {stars.map(([x, y, r]) => (
      <circle key={`${x}`} cx={x * width} cy={y * edge + 8} r={r} />
    ))}
  </g>
);

const Clouds = ({ width }: { width: number }) => (
  <g fill="none" stroke="var(--ice-mid)" strokeWidth={1.2}>
    <path d={`M${width * 0.55} 22q16 -14 34 -4q20 -16 38 2`} />
    <path d={`M${width * 0.74} 40q18 -16 40 -4q22 -14 40 4`} />
  </g>
);
