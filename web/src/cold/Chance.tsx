import { api, type Schema, type Trip, type TripChance } from "../api/client";
import { titleOf } from "../night/fixTitle";
import { TenDots } from "../parts/TenDots";
import { editMember, useAsked, withOwn, withSystem } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { counted, inTen, oneIn } from "../units/chance";
import { useWrite } from "../units/units";

/** The chance of the trip in a sentence, and that of harm where it is to be named. */
export function ChanceSays({ chance, nights }: { chance: TripChance; nights: number }) {
  const w = useWrite();
  const known = nights - chance.unknown;
  return (
    <p className="mt-1 leading-snug">
      <b>
        Sleeping through {known === 1 ? "the night" : `all ${counted(known, "night")}`}
        {chance.unknown > 0 && " whose low is known"}: {inTen(chance.all)}.
      </b>{" "}
      {chance.carries !== null && `Night ${chance.carries + 1} carries most of the risk. `}
      {chance.harmNight !== null && (
        <span className="font-semibold text-ember">
          Harm: {oneIn(chance.harm)} that a night is no-go, night {chance.harmNight + 1} first.{" "}
        </span>
      )}
      <span className="text-soft">
        {chance.sleeper.count > 0
          ? `One sleeper, known from ${counted(chance.sleeper.count, "night")}: ±${w.degrees(chance.sleeper.sd, 1)}°.`
          : `One sleeper of whom no night is logged: ±${w.degrees(chance.sleeper.sd)}°.`}
      </span>
    </p>
  );
}

/** What would raise the chance most: a change, a better forecast, one more logged night. */
export function Raises({ trip, index, who }: { trip: Trip; index: number; who: number }) {
  const asked = useAsked("chance", api.chance, trip, index, who);
  const items = useWorkspace((s) => s.items);
  const name = (id: string | null | undefined) => (id ? (items[id]?.name ?? "") : "");
  const raises = asked.data?.raises ?? [];
  if (!asked.data?.chance || raises.length === 0) return null;
  const take = (r: Schema["Raise"]) => {
    const night = trip.nights[r.night ?? 0];
    if (!r.fix || !night) return;
    const { system, bedtime } = r.fix;
    editMember(trip, who, (o) => {
      const slept = withSystem(o, night.id, { ...system, bed: system.bed ?? o.system.bed });
      return bedtime ? withOwn(slept, night.id, { bedtime }) : slept;
    });
  };
  return (
    <section className="mt-4">
      <h2 className="text-lg">What would raise it</h2>
      <ul>
        {raises.map((r) => (
          <li
            key={`${r.by}${r.fix?.parts.map((p) => `${p.kind}${p.itemId}${p.event?.kind}`).join()}`}
            className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-3 border-line border-t py-1.5"
          >
            <TenDots chance={r.to} />
            <span className="min-w-0 leading-tight">
              <b>
                {r.by === "fix"
                  ? r.fix?.parts.map((p) => titleOf(p, name)).join(" + ")
                  : r.by === "forecast"
                    ? "Ask the forecast again in two days"
                    : "One more night logged, as cold as this holds to"}
              </b>
              {r.by === "fix" && r.night !== null && ` for night ${r.night + 1}`}
              <span className="block text-[13px] text-soft">
                {r.ifBad === null
                  ? `then ${inTen(r.to)}`
                  : `it warms nobody, but then you know: ${inTen(r.to)} if the news is good, ${inTen(r.ifBad)} if not`}
              </span>
            </span>
            {r.by === "fix" ? (
              <button
                type="button"
                className="min-h-11 rounded-lg border border-edge/60 bg-card px-3 font-semibold hover:border-ink sm:min-h-9 print:hidden"
                onClick={() => take(r)}
              >
                Do it
              </button>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
