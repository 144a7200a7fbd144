import { toShown, toSi, units, useWrite, write } from "../units/units";

/** Degrees of arc for a degree of temperature. */
const turn = 6;

/** The thermometer as a wheel: large presses turn it, nothing has to be swiped. */
export function Wheel(props: { celsius: number; label: string; onChange: (celsius: number) => void }) {
  const w = useWrite();
  const unit = units.temperature(w.u);
  const shown = Math.round(toShown(props.celsius, unit));
  const to = (value: number) => props.onChange(Math.min(30, Math.max(-75, toSi(value, unit))));
  const ticks = Array.from({ length: 31 }, (_, i) => shown - 15 + i);
  const press =
    "grid min-h-16 grow place-items-center rounded-2xl border border-edge/60 bg-card text-2xl font-bold font-display active:bg-ice-wash";
  return (
    <div>
      <div
        role="slider"
        tabIndex={0}
        aria-label={props.label}
        aria-valuenow={shown}
        aria-valuemin={Math.round(toShown(-75, unit))}
        aria-valuemax={Math.round(toShown(30, unit))}
        aria-valuetext={`${shown} ${unit.name}`}
        className="relative mx-auto block h-36 w-full overflow-hidden rounded-2xl"
        onKeyDown={(e) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 5, PageDown: -5 }[
            e.key
          ];
          if (!by) return;
          e.preventDefault();
          to(shown + by);
        }}
      >
        <svg viewBox="-180 -150 360 150" className="block h-full w-full" aria-hidden="true">
          <circle r="146" cy="10" fill="var(--card)" stroke="var(--line)" strokeWidth="1.5" />
          {ticks.map((t) => {
            const angle = ((t - shown) * turn * Math.PI) / 180;
            const [x, y] = [Math.sin(angle), -Math.cos(angle)];
            const long = t % 5 === 0;
            return (
              <g key={t} stroke={t < 0 ? "var(--ice)" : "var(--ember)"}>
                <line
                  x1={146 * x}
                  y1={10 + 146 * y}
                  x2={(long ? 126 : 135) * x}
                  y2={10 + (long ? 126 : 135) * y}
                  strokeWidth={long ? 3 : 1.5}
                />
                {t % 10 === 0 && t !== shown && (
                  <text
                    x={113 * x}
                    y={10 + 113 * y + 5}
                    textAnchor="middle"
                    fontSize="14"
                    stroke="none"
                    fill="var(--soft)"
                  >
                    {write(t)}
                  </text>
                )}
              </g>
            );
          })}
          <path d="M0 -116l-8 -22h16z" fill="var(--ink)" transform="translate(0 -10)" />
          <text
            x="0"
            y="-16"
            textAnchor="middle"
            fontSize="56"
            fontWeight="700"
            fill="var(--ink)"
            fontFamily="var(--font-display)"
          >
            {write(shown)}°
          </text>
        </svg>
      </div>
      <div className="mt-2 flex gap-1.5">
        {[-5, -1, 1, 5].map((by) => (
          <button
            key={by}
            type="button"
            className={press}
            aria-label={`${Math.abs(by)} ${by < 0 ? "colder" : "milder"}`}
            onClick={() => to(shown + by)}
          >
            {by > 0 ? `+${by}` : write(by)}
          </button>
        ))}
      </div>
    </div>
  );
}
