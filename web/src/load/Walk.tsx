import type { LoadAnswer } from "../api/client";
import { useWrite } from "../units/units";

/** What the weights of the day make of its work. */
export function Walk({ answer, sleeperId, day }: { answer: LoadAnswer; sleeperId: string; day: number }) {
  const w = useWrite();
  const walk = answer.walks.find((x) => x.sleeperId === sleeperId && x.day === day);
  const person = answer.days[day]?.people.find((p) => p.sleeperId === sleeperId);
  const most = answer.most.find((m) => m.sleeperId === sleeperId);
  if (!person) return null;
  return (
    <section>
      <h2 className="text-lg">The work of day {day + 1}</h2>
      <p>
        {w.weight(person.backG)} on the back
        {person.drawnG > 0 &&
          `, ${w.weight(person.drawnAtOnceG)} drawn${person.carries > 1 ? `, ${person.carries} times` : ""}`}
        {`, ${w.weight(person.onBodyG)} on and in the clothes.`}
      </p>
      <ul className="my-1">
        {answer.loads
          .filter(({ load }) => load.sleeperId === sleeperId && load.kind !== "person")
          .map(({ load, holdsL }) => {
            const now = answer.days[day]?.loads.find((l) => l.loadId === load.id);
            if (!now || now.things === 0) return null;
            const full = holdsL ? now.litres / holdsL : 0;
            return (
              <li key={load.id} className="border-line border-t py-1">
                <span className="flex justify-between gap-2">
                  <span>{load.name}</span>
                  <span
                    className={`shrink-0 text-[13px] ${full > 1 ? "font-semibold text-ember" : "text-soft"}`}
                  >
                    {w.weight(now.grams)}, {Math.round(now.litres)}
                    {holdsL !== null && ` of ${Math.round(holdsL)}`} l
                  </span>
                </span>
                <span aria-hidden="true" className="mt-0.5 block h-1.5 rounded bg-(--sky-top)">
                  <span
                    className={`block h-1.5 rounded ${full > 1 ? "bg-ember" : "bg-ink"}`}
                    style={{ width: `${Math.min(100, full * 100)}%` }}
                  />
                </span>
              </li>
            );
          })}
      </ul>
      {walk ? (
        <p className="text-[14px] text-soft">
          The hardest walk takes {Math.round(walk.heatW)} W/m²
          {walk.sweatG >= 1
            ? ` and costs ${w.mass(Math.round(walk.sweatG))} of sweat`
            : ", and nothing is sweated"}
          .{" "}
          {walk.weighed
            ? "It is reckoned with these weights."
            : "It is reckoned with weights typed on Day: let it take what Load weighs there."}
        </p>
      ) : (
        <p className="text-[14px] text-soft">No walk of this day is reckoned by load and speed.</p>
      )}
      {most && most.backG > 0 && (
        <p className="text-[14px] text-soft">
          On the back at most {w.weight(most.backG)}, {Math.round(most.shareOfBody * 100)} % of the body.
        </p>
      )}
    </section>
  );
}
