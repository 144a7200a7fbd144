import type { Schema } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Prose } from "../parts/Prose";
import { VerdictMark } from "../parts/VerdictMark";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";

/** Four in the morning: what each choice was worth against the others, and the best that the evening could come to. */
export function ReckoningView(props: {
  evening: Schema["EveningPlayed"];
  reckoning: Schema["Reckoning"];
  onBest: () => void;
}) {
  const { evening, reckoning } = props;
  const w = useWrite();
  const isBest = reckoning.best.every((b, i) => b === evening.answers[i]);
  const most = Math.max(1, ...reckoning.each.flat().map((o) => Math.abs(o.degrees ?? 0)));
  const { bestNight } = reckoning;
  return (
    <section aria-label="The reckoning">
      <h2 className="text-2xl">What each choice was worth</h2>
      <ol className="mt-2">
        {reckoning.each.map((others, q) => {
          const moment = evening.moments[q];
          const mine = evening.answers[q] ?? 0;
          return (
            <li key={moment?.asks} className="border-line border-t py-2">
              <p className="leading-tight">
                <span className="text-soft">{clock(moment?.hour ?? 0)}</span>{" "}
                <b>
                  <Prose of={moment?.choices[mine]?.says ?? ""} />
                </b>
              </p>
              <ul className="mt-1">
                {others.map((o) => (
                  <li key={o.choice} className="leading-tight">
                    <span className="flex items-center gap-2">
                      <Bar degrees={o.degrees ?? 0} most={most} />
                      <span className="text-[14px] text-soft">
                        <Prose of={moment?.choices[o.choice]?.says ?? ""} />: {worth(o, w)}
                      </span>
                    </span>
                  </li>
                ))}
              </ul>
            </li>
          );
        })}
      </ol>
      <div className="mt-3 rounded-2xl border-2 border-ink px-4 py-3">
        <h3 className="flex items-center gap-2 text-xl">
          <VerdictMark verdict={bestNight.verdict} size={24} />
          {isBest ? "This was the best line." : `The best line: ${verdicts[bestNight.verdict]}.`}
        </h3>
        <p className="mt-1">
          Of {reckoning.ways} ways through this evening none comes to more: skin {w.temp(bestNight.skin, 1)}{" "}
          and feet {w.temp(bestNight.feet)} at four, {Math.round(bestNight.waterG)} g of water in the bedding,{" "}
          {Math.round(bestNight.fuelG)} g of fuel.
        </p>
        {!isBest && (
          <>
            <ol className="mt-2 text-[14px]">
              {reckoning.best.map((b, i) =>
                b === evening.answers[i] ? null : (
                  <li key={evening.moments[i]?.asks}>
                    {clock(evening.moments[i]?.hour ?? 0)}{" "}
                    <b>
                      <Prose of={evening.moments[i]?.choices[b]?.says ?? ""} />
                    </b>
                  </li>
                ),
              )}
            </ol>
            <Button className="mt-2" look="strong" onClick={props.onBest}>
              The same evening with the best line
            </Button>
          </>
        )}
      </div>
    </section>
  );
}

function worth(o: Schema["Otherwise"], w: ReturnType<typeof useWrite>) {
  const parts = [
    o.degrees == null || Math.abs(o.degrees) < 0.05
      ? "as warm"
      : `${w.degrees(Math.abs(o.degrees), 1)}° ${o.degrees > 0 ? "more" : "less"}`,
    ...(Math.abs(o.waterG) >= 1 ? [`${w.massChange(Math.round(o.waterG))} of water`] : []),
    ...(Math.abs(o.fuelG) >= 1 ? [`${w.massChange(Math.round(o.fuelG))} of fuel`] : []),
  ];
  return `${parts.join(", ")}, ${verdicts[o.verdict]}`;
}

/** To the right what would have been gained, hatched to the left what would have been lost. */
function Bar({ degrees, most }: { degrees: number; most: number }) {
  const half = 38;
  const length = Math.max(degrees === 0 ? 0 : 1, (Math.abs(degrees) / most) * half);
  return (
    <svg width={2 * half + 4} height={12} className="shrink-0" aria-hidden="true">
      <line x1={half + 2} x2={half + 2} y1={0} y2={12} stroke="var(--edge)" />
      <rect
        x={degrees > 0 ? half + 2 : half + 2 - length}
        y={3}
        width={length}
        height={6}
        fill={degrees > 0 ? "var(--ink)" : "none"}
        stroke="var(--ink)"
      />
    </svg>
  );
}
