import { useState } from "react";
import type { NightAnswer, SleepSystem } from "../api/client";
import { api } from "../api/client";
import { Cut } from "../night/Cut";
import { clock } from "../night/clock";
import { useSystem } from "../night/useSystem";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { useWidth } from "../parts/useSize";
import { VerdictMark } from "../parts/VerdictMark";
import { editMember, newId, useAsked, useGo, useTrip, withBed } from "../state/trip";
import { useWrite } from "../units/units";
import { paths, verdicts } from "../units/words";

type Candidate = { key: string; name: string; says: string; system: SleepSystem };

/** Two to four systems side by side on the same night: what is packed, the schools, and what was put aside. */
export function Component() {
  const { trip, index, night, who, member } = useTrip();
  const { edit } = useSystem(trip, index, who);
  const go = useGo();
  const schools = useAsked("schools", api.schools, trip, index, who);
  const [picked, setPicked] = useState<string[] | null>(null);
  const [name, setName] = useState("");

  const packed: Candidate = {
    key: "packed",
    name: "As packed",
    says: "What lies on the cut.",
    system: edit.system,
  };
  const offered: Candidate[] = [
    ...(schools.data ?? []).map((s) => ({ ...s, system: withBed(s.system) })),
    ...(member?.ideas ?? []).map((k) => ({
      key: k.id,
      name: k.name,
      says: "Put aside.",
      system: withBed(k.system),
    })),
  ];
  const keys = picked ?? offered.slice(0, 2).map((o) => o.key);
  const chosen = [packed, ...offered.filter((o) => keys.includes(o.key)).slice(0, 3)];
  const plans = useAsked(
    "compare",
    (asked, signal) => api.compare({ ...asked, systems: chosen.map((c) => c.system) }, signal),
    trip,
    index,
    who,
    chosen.map((c) => c.key),
    schools.data !== undefined,
  );

  if (!trip || !night || !member)
    return (
      <main className="p-8">
        <h1 className="text-2xl">No night to compare on.</h1>
        <Button look="strong" className="mt-4" onClick={() => go.station("cold")}>
          Lay out the nights
        </Button>
      </main>
    );
  const shown = plans.data?.length === chosen.length ? plans.data : [];
  const keep = () => {
    editMember(trip, who, (m) => ({
      ...m,
      ideas: [...m.ideas, { id: newId(), name: name.trim(), system: edit.system }],
    }));
    setName("");
  };

  return (
    <main className="px-3 py-4 sm:px-5">
      <p className="text-soft">
        Night {index + 1}
        {night.camp && ` · ${night.camp}`}
      </p>
      <h1 className="text-[26px] leading-tight">
        <Best chosen={chosen} plans={shown} />
      </h1>
      <div className="my-3 flex flex-wrap gap-1.5 print:hidden">
        {offered.map((o) => (
          <button
            key={o.key}
            type="button"
            title={o.says}
            aria-pressed={keys.includes(o.key)}
            disabled={!keys.includes(o.key) && keys.length >= 3}
            onClick={() =>
              setPicked(keys.includes(o.key) ? keys.filter((k) => k !== o.key) : [...keys, o.key])
            }
            className="min-h-11 rounded-full border border-edge/50 px-3 disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper sm:min-h-9"
          >
            {o.name}
          </button>
        ))}
        {offered.length === 0 && schools.data && (
          <p className="text-soft">Your kit offers no other way to sleep yet; put systems aside below.</p>
        )}
      </div>
      {shown.length > 0 && <Ranges chosen={chosen} plans={shown} />}
      <div
        className="mt-5 grid gap-x-4 gap-y-6 sm:grid-cols-2 xl:grid-cols-[repeat(var(--n),minmax(0,1fr))]"
        style={{ "--n": chosen.length } as React.CSSProperties}
      >
        {shown.map((plan, i) => {
          const c = chosen[i] as Candidate;
          return (
            <section key={c.key} className="flex min-w-0 flex-col">
              <h2 className="text-lg leading-tight">{c.name}</h2>
              <p className="text-[14px] text-soft sm:min-h-10">{c.says}</p>
              <SmallCut plan={plan} night={night} />
              <ul className="mt-2 grow text-[14px]">
                {plan.items.map((p) => (
                  <li key={p.item.id} className="truncate">
                    {p.item.name}
                  </li>
                ))}
              </ul>
              {c.key !== "packed" && (
                <div className="mt-2 flex gap-2 print:hidden">
                  <Button
                    className="grow"
                    onClick={() => {
                      edit.take(c.system);
                      go.station("night", index);
                    }}
                  >
                    Pack this
                  </Button>
                  {member.ideas.some((k) => k.id === c.key) && (
                    <Button
                      className="text-ember"
                      onClick={() =>
                        editMember(trip, who, (m) => ({ ...m, ideas: m.ideas.filter((k) => k.id !== c.key) }))
                      }
                    >
                      Forget
                    </Button>
                  )}
                </div>
              )}
            </section>
          );
        })}
      </div>
      <form
        className="mt-6 flex max-w-md items-end gap-2 print:hidden"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim()) keep();
        }}
      >
        <div className="grow">
          <TextField
            label="Put aside what is packed, to compare later"
            placeholder="A name"
            value={name}
            onChange={setName}
          />
        </div>
        <Button type="submit" disabled={!name.trim() || member.ideas.length >= 8}>
          Put aside
        </Button>
      </form>
    </main>
  );
}

