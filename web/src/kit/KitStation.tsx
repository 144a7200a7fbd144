import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Drawer, KitItem } from "../api/client";
import { LineEntry } from "../entry/LineEntry";
import { freeName, namesOf } from "../entry/names";
import { FileButtons } from "../exchange/FileButtons";
import { editMember, newId, othersUse, useReadings, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { drawers } from "../units/words";
import { DrawerBox, type Standing } from "./DrawerBox";
import { ItemForm } from "./ItemForm";
import { Weight } from "./Weight";

/** Everything owned, in drawers by where it is worn; what comes along is pulled forward. */
export function Component() {
  const { items, edit } = useWorkspace();
  const { trip, member, who } = useTrip();
  const readings = useReadings();
  const w = useWrite();
  const [params, setParams] = useSearchParams();
  const [text, setText] = useState("");
  const chosen = items[params.get("thing") ?? ""];
  const choose = (id: string | null) => setParams(id ? { thing: id } : {}, { replace: true });

  const all = Object.values(items);
  const words = text.toLowerCase().match(/\p{L}{2,}/gu) ?? [];
  const named = all.filter((i) => words.every((x) => `${i.name} ${i.notes}`.toLowerCase().includes(x)));
  // While a new thing is typed that matches nothing, the drawers stay.
  const found = named.length > 0 ? named : all;
  const used = new Set(
    member
      ? [member.system, ...member.own.flatMap((o) => o.system ?? [])].flatMap((s) =>
          s.layers.map((l) => l.itemId),
        )
      : [],
  );
  const others = othersUse(trip, who);
  const standing = (item: KitItem): Standing =>
    used.has(item.id)
      ? { along: true, why: "slept in", fixed: true }
      : others.has(item.id)
        ? { along: false, why: "another takes it", fixed: true }
        : { along: member?.along.includes(item.id) ?? false, why: "", fixed: false };
  const along = member ? all.filter((i) => standing(i).along) : [];
  const carried = along.reduce((g, i) => g + i.massG, 0);
  const drawerOf = (item: KitItem): Drawer => readings.data?.[item.id]?.drawer ?? "gear";
  const warmth = (item: KitItem) => readings.data?.[item.id]?.insulation ?? 0;
  const groups = (Object.keys(drawers) as Drawer[])
    .map((drawer) => ({
      drawer,
      things: found
        .filter((i) => drawerOf(i) === drawer)
        .sort(
          (a, b) =>
            Number(standing(b).along) - Number(standing(a).along) ||
            warmth(b) - warmth(a) ||
            a.name.localeCompare(b.name),
        ),
    }))
    .filter((g) => g.things.length > 0);

  const put = (things: KitItem[]) => {
    edit(things.map((t) => ({ kind: "items", id: t.id, before: null, after: t })));
    if (things.length === 1 && things[0]) choose(things[0].id);
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
    <main className="grid grow grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_auto] lg:content-stretch">
      <section className={`min-w-0 px-3 sm:px-5 ${chosen ? "lg:py-4" : "py-4"}`}>
        <h1 className={`text-[26px] leading-tight ${chosen ? "max-lg:sr-only" : ""}`}>
          {all.length === 0
            ? "Nothing owned yet."
            : trip && carried > 0
              ? `${w.mass(Math.round(carried))} along on ${trip.name}.`
              : `${all.length} things owned.`}{" "}
          {all.length > 0 && trip && carried > 0 && (
            <span className="text-soft">
              {along.length} of {all.length} things.
            </span>
          )}
        </h1>
        <div className={chosen ? "max-lg:hidden" : ""}>
          {member && <Weight chosen={along} drawerOf={drawerOf} />}
          <div className="my-3 grid items-start gap-2 md:grid-cols-[minmax(0,1fr)_auto]">
            <LineEntry
              label="Type a thing to add, or search"
              placeholder="Type a thing to add it, or search: 3 thick wool socks"
              text={text}
              onText={setText}
              onAdd={put}
            />
            <FileButtons />
          </div>
          {all.length === 0 && <Beginning onTry={setText} />}
          {words.length > 0 && all.length > 0 && (
            <p className="mb-2 text-[14px] text-soft" role="status">
              {named.length > 0
                ? `${named.length} of yours ${named.length === 1 ? "has" : "have"} that in the name.`
                : "Nothing of yours is called that."}
            </p>
          )}
          <div
            className={
              chosen ? "gap-x-7 sm:columns-2 lg:columns-1 xl:columns-2" : "gap-x-7 sm:columns-2 lg:columns-3"
            }
          >
            {groups.map((g) => (
              <DrawerBox
                key={g.drawer}
                {...g}
                readings={readings.data}
                chosen={chosen?.id ?? null}
                onChoose={choose}
                standing={member ? standing : null}
                onPull={(item) => toggleAlong(item.id)}
              />
            ))}
          </div>
        </div>
      </section>
      {chosen && (
        <aside className="border-line px-4 py-4 lg:sticky lg:top-0 lg:max-h-dvh lg:w-[370px] lg:self-start lg:overflow-y-auto lg:border-l">
          <ItemForm
            key={chosen.id}
            item={chosen}
            onBack={() => choose(null)}
            onDuplicate={() =>
              put([{ ...chosen, id: newId(), name: freeName(chosen.name, namesOf(items)), version: 0 }])
            }
            onRemove={() => remove(chosen)}
          />
        </aside>
      )}
    </main>
  );
}

/** How a kit begins: a line, or a list. */
function Beginning({ onTry }: { onTry: (line: string) => void }) {
  return (
    <div className="max-w-2xl">
      <p className="text-soft">
        Write what you own as you would to a friend, with the number that is printed on it. A list with a
        thing to a line can be pasted whole.
      </p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {[
          "down bag −12 comfort 1300 g",
          "foam pad r2",
          "3 thick wool socks",
          "synthetic jacket hood 480",
        ].map((line) => (
          <button
            key={line}
            type="button"
            className="min-h-11 rounded-full border border-edge/60 bg-card px-3 hover:border-ink sm:min-h-9"
            onClick={() => onTry(line)}
          >
            {line}
          </button>
        ))}
      </div>
    </div>
  );
}
