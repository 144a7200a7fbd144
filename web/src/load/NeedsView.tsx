import type { LoadAnswer, LoadPlan, Trip } from "../api/client";
import { NumberField } from "../parts/Field";
import { plain, units, useSettings, useWrite } from "../units/units";
import { bottlePlaces } from "../units/words";
import type { LoadEdit } from "./useLoad";

/** Food, water and fuel day by day against what comes along, and how long a bottle stays water. */
export function NeedsView(props: {
  trip: Trip;
  answer: LoadAnswer;
  plan: LoadPlan;
  day: number;
  sleeperId: string;
  edit: LoadEdit;
  onDay: (day: number) => void;
}) {
  const { trip, answer, plan, day, edit } = props;
  const w = useWrite();
  const u = useSettings();
  const needs = answer.needs;
  if (!needs) return <div className="mt-4 h-64 rounded-xl bg-warm-wash/60" />;
  const today = needs.days[day];
  const rations = plan.rations ?? { foodG: null, fuelG: null, boiledShare: null, efficiency: null };
  const set = (part: Partial<typeof rations>) =>
    edit.plan((p) => ({ ...p, rations: { ...rations, ...part } }), `rations/${Object.keys(part)}`);
  return (
    <div className="mt-2 grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1fr)_300px]">
      <div className="min-w-0 overflow-x-auto">
        <table className="w-full text-right text-[14px]">
          <caption className="sr-only">Needs day by day</caption>
          <thead>
            <tr className="text-[13px] text-soft">
              <th className="py-1 text-left font-normal">Day</th>
              <th className="font-normal">food, kcal</th>
              <th className="font-normal">drink</th>
              <th className="font-normal">melted by all</th>
              <th className="font-normal">boiled</th>
              <th className="font-normal">fuel by all</th>
              <th className="hidden font-normal sm:table-cell">food left</th>
              <th className="hidden font-normal sm:table-cell">fuel left</th>
            </tr>
          </thead>
          <tbody>
            {needs.days.map((d, i) => {
              const me = d.people.find((p) => p.sleeperId === props.sleeperId);
              const left = answer.days[i];
              return (
                <tr
                  key={d.nightId}
                  className={`cursor-pointer border-line border-t ${i === day ? "bg-ice-wash font-semibold" : ""}`}
                  onClick={() => props.onDay(i)}
                >
                  <th scope="row" className="py-1.5 text-left font-normal">
                    <button type="button" className="min-h-8 text-left" onClick={() => props.onDay(i)}>
                      {i + 1} <span className="hidden text-soft sm:inline">{trip.nights[i]?.camp}</span>
                    </button>
                  </th>
                  <td>{me ? Math.round(me.kcal / 50) * 50 : "–"}</td>
                  <td>{me ? w.water(me.waterL) : "–"}</td>
                  <td>{w.water(d.meltedL)}</td>
                  <td>{w.water(d.boiledL)}</td>
                  <td>{w.mass(Math.round(d.fuelG / 5) * 5)}</td>
                  <td className={`hidden sm:table-cell ${left && left.hungerG > 1 ? "text-ember" : ""}`}>
                    {left &&
                      (left.hungerG > 1 ? `${w.mass(Math.round(left.hungerG))} short` : w.weight(left.foodG))}
                  </td>
                  <td className={`hidden sm:table-cell ${left && left.noFuelG > 1 ? "text-ember" : ""}`}>
                    {left &&
                      (left.noFuelG > 1 ? `${w.mass(Math.round(left.noFuelG))} short` : w.weight(left.fuelG))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className="mt-2 text-[13px] text-soft">
          Food is the day's work and rest with a tenth on top. Drink is a litre and a half, and what sweat and
          breath take. Fuel melts all of it from snow as cold as the night's low, warms it, and boils a share;
          hot bottles are boiled with it. About: needs differ by a fifth between people.
        </p>
      </div>
      <div className="space-y-4">
        {today && (
          <section>
            <h2 className="text-lg">A litre freezes, day {day + 1}</h2>
            <ul>
              {today.bottles.map((b) => (
                <li key={b.place} className="flex justify-between gap-2 border-line border-t py-1">
                  <span>
                    {bottlePlaces[b.place]}
                    {b.place !== "onTheBody" && <span className="text-soft"> at {w.temp(b.airC)}</span>}
                  </span>
                  <b className={(b.ice.firstIceHours ?? 99) < 3 ? "text-ember" : ""}>
                    {b.ice.firstIceHours === null ? "stays water" : `ice after ${hours(b.ice.firstIceHours)}`}
                  </b>
                </li>
              ))}
            </ul>
            <p className="text-[13px] text-soft">
              Filled at {w.temp(40)}; half of it is ice about three times as late. It freezes from the top:
              stand it on its head. A tube freezes first.
            </p>
          </section>
        )}
        <section>
          <h2 className="text-lg">What is used up</h2>
          <div className="grid grid-cols-2 items-end gap-2">
            <NumberField
              label="Food a person and day"
              unit={units.mass(u)}
              places={0}
              optional
              placeholder="evenly"
              value={rations.foodG}
              onChange={(foodG) => set({ foodG })}
            />
            <NumberField
              label="Fuel a day, all"
              unit={units.mass(u)}
              places={0}
              optional
              placeholder="evenly"
              value={rations.fuelG}
              onChange={(fuelG) => set({ fuelG })}
            />
            <NumberField
              label="Of the water boiled"
              unit={plain("%", 100)}
              places={0}
              optional
              placeholder="50"
              value={rations.boiledShare}
              onChange={(boiledShare) => set({ boiledShare })}
            />
            <NumberField
              label="Heat that reaches the pan"
              unit={plain("%", 100)}
              places={0}
              optional
              placeholder={`${Math.round(needs.efficiency * 100)}`}
              value={rations.efficiency}
              onChange={(efficiency) => set({ efficiency })}
            />
          </div>
        </section>
      </div>
    </div>
  );
}

const hours = (h: number) =>
  h < 0.75 ? `${Math.round(h * 60)} min` : h < 10 ? `${Math.round(h * 2) / 2} h` : `${Math.round(h)} h`;

/** Needed against along, in two sentences. */
export function NeedsHeadline({ answer }: { answer: LoadAnswer }) {
  const w = useWrite();
  const n = answer.needs;
  if (!n) return <>…</>;
  const food =
    n.kcalAlong <= 0
      ? "No food is written down."
      : n.kcalAlong < n.kcal
        ? `Food is short by ${Math.round((n.kcal - n.kcalAlong) / 100) * 100} kcal.`
        : "Food is enough.";
  const fuel =
    n.fuelAlongG <= 0
      ? `No fuel is along; ${w.weight(n.fuelG)} are needed.`
      : n.fuelAlongG < n.fuelG
        ? `Fuel is short by ${w.mass(Math.round(n.fuelG - n.fuelAlongG))}.`
        : `Fuel for ${w.weight(n.fuelG)}, ${w.weight(n.fuelAlongG)} along.`;
  return (
    <>
      <span className={n.kcalAlong < n.kcal ? "text-ember" : ""}>{food}</span>{" "}
      <span className={n.fuelAlongG < n.fuelG ? "text-ember" : ""}>{fuel}</span>
      {n.stoveId === null && n.fuelAlongG > 0 && <span className="text-ember"> No stove is along.</span>}
    </>
  );
}
