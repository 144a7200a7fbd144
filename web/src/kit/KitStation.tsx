import { useState } from "react";
import { useSearchParams } from "react-router";
import type { KitItem, Schema } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { editMember, newId, othersUse, useReadings, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { kinds, manyOf, sources } from "../units/words";
import { ItemForm } from "./ItemForm";

type Kind = Schema["ItemKind"];
const order: Kind[] = ["pad", "bag", "quilt", "underquilt", "liner", "bivy", "garment", "vapourBarrier"];

function fresh(kind: Kind, name: string): KitItem {
  const cover = {
    pad: { head: 1, torso: 1, legs: 1, feet: 1 },
    bag: { head: 1, torso: 1, legs: 1, feet: 1 },
    quilt: { head: 0, torso: 1, legs: 1, feet: 1 },
    garment: { head: 0, torso: 1, legs: 0, feet: 0 },
    vapourBarrier: { head: 0, torso: 1, legs: 1, feet: 1 },
    underquilt: { head: 1, torso: 1, legs: 1, feet: 1 },
    liner: { head: 0, torso: 1, legs: 1, feet: 1 },
    bivy: { head: 1, torso: 1, legs: 1, feet: 1 },
  }[kind];
  return {
    id: newId(),
    name,
    kind,
    massG: 0,
    claims: [],
    source: "labelled",
    cover,
    material: "unsaid",
    loftFactor: 1,
    hood: kind === "bag",
    collar: kind === "bag",
    draftTube: true,
    footBox: "sewn",
    windproof: kind === "bivy",
    innerGirthCm: null,
    narrow: false,
    soft: false,
    tight: false,
    cord: false,
    notes: "",
    version: 0,
  };
}

/** Everything owned, with the warmth it gives and where that number comes from. */
export function Component() {
  const { items, edit } = useWorkspace();
  const { trip, member, who } = useTrip();
  const readings = useReadings();
  const w = useWrite();
  const [params, setParams] = useSearchParams();
  const [search, setSearch] = useState("");
  const [kind, setKind] = useState<Kind | null>(null);
  const chosen = items[params.get("thing") ?? ""];
  const choose = (id: string | null) => setParams(id ? { thing: id } : {}, { replace: true });

  const all = Object.values(items);
  const found = all
    .filter(
      (i) =>
        (kind === null || i.kind === kind) &&
        `${i.name} ${i.notes}`.toLowerCase().includes(search.toLowerCase()),
    )
    .sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind) || a.name.localeCompare(b.name));
  const used = new Set(
    member
      ? [member.system, ...member.own.flatMap((o) => o.system ?? [])].flatMap((s) =>
          s.layers.map((l) => l.itemId),
        )
      : [],
  );
  /** What others of the party take. */
  const others = othersUse(trip, who);
  const carried = all
    .filter((i) => used.has(i.id) || member?.along.includes(i.id))
    .reduce((g, i) => g + i.massG, 0);
  const most = Math.max(
    0.5,
    ...found.map((i) => Math.max(...Object.values(readings.data?.[i.id]?.local ?? { none: 0 }))),
  );

  const free = (base: string) => {
    let name = base;
    for (let n = 2; all.some((i) => i.name.toLowerCase() === name.toLowerCase()); n++) name = `${base} ${n}`;
    return name;
  };
  const put = (item: KitItem) => {
    edit([{ kind: "items", id: item.id, before: null, after: item }]);
    choose(item.id);
  };
  const remove = (item: KitItem) => {
    edit([{ kind: "items", id: item.id, before: item, after: null }]);
    choose(null);
  };
  const toggleAlong = (id: string) =>
    trip &&
    editMember(trip, who, (m) => ({
      ...m,
      along: m.along.includes(id) ? m.along.filter((a) => a !== id) : [...m.along, id],
    }));

  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_370px] lg:content-stretch">
      <section className={`min-w-0 px-3 sm:px-5 lg:py-4 ${chosen ? "" : "py-4"}`}>
        <h1 className={`text-[26px] leading-tight ${chosen ? "max-lg:sr-only" : ""}`}>
          {all.length === 0 ? "Nothing owned yet." : `${all.length} things owned.`}{" "}
          {trip && carried > 0 && (
            <span className="text-soft">
              {w.mass(Math.round(carried))} of them on {trip.name}.
            </span>
          )}
        </h1>
        <div className={chosen ? "max-lg:hidden" : ""}>
          {all.length === 0 && (
            <p className="mt-1 text-soft">
              Begin with what you sleep on and in: a pad with its R-value, a bag with the temperature printed
              on it.
            </p>
          )}
          <div className="my-3 flex flex-wrap items-end gap-2">
            <div className="min-w-40 grow sm:max-w-64">
              <TextField
                label="Search"
                hideLabel
                placeholder="Search"
                type="search"
                value={search}
                onChange={setSearch}
              />
            </div>
            <div className="flex flex-wrap gap-1">
              {([null, ...order] as const).map((k) => (
                <button
                  key={k ?? "all"}
                  type="button"
                  aria-pressed={kind === k}
                  onClick={() => setKind(k)}
                  className="min-h-11 rounded-full border border-edge/50 px-3 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper sm:min-h-9"
                >
                  {k === null ? "all" : manyOf(k)}
                </button>
              ))}
            </div>
            <Button
              look="strong"
              className="sm:ml-auto"
              onClick={() => put(fresh(kind ?? "pad", free(`New ${kinds[kind ?? "pad"]}`)))}
            >
              Add a {kinds[kind ?? "pad"]}
            </Button>
          </div>
          {found.length === 0 && all.length > 0 && (
            <p className="py-4 text-soft">Nothing of that name. Clear the search, or add it.</p>
          )}
          <ul>
            {found.map((item, i) => (
              <li key={item.id}>
                {(i === 0 || found[i - 1]?.kind !== item.kind) && (
                  <h2 className="mt-3 flex border-ink border-b pb-0.5 text-[15px]">
                    <span className="grow capitalize">{manyOf(item.kind)}</span>
                    {i === 0 && (
                      <span className="font-normal font-sans text-[12px] text-soft">comes along</span>
                    )}
                  </h2>
                )}
                <div
                  className={`flex items-center border-line border-b ${item.id === chosen?.id ? "bg-ice-wash" : ""}`}
                >
                  <button
                    type="button"
                    onClick={() => choose(item.id)}
                    aria-current={item.id === chosen?.id ? "true" : undefined}
                    className="grid min-h-12 min-w-0 grow grid-cols-[auto_1fr] items-center gap-x-3 py-1 pr-2 pl-1 text-left hover:bg-ice-wash sm:min-h-10 md:grid-cols-[1fr_8.5rem_8rem_5.5rem_4.5rem]"
                  >
                    <span className="font-semibold max-md:col-span-2 md:truncate">{item.name}</span>
                    <span className="hidden md:block">
                      <Warmth local={readings.data?.[item.id]?.local} most={most} />
                    </span>
                    <span className="hidden truncate text-[13px] text-soft md:block">
                      {printed(item, w.tempUnit) || sources[item.source]}
                    </span>
                    <span className="max-md:text-soft md:text-right">
                      {item.kind === "vapourBarrier"
                        ? ""
                        : readings.data?.[item.id]?.insulation != null
                          ? w.insulation(readings.data[item.id]?.insulation as number)
                          : "–"}
                    </span>
                    <span className="max-md:text-soft md:text-right">{w.mass(item.massG)}</span>
                  </button>
                  {trip && (
                    <label className="flex min-h-11 shrink-0 items-center gap-1.5 px-1 text-[13px]">
                      <input
                        type="checkbox"
                        className="size-5 accent-(--ink)"
                        aria-label={`${item.name} comes along`}
                        disabled={used.has(item.id) || others.has(item.id)}
                        checked={used.has(item.id) || (member?.along.includes(item.id) ?? false)}
                        onChange={() => toggleAlong(item.id)}
                      />
                      <span className="w-16 truncate text-soft">
                        {used.has(item.id)
                          ? "slept in"
                          : member?.along.includes(item.id)
                            ? "along"
                            : others.has(item.id)
                              ? "another's"
                              : ""}
                      </span>
                    </label>
                  )}
                </div>
              </li>
            ))}
          </ul>
        </div>
      </section>
      <aside
        className={`border-line px-4 py-4 lg:sticky lg:top-0 lg:block lg:max-h-dvh lg:self-start lg:overflow-y-auto lg:border-l ${chosen ? "" : "hidden"}`}
      >
        {chosen ? (
          <ItemForm
            key={chosen.id}
            item={chosen}
            onBack={() => choose(null)}
            onDuplicate={() => put({ ...chosen, id: newId(), name: free(chosen.name), version: 0 })}
            onRemove={() => remove(chosen)}
          />
        ) : (
          <p className="text-soft">
            Choose a thing to see what its numbers mean. Tick what comes along on {trip?.name ?? "a trip"}{" "}
            anyway: using it at night costs no more grams.
          </p>
        )}
      </aside>
    </main>
  );
}