/** The comparison in a sentence: the warmest, and the lightest that holds. */
function Best({ chosen, plans }: { chosen: Candidate[]; plans: NightAnswer[] }) {
  const w = useWrite();
  if (plans.length === 0) return <>Side by side</>;
  const rows = plans.map((plan, i) => ({ plan, name: chosen[i]?.name ?? "" }));
  const holding = rows.filter((r) => (r.plan.margin ?? -1) >= 0);
  const lightest = holding.toSorted((a, b) => a.plan.massG - b.plan.massG)[0];
  const warmest = rows
    .filter((r) => r.plan.holds.together.outside !== null)
    .toSorted((a, b) => (a.plan.holds.together.outside ?? 0) - (b.plan.holds.together.outside ?? 0))[0];
  return (
    <>
      {lightest
        ? `${lightest.name} is the lightest that holds, at ${w.mass(lightest.plan.massG)}.`
        : "None of these holds this night."}{" "}
      {warmest && (
        <span className="text-soft">
          Warmest: {warmest.name.toLowerCase()}, to {w.temp(warmest.plan.holds.together.outside ?? 0)}.
        </span>
      )}
    </>
  );
}

/** Comfort, limit and extreme of each on one scale, the low planned for through all of them. */
function Ranges({ chosen, plans }: { chosen: Candidate[]; plans: NightAnswer[] }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const w = useWrite();
  const low = plans[0]?.weather?.low.planFor ?? null;
  const all = plans
    .flatMap((p) => [p.comfort.outside, p.limit.outside, p.holds.together.outside])
    .filter((t): t is number => t !== null);
  const warm = Math.max(...all, low ?? -100) + 5;
  const cold = Math.min(...all, low ?? 100) - 8;
  const name = width < 600 ? 0 : 190;
  const say = width < 600 ? 0 : 250;
  const x = (t: number) => name + ((warm - t) / (warm - cold)) * (width - name - say - 8);
  return (
    <div ref={box} className="relative">
      {plans.map((plan, i) => {
        const { comfort, limit } = plan;
        const feet = plan.holds.feet?.outside ?? null;
        // How far behind the low it holds, px: what is written of the two stands apart.
        const behind = low === null || comfort.outside === null ? -1 : x(comfort.outside) - x(low);
        return (
          <div
            key={chosen[i]?.key}
            className="border-line border-b py-1.5 sm:grid sm:items-center"
            style={{ gridTemplateColumns: `${name}px 1fr ${say}px` }}
          >
            <p className="flex items-center gap-2 font-semibold">
              <VerdictMark verdict={plan.verdict} size={17} />
              <span className="truncate">{chosen[i]?.name}</span>
            </p>
            <div className="h-10">
              {width > 0 && comfort.outside !== null && limit.outside !== null && (
                <svg
                  width={width - say - name}
                  height={40}
                  className="block overflow-visible"
                  role="img"
                  aria-label={`Body holds to ${w.temp(comfort.outside)}${feet !== null ? `, feet to ${w.temp(feet)}` : ""}, limit ${w.temp(limit.outside)}`}
                >
                  <g transform={`translate(${-name} 0)`}>
                    <rect
                      x={x(warm)}
                      y={14}
                      width={x(comfort.outside) - x(warm)}
                      height={14}
                      fill="var(--ice-wash)"
                    />
                    <rect
                      x={x(comfort.outside)}
                      y={14}
                      width={x(limit.outside) - x(comfort.outside)}
                      height={14}
                      fill="var(--warm-wash)"
                    />
                    <rect
                      x={x(limit.outside)}
                      y={14}
                      width={x(cold) - x(limit.outside)}
                      height={14}
                      fill="var(--ember-wash)"
                    />
                    <rect x={x(comfort.outside) - 1.5} y={9} width={3} height={24} fill="var(--ink)" />
                    <text
                      x={x(comfort.outside) + (behind >= 0 && behind < 50 ? 6 : -5)}
                      y={12}
                      fontSize={13}
                      fontWeight={700}
                      textAnchor={behind >= 0 && behind < 50 ? "start" : "end"}
                      fill="var(--ink)"
                    >
                      {w.temp(comfort.outside)}
                    </text>
                    {feet !== null && feet >= cold && (
                      <g transform={`translate(${x(feet)} 28)`} fill="var(--ink)">
                        <rect x={-1} y={-14} width={2} height={14} />
                        <path d="M-5.500 10C-6 6 -4 0 -1 0s4 2.500 4.500 5 2 3 2 5z" />
                      </g>
                    )}
                    {low !== null && (
                      <>
                        <rect x={x(low) - 1} y={-2} width={2} height={44} fill="var(--ice)" />
                        {i === 0 && (
                          <text
                            x={x(low) + (behind >= 0 && behind < 140 ? -5 : 5)}
                            y={10}
                            fontSize={12.5}
                            fontWeight={700}
                            textAnchor={behind >= 0 && behind < 140 ? "end" : "start"}
                            fill="var(--ice)"
                          >
                            plan for {w.temp(low)}
                          </text>
                        )}
                      </>
                    )}
                  </g>
                </svg>
              )}
            </div>
            <p className="text-[13px] leading-tight sm:pl-3">
              <b>
                {plan.margin === null
                  ? "–"
                  : plan.margin < 0
                    ? `short by ${w.degrees(-plan.margin, 1)}`
                    : `${w.degrees(plan.margin, 1)} to spare`}
              </b>{" "}
              · {w.mass(plan.massG)} · {plan.verdict ? verdicts[plan.verdict] : "–"}
              <br />
              <span className="text-soft">
                {plan.hours?.coolFrom != null
                  ? `cool from ${clock(plan.hours.coolFrom)}`
                  : plan.verdict === "warm" || plan.verdict === "hot"
                    ? "slept through"
                    : "restless"}
                {comfort.outside !== null && `, body to ${w.temp(comfort.outside)}`}
                {feet !== null && `, feet to ${w.temp(feet)}`}
                {plan.weakest && `; weakest ${paths[plan.weakest.path](plan.weakest.region).toLowerCase()}`}
              </span>
            </p>
          </div>
        );
      })}
    </div>
  );
}

function SmallCut({ plan, night }: { plan: NightAnswer; night: Parameters<typeof Cut>[0]["night"] }) {
  const [box, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={box} className="mt-2">
      {width > 0 && (
        <Cut plan={plan} night={night} width={width} height={215} selected={null} onPress={() => {}} plain />
      )}
    </div>
  );
}
