import type { DayTask, Schema } from "../api/client";
import { plainSchools } from "../day/day";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Check } from "../parts/Field";
import { useWrite, write } from "../units/units";
import { tasks as names } from "../units/words";
import type { AsideProps } from "./Aside";

/** What hands wear in each task, what would serve better, and what is left in reserve. */
export function HandsAside(props: AsideProps) {
  const { answer, ends, edit, nameOf } = props;
  const w = useWrite();
  const list = (ids: readonly string[]) => (ids.length ? ids.map(nameOf).join(" + ") : "bare hands");
  const hands = answer.wearable.filter((p) => p.main === "hands").map((p) => p.itemId);
  const from = answer.blocks[0]?.fromHour ?? 0;
  const to = answer.blocks.at(-1)?.toHour ?? 24;
  const worn = new Set(answer.worn.filter((b) => !b.atHand && hands.includes(b.itemId)).map((b) => b.itemId));
  const schools = edit.plan.schools ?? plainSchools;
  const wear = (things: readonly string[]) =>
    edit.change((day) => ({
      ...day,
      worn: [
        ...(day.worn ?? []).filter((b) => !hands.includes(b.itemId)),
        ...things.map((itemId) => ({
          itemId,
          fromHour: from,
          toHour: to,
          atHand: false,
          opening: "closed" as const,
          pinned: true,
        })),
      ],
    }));
  /** The best for a task is set on it; what is set is at hand for it. */
  const take = (task: DayTask, best: Schema["BestForTask"]) =>
    edit.change((day) => ({
      ...day,
      tasks: (day.tasks ?? []).map((t) => (t.id === task.id ? { ...t, on: best.on } : t)),
    }));
  const isWorn = (s: Schema["HandSystem"]) =>
    s.things.length === worn.size && s.things.every((id) => worn.has(id));
  return (
    <>
      {ends.lived.length > 0 && (
        <section>
          <h2 className="text-lg">Task by task</h2>
          <ul>
            {ends.lived.map((l) => {
              const task = ends.tasks.find((t) => t.task.id === l.taskId);
              const best = ends.best.find((b) => b.taskId === l.taskId);
              if (!task) return null;
              const better =
                best &&
                best.on.join() !== l.on.join() &&
                (best.warmerK >= 1 || (best.failsAfter === null && l.failsAfter !== null))
                  ? best
                  : undefined;
              return (
                <li
                  key={l.taskId}
                  className={`border-line border-t py-1.5 leading-tight ${props.selected === l.taskId ? "bg-ice-wash/60" : ""}`}
                >
                  <button
                    type="button"
                    className="w-full text-left"
                    aria-pressed={props.selected === l.taskId}
                    onClick={() => props.onSelect(props.selected === l.taskId ? null : l.taskId)}
                  >
                    <span className="flex items-baseline justify-between gap-2">
                      <b>
                        {clock(l.fromHour)} {task.task.name || names[task.task.kind]}
                      </b>
                      <b className={l.failsAfter !== null ? "text-ember" : ""}>{w.temp(l.lowest)}</b>
                    </span>
                    <span className="text-[14px]">
                      {l.on.length ? `${list(l.on)} on` : "bare hands"}
                      {l.off.length > 0 && l.on.length > 0 && `, ${list(l.off)} off`}
                    </span>
                    <span className="block text-[13px] text-soft">
                      {until(l)}
                      {back(l, ends.lived)}
                      {l.seconds > 0 && ` ${Math.round(l.seconds)} s off and on.`}
                    </span>
                  </button>
                  {better && (
                    <span className="mt-1 flex items-start gap-2">
                      <span className="grow text-[14px]">
                        Better: <b>{list(better.on)}</b>, {w.signed(better.warmerK)}
                        {better.toHaveAtHand > 0 && `, ${w.mass(better.toHaveAtHand)} to have at hand`}
                        {Math.abs(better.moreSeconds) >= 1 &&
                          `, ${better.moreSeconds > 0 ? "+" : "−"}${Math.abs(Math.round(better.moreSeconds))} s`}
                      </span>
                      <Button className="shrink-0" onClick={() => take(task.task, better)}>
                        Use
                      </Button>
                    </span>
                  )}
                  {best && best.failsAfter !== null && l.failsAfter !== null && best.goes > 1 && (
                    <span className="block text-[14px] text-ember">
                      Nothing along lasts it in one: do it in {best.goes > 6 ? "many" : best.goes} goes, hands
                      warm between.
                    </span>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      )}
      <section>
        <Check
          label="The liner stays on, from leaving to coming back"
          value={schools.linerStays ?? false}
          onChange={(linerStays) =>
            edit.change((day) => ({ ...day, schools: { ...(day.schools ?? plainSchools), linerStays } }))
          }
        />
        {(schools.linerStays ?? false) && (
          <p className="text-[13px] text-soft">
            What asks for bare fingers is done in it, half as long again.
          </p>
        )}
      </section>
      {ends.systems.length > 0 && (
        <section>
          <h2 className="text-lg">All day in one</h2>
          <p className="text-[13px] text-soft">All that goes over each other, fewest failures first. Dry.</p>
          <ul>
            {ends.systems.slice(0, 5).map((s) => (
              <li
                key={s.things.join()}
                className="flex items-start gap-2 border-line border-t py-1.5 leading-tight"
              >
                <span className="grow">
                  <b>{list(s.things)}</b>{" "}
                  <span className="block text-[13px] text-soft">
                    {w.mass(s.massG)} · down to {w.temp(s.lowest)}
                    {s.clumsyMinutes >= 1 && ` · clumsy ${spoken(s.clumsyMinutes)}`}
                    {ends.lived.length > 0 &&
                      ` · ${s.failed === 0 ? "every task goes" : `${s.failed} of ${s.tasks.length} fail`}`}
                  </span>
                </span>
                {isWorn(s) ? (
                  <span className="shrink-0 self-center text-[13px] text-soft">worn</span>
                ) : (
                  <Button className="shrink-0" onClick={() => wear(s.things)}>
                    Wear
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {ends.reserve && (
        <section>
          <h2 className="text-lg">If they are wet or gone</h2>
          <p className="text-[14px]">
            {ends.reserve.things.length === 0 ? (
              <span className="font-semibold text-ember">
                Nothing is left for the hands. Take a dry pair, or socks that can be drawn over.
              </span>
            ) : (
              <>
                <b>{list(ends.reserve.things)}</b>
                {ends.reserve.socks.length > 0 && ` (${list(ends.reserve.socks)} as mittens)`}:{" "}
                {lasts(ends.reserve.standsMinutes)} at rest in the coldest air until no fine work, against{" "}
                {lasts(ends.reserve.nowMinutes)} in what is worn.
              </>
            )}
          </p>
        </section>
      )}
      {ends.toBed && ends.toBed.tasks.length > 0 && (
        <section>
          <h2 className="text-lg">Fingers that work at night</h2>
          <ul>
            {ends.toBed.tasks.map((t) => {
              const task = ends.tasks.find((x) => x.task.id === t.taskId);
              return (
                <li key={t.taskId} className="border-line border-t py-1 text-[14px] leading-tight">
                  <b>
                    {clock(t.hour)} {task && (task.task.name || names[task.task.kind])}
                  </b>
                  : from {w.temp(t.before)} in the bag to{" "}
                  <b className={t.failsAfter !== null ? "text-ember" : ""}>{w.temp(t.lowest)}</b>,{" "}
                  {list(t.on)}
                  {t.failsAfter !== null && `; they fail after ${Math.round(t.failsAfter)} min`}.{" "}
                  <span className="text-[13px] text-soft">
                    {t.backAfter === null
                      ? "Not warm again before morning."
                      : t.backAfter > 0
                        ? `Back in the bag they need ${spoken(t.backAfter)}.`
                        : ""}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
}

const lasts = (minutes: number | null) => (minutes === null ? "longer than a day" : spoken(minutes));

const spoken = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${write(minutes / 60, 1)} h`;

function until(l: Schema["TaskLived"]): string {
  if (l.before < 8) return "Numb already.";
  if (l.before < 15)
    return `No fine work already${l.numbAfter !== null ? `, numb after ${spoken(l.numbAfter)}` : ""}.`;
  const said = [
    l.clumsyAfter !== null && `clumsy after ${spoken(l.clumsyAfter)}`,
    l.noFineAfter !== null && `no fine work after ${spoken(l.noFineAfter)}`,
    l.numbAfter !== null && `numb after ${spoken(l.numbAfter)}`,
  ].filter(Boolean);
  const text = said.join(", ");
  return text ? `${text[0]?.toUpperCase()}${text.slice(1)}.` : "Never clumsy.";
}

/** How long fingers take to come back; the next task may come first. */
function back(l: Schema["TaskLived"], all: readonly Schema["TaskLived"][]): string {
  if (l.backAfter === 0) return "";
  if (l.backAfter !== null) return ` Back after ${spoken(l.backAfter)}.`;
  const next = all.find((o) => o.fromHour >= l.toHour - 1e-6 && o.taskId !== l.taskId);
  return next && next.fromHour - l.toHour < 3
    ? " Not back before the next."
    : " Does not come back for hours.";
}