/** Four bars: what it gives head, torso, legs and feet. */
function Warmth({ local, most }: { local: Schema["ByRegionOfdouble"] | undefined; most: number }) {
  const parts = (["head", "torso", "legs", "feet"] as const).map((r) => ({ r, v: local?.[r] ?? 0 }));
  return (
    <svg
      viewBox="0 0 120 22"
      className="h-[22px] w-[120px]"
      role="img"
      aria-label="Warmth at head, torso, legs and feet"
    >
      <title>head, torso, legs, feet</title>
      {parts.map(({ r, v }, i) => {
        const h = v > 0 ? Math.max(2.5, 20 * Math.sqrt(v / most)) : 0;
        return (
          <g key={r}>
            <rect x={i * 30} y={20.5} width={27} height={1} fill="var(--line)" />
            <rect x={i * 30} y={20 - h} width={27} height={h} rx={1.5} fill="var(--ink)" opacity={0.82} />
          </g>
        );
      })}
    </svg>
  );
}

/** What is printed on it, in short. */
function printed(item: KitItem, temp: (c: number) => string): string {
  return (
    item.claims
      .map((c) => {
        switch (c.kind) {
          case "comfort":
          case "limit":
          case "extreme":
            return `${c.kind} ${temp(c.value)}`;
          case "unspecified":
            return `${temp(c.value)}, kind not said`;
          case "rValue":
            return "";
          case "clo":
            return `${c.value} clo`;
          case "tog":
            return `${c.value} tog`;
          case "loftCm":
            return `loft ${c.value} cm`;
          case "fillGrams":
            return `${c.value} g of ${c.fillPower ?? 600}`;
          case "seasons":
            return `${c.value} seasons`;
          case "addsDegrees":
            return `said to add ${c.value}°`;
          default:
            return "";
        }
      })
      .filter(Boolean)[0] ?? ""
  );
}
