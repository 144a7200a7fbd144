import { useState } from "react";
import type { LoadAnswer, Schema, Thing, Trip } from "../api/client";
import { dragged } from "../day/dragged";
import { gramsOn, stayOn, type Where } from "../state/loads";
import { useWrite } from "../units/units";
import { reaches } from "../units/words";

/** Things shown of a column before the rest is asked for. */
const shownAtFirst = 7;

type Column = { key: string; title: string; aside: string; where: Where; things: Thing[] };

/** What one person has on a day, in the order in which a hand reaches it; a thing is dragged to where it is to be. */
export function ReachBoard(props: {
  trip: Trip;
  answer: LoadAnswer;
  sleeperId: string;
  day: number;
  selected: string | null;
  onOpen: (thing: Thing) => void;
  onDrop: (thing: Thing, to: { where: Where } | { day: number }) => void;
  onOver: (key: string | null) => void;
}) {
  const { answer, day } = props;
  const w = useWrite();
  const [held, setHeld] = useState<{ thing: Thing; x: number; y: number; over: string | null } | null>(null);
  const [whole, setWhole] = useState<Set<string>>(new Set());
  const columns = columnsOf(answer, props.sleeperId, day);
  const wrong = new Map(
    answer.reach.filter((r) => r.days.includes(day)).map((r) => [answer.things[r.thing]?.lotId, r.want]),
  );

  const press = (thing: Thing, e: React.PointerEvent) => {
    if (e.button !== 0) return;
    const start = { clientX: e.clientX, clientY: e.clientY };
    let over: string | null = null;
    const move = (m: PointerEvent) => {
      over =
        document.elementFromPoint(m.clientX, m.clientY)?.closest<HTMLElement>("[data-drop]")?.dataset.drop ??
        null;
      setHeld({ thing, x: m.clientX, y: m.clientY, over });
      props.onOver(over);
    };
    const follow = (m: PointerEvent) => {
      if (Math.hypot(m.clientX - start.clientX, m.clientY - start.clientY) >= 5) move(m);
    };
    addEventListener("pointermove", follow);
    dragged(start, {
      move: () => {},
      end: (wasMoved) => {
        removeEventListener("pointermove", follow);
        setHeld(null);
        props.onOver(null);
        if (!wasMoved) return props.onOpen(thing);
        if (!over) return;
        const [kind, id = "", reach] = over.split(":");
        if (kind === "day") props.onDrop(thing, { day: Number(id) });
        else props.onDrop(thing, { where: { loadId: id, reach: (reach ?? "inside") as Schema["Reached"] } });
      },
    });
  };

  return (
    <div className="grid grid-cols-1 gap-x-3 sm:grid-cols-2 xl:grid-cols-4">
      {columns.map((c) => {
        const all = whole.has(c.key) || c.things.length <= shownAtFirst + 1;
        const grams = c.things.reduce((a, t) => a + gramsOn(t, day), 0);
        return (
          <section
            key={c.key}
            data-drop={c.key}
            className={`mb-3 flex min-h-20 flex-col border-ink border-t-2 pt-1 ${held?.over === c.key ? "bg-ice-wash" : ""}`}
          >
            <h3 className="flex items-baseline justify-between gap-2 leading-tight">
              <span className="min-w-0 truncate">{c.title}</span>
              <span className="shrink-0 font-normal font-sans text-[13px] text-soft">{c.aside}</span>
            </h3>
            <ul className="mt-0.5">
              {(all ? c.things : c.things.slice(0, shownAtFirst)).map((t) => (
                <li key={t.lotId}>
                  <button
                    type="button"
                    className={`flex min-h-11 w-full touch-pan-y select-none items-center justify-between gap-2 rounded px-1 text-left text-[14px] hover:bg-ice-wash sm:min-h-7 ${
                      props.selected === t.lotId ? "bg-ice-wash" : ""
                    } ${held?.thing.lotId === t.lotId ? "opacity-40" : ""}`}
                    onPointerDown={(e) => press(t, e)}
                    onKeyDown={(e) => {
                      if (e.key !== "Enter" && e.key !== " ") return;
                      e.preventDefault();
                      props.onOpen(t);
                    }}
                  >
                    <span
                      className={`min-w-0 truncate ${wrong.has(t.lotId) ? "font-semibold text-ember" : ""}`}
                    >
                      {t.byHand && <span title="put there by hand">▪ </span>}
                      {t.count !== 1 && `${t.count} × `}
                      {t.name}
                    </span>
                    <span className="shrink-0 text-[12px] text-soft">
                      {w.mass(Math.round(gramsOn(t, day)))}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {!all && (
              <button
                type="button"
                className="min-h-11 px-1 text-left text-[13px] text-soft underline hover:text-ink sm:min-h-7"
                onClick={() => setWhole(new Set([...whole, c.key]))}
              >
                and {c.things.length - shownAtFirst} more
              </button>
            )}
            <p className="mt-auto px-1 pt-0.5 text-[13px] font-semibold text-soft">
              {c.things.length > 0 ? w.weight(grams) : "nothing"}
            </p>
          </section>
        );
      })}
      {held && (
        <div
          className="pointer-events-none fixed z-50 rounded-lg bg-ink px-3 py-1.5 font-semibold text-paper shadow-lg"
          style={{ left: held.x + 10, top: held.y + 10 }}
        >
          {held.thing.name}
          {held.over?.startsWith("day:") && ` from day ${Number(held.over.slice(4)) + 1}`}
        </div>
      )}
    </div>
  );
}

/** Body and pocket, then lid, inside and dry bag of each load that is carried, and each depot with something in it. */
function columnsOf(answer: LoadAnswer, sleeperId: string, day: number): Column[] {
  const here = (where: Where) =>
    answer.things
      .filter((t) => {
        const stay = stayOn(t, day);
        const itself = answer.loads.some(({ load }) => load.id === where.loadId && load.itemId === t.itemId);
        return stay.loadId === where.loadId && stay.reach === where.reach && !itself;
      })
      .sort((a, b) => gramsOn(b, day) - gramsOn(a, day));
  const column = (loadId: string, reach: Schema["Reached"], title: string, seconds: string): Column => ({
    key: `load:${loadId}:${reach}`,
    title,
    aside: seconds,
    where: { loadId, reach },
    things: here({ loadId, reach }),
  });
  const carried = answer.loads.filter(({ load }) => load.sleeperId === sleeperId && load.kind !== "person");
  const name = (load: Schema["Load"], reach: Schema["Reached"]) =>
    `${load.name}, ${reaches[reach].replace("in a dry bag", "dry bag")}`;
  return [
    column(sleeperId, "onBody", "On the body", "0 s"),
    column(sleeperId, "pocket", "Pocket", "5 s"),
    ...carried.flatMap(({ load }) =>
      (["lid", "inside", "dryBag"] as const)
        .map((reach) =>
          column(load.id, reach, name(load, reach), { lid: "20 s", inside: "90 s", dryBag: "180 s" }[reach]),
        )
        .filter((c) => c.things.length > 0 || c.where.reach === "inside" || load.kind === "pack"),
    ),
    ...answer.loads
      .filter(({ load }) => load.kind === "depot")
      .map(({ load }) => ({
        key: `load:${load.id}:inside`,
        title: load.name,
        aside: "not along",
        where: { loadId: load.id, reach: "inside" as const },
        things: answer.things
          .filter((t) => stayOn(t, day).loadId === load.id)
          .sort((a, b) => gramsOn(b, day) - gramsOn(a, day)),
      }))
      .filter((c) => c.things.length > 0),
  ];
}
