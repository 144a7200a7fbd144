import { useEffect, useState } from "react";
import { Button } from "../parts/Button";
import { useWidth } from "../parts/useSize";
import { VerdictMark } from "../parts/VerdictMark";
import { useGo, usePlan, useTrip } from "../state/trip";
import { useWrite } from "../units/units";
import { shelters, surfaces, verdicts } from "../units/words";
import { AddLayer } from "./AddLayer";
import { Answer, Reasons } from "./Answer";
import { BedMenu } from "./BedMenu";
import { Cut } from "./Cut";
import { Ghosts } from "./Ghosts";
import { Hours } from "./Hours";
import { LayerList } from "./LayerList";
import { useSystem } from "./useSystem";

/** One night on the cut: what lies over and under, what it holds to, and what closes the gap. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const { edit, press, shown } = useSystem(trip, index, who);
  const query = usePlan(shown, index, who);
  const go = useGo();
  const w = useWrite();
  const [box, width] = useWidth<HTMLDivElement>();
  const [adding, setAdding] = useState(false);
  const [selected, setSelected] = useState<string | null>(null);
  const [open, setOpen] = useState<string | null>(null);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (
        e.key !== "a" ||
        e.ctrlKey ||
        e.metaKey ||
        (e.target as HTMLElement).closest("input, textarea, select, [role=dialog]")
      )
        return;
      e.preventDefault();
      setAdding(true);
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);

  if (!trip || !night || !member)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No night to look at.</h1>
        <p className="mt-2 mb-4 text-soft">
          A trip needs at least one night before a system can be laid out for it.
        </p>
        <Button look="strong" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );

  const plan = query.data?.night?.nightId === night.id ? query.data.night : null;
  const short = plan?.margin != null && plan.margin < 0;
  const holds = plan?.holds.together.outside;
  const height = width < 480 ? 400 : Math.max(405, Math.min(560, innerHeight - 400));
  const hasGap = plan?.cut.below.some((s) => s.kind === "underGap");

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_330px] lg:grid-rows-[auto_1fr] lg:content-stretch">
      <section className="min-w-0 px-3 py-4 sm:px-5">
        <p className="text-soft">
          Night {index + 1}
          {night.camp && ` · ${night.camp}`},{" "}
          {edit.system.bed.hammock ? "in a hammock" : surfaces[night.surface]}, {shelters[night.shelter]}
        </p>
        <h1 className="flex items-start gap-x-3 text-[26px] leading-tight">
          <VerdictMark verdict={plan?.verdict} size={26} />
          <span>
            {plan?.verdict &&
              `${verdicts[plan.verdict].charAt(0).toUpperCase()}${verdicts[plan.verdict].slice(1)}. `}
            {edit.system.layers.length === 0
              ? "Nothing laid out yet."
              : holds != null
                ? `Holds to ${w.temp(holds)}${plan?.holds.leads === "feet" ? ": it is the feet" : ""}.`
                : (plan?.comfort.whyNone ?? "…")}{" "}
            {plan?.weather && `Plan for ${w.temp(plan.weather.low.planFor)}.`}{" "}
            {plan?.margin != null && (
              <span className={short ? "text-ember" : "text-soft"}>
                {short
                  ? `Short by ${w.degrees(Math.max(1, -plan.margin))}.`
                  : `${w.degrees(plan.margin)} to spare.`}
              </span>
            )}
          </span>
        </h1>
        <div className="print:hidden my-3 flex flex-wrap items-center gap-2">
          <Button look="strong" onClick={() => setAdding(true)}>
            Add a layer
          </Button>
          {/* biome-ignore lint/a11y/useSemanticElements: a group of two buttons in a row */}
          <div
            role="group"
            aria-label="Which nights this system is for"
            className="flex overflow-hidden rounded-lg border border-edge/60"
          >
            {[false, true].map((own) => (
              <button
                key={String(own)}
                type="button"
                aria-pressed={edit.own === own}
                onClick={() => edit.own !== own && edit.setOwn(own)}
                className="min-h-11 bg-card px-3 aria-pressed:bg-ice-wash aria-pressed:font-semibold sm:min-h-9"
              >
                {own ? "this night only" : "every night alike"}
              </button>
            ))}
          </div>
          <BedMenu
            edit={edit}
            hasGap={hasGap ?? false}
            people={Math.max(night.sleepers, trip.members.length)}
          />
          <Button look="quiet" onClick={() => go.station("choose", index)}>
            Choose for me
          </Button>
          <Button look="quiet" onClick={() => go.station("compare", index)}>
            Compare
          </Button>
          <Button look="quiet" onClick={() => go.station("take", index)}>
            Take along
          </Button>
        </div>
        <div className="grid gap-3 md:grid-cols-[1fr_216px]">
          <div ref={box} className="relative min-w-0">
            {plan && width > 0 && (
              <>
                <Cut
                  plan={plan}
                  night={night}
                  width={width}
                  height={height}
                  selected={selected}
                  onPress={(id, e) => press(id, e, setOpen)}
                />
                <Ghosts
                  trip={trip}
                  index={index}
                  who={who}
                  plan={plan}
                  width={width}
                  height={height}
                  edit={edit}
                />
              </>
            )}
          </div>
          <div>
            {edit.system.layers.length === 0 ? (
              <p className="text-soft">
                Nothing is laid out yet. Press what is dashed on the cut, from the ground up: choose what is
                usual, or type what you own.
              </p>
            ) : (
              <>
                <LayerList
                  trip={trip}
                  index={index}
                  who={who}
                  plan={plan}
                  edit={edit}
                  selected={selected}
                  open={open}
                  onSelect={setSelected}
                  onOpen={setOpen}
                  onPress={(id, e) => press(id, e, setOpen)}
                />
                {plan && (
                  <p className="mt-2 text-[13px] text-soft">
                    All of it weighs {w.mass(plan.massG)}.
                    {plan.frost &&
                      plan.frost.sourceG >= 1 &&
                      ` Of ${w.mass(Math.round(plan.frost.sourceG + plan.frost.addedG))} vapour ${w.mass(Math.round(plan.frost.escapedG))} get out; ${w.mass(Math.round(Math.max(0, plan.frost.storedG)))} stay.`}
                  </p>
                )}
              </>
            )}
          </div>
        </div>
        {plan?.hours && <Hours index={index} member={member} who={who} plan={plan} edit={edit} />}
      </section>
      {plan && (
        <Answer
          trip={trip}
          index={index}
          who={who}
          plan={plan}
          chance={query.data?.chances[who]?.each[index] ?? null}
          edit={edit}
        />
      )}
      {plan && plan.items.length > 0 && <Reasons plan={plan} />}
      <AddLayer
        open={adding}
        onClose={() => setAdding(false)}
        trip={trip}
        index={index}
        who={who}
        member={member}
        edit={edit}
      />
    </main>
  );
}
