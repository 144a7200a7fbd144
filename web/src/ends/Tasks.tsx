import { Popover } from "radix-ui";
import { useRef, useState } from "react";
import type { DayAnswer, DayTask, EndsAnswer, Schema } from "../api/client";
import { nudge } from "../day/day";
import { dragged } from "../day/dragged";
import type { Scale } from "../day/scale";
import type { DayEdit } from "../day/useDay";
import { clock } from "../night/clock";
import { tasks as names, needs } from "../units/words";
import { TaskForm } from "./TaskForm";
import { inTwo, moved, plainTask, rowsOf } from "./tasks";

const most = 3;

/** What hands have to do, on the hours of the day: put there from the library, dragged, and opened in a press. */
export function Tasks(props: {
  answer: DayAnswer;
  ends: EndsAnswer | undefined;
  scale: Scale;
  edit: DayEdit;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const { answer, ends, scale, edit, selected, onSelect } = props;
  const { x } = scale;
  const narrow = scale.left < 50;
  const [open, setOpen] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const wasDrag = useRef(false);
  const tasks = [...(edit.plan.tasks ?? [])].sort((a, b) => a.hour - b.hour);
  const change = (f: (tasks: DayTask[]) => DayTask[], merge?: string) =>
    edit.change((day) => ({ ...day, tasks: f([...(day.tasks ?? [])]) }), merge);
  const begins = answer.blocks[0]?.fromHour ?? 8;
  const ends_ = answer.blocks.at(-1)?.toHour ?? 20;
  const byDay = tasks.filter((t) => t.hour >= begins - 1e-6 && t.hour <= ends_ + 1e-6);
  const otherwise = tasks.filter((t) => !byDay.includes(t));
  const nameOf = (t: DayTask) => t.name || names[t.kind];
  const width = (t: DayTask) => Math.max(44, nameOf(t).length * 7.2 + 16);
  const at = (t: DayTask) => Math.min(x(t.hour), scale.right - width(t));
  const rows = rowsOf(byDay.map(at), (i) => width(byDay[i] as DayTask), narrow ? 5 : most);
  const high = narrow ? 46 : 29;
  const grab = (e: React.PointerEvent, task: DayTask) => {
    if (e.button !== 0) return;
    wasDrag.current = false;
    const perHour = (scale.right - scale.left) / (scale.to - scale.from);
    dragged(e, {
      move: (dx) => {
        if (!wasDrag.current) edit.draw(true);
        wasDrag.current = true;
        change((all) => moved(all, task.id, task.hour + dx / perHour), `task/${task.id}/${task.hour}`);
      },
      end: (went) => went && edit.draw(false),
    });
  };
  const add = (kind: Schema["TaskKind"]) => {
    // Where nothing is done yet: after the last task, or in the longest block out of doors.
    const outside = [...answer.blocks]
      .filter((b) => b.place !== "tent")
      .sort((a, b) => b.toHour - b.fromHour - (a.toHour - a.fromHour))[0];
    const last = byDay.at(-1);
    const hour =
      last && last.hour + 0.5 < ends_
        ? last.hour + 0.5
        : outside
          ? (outside.fromHour + outside.toHour) / 2
          : begins;
    const task = plainTask(kind, hour);
    change((all) => [...all, task].sort((a, b) => a.hour - b.hour));
    setAdding(false);
    onSelect(task.id);
    setOpen(task.id);
  };
  const chip = (task: DayTask, style: React.CSSProperties, className: string) => {
    const lived = ends?.lived.find((l) => l.taskId === task.id);
    const atNight = ends?.toBed?.tasks.find((l) => l.taskId === task.id);
    const fails = (lived ?? atNight)?.failsAfter != null;
    return (
      <Popover.Root
        key={task.id}
        open={open === task.id}
        onOpenChange={(o) => {
          setOpen(o ? task.id : null);
          if (o) onSelect(task.id);
        }}
      >
        <Popover.Trigger asChild>
          <button
            type="button"
            aria-label={`${nameOf(task)} at ${clock(task.hour)}${fails ? ", fingers fail" : ""}`}
            className={`${className} ${fails ? "border-ember text-ember" : "border-edge/70"} ${selected === task.id ? "border-2 bg-ice-wash" : "bg-card hover:border-ink"}`}
            style={style}
            onPointerDown={(e) => grab(e, task)}
            onClick={(e) => wasDrag.current && e.preventDefault()}
            onKeyDown={(e) => {
              if (e.key !== "ArrowLeft" && e.key !== "ArrowRight") return;
              e.preventDefault();
              change(
                (all) => moved(all, task.id, task.hour + (e.key === "ArrowLeft" ? -nudge : nudge)),
                `key/${task.id}`,
              );
            }}
          >
            {fails && <span aria-hidden="true">▨</span>}
            {nameOf(task)}
          </button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={6}
            collisionPadding={8}
            className="z-40 max-h-(--radix-popover-content-available-height) w-[330px] max-w-[94vw] overflow-y-auto rounded-xl border border-line bg-paper p-4 shadow-lg"
          >
            <TaskForm
              task={task}
              usual={ends?.library.find((u) => u.kind === task.kind)}
              answer={answer}
              onChange={(part, merge) =>
                change(
                  (all) =>
                    all
                      .map((t) => (t.id === task.id ? { ...t, ...part } : t))
                      .sort((a, b) => a.hour - b.hour),
                  `task/${task.id}/${merge ?? Object.keys(part)}`,
                )
              }
              onTwo={(minutes) => {
                change((all) => inTwo(all, task.id, minutes));
                setOpen(null);
              }}
              onRemove={() => {
                change((all) => all.filter((t) => t.id !== task.id));
                setOpen(null);
                onSelect(null);
              }}
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    );
  };
  const shape =
    "items-center justify-center gap-1 rounded-md border px-2 text-[13px] font-semibold touch-pan-y";
  const deep = Math.max(1, ...rows.map((r) => r + 1));
  return (
    <div className="pt-1">
      <div className="relative select-none" style={{ height: deep * high }}>
        {!narrow && (
          <span
            className="absolute top-0 left-0 pr-2 text-right text-[12.5px] text-soft leading-[26px]"
            style={{ width: scale.left }}
          >
            what hands do
          </span>
        )}
        {byDay.map((t, i) => (
          <i
            key={t.id}
            className="absolute top-0 border-edge/60 border-l"
            style={{ left: x(t.hour), height: (rows[i] ?? 0) * high }}
          />
        ))}
        {byDay.map((t, i) =>
          chip(
            t,
            { left: at(t), width: width(t), top: (rows[i] ?? 0) * high, height: high - 3 },
            `absolute flex cursor-grab ${shape}`,
          ),
        )}
        {byDay.length === 0 && (
          <p className="text-[13.5px] text-soft leading-[26px]" style={{ paddingLeft: scale.left }}>
            Nothing yet: add what needs fingers today, and see what may stay on.
          </p>
        )}
      </div>
      <div
        className="flex flex-wrap items-center gap-2 py-1 print:hidden"
        style={narrow ? undefined : { paddingLeft: scale.left }}
      >
        <Popover.Root open={adding} onOpenChange={setAdding}>
          <Popover.Trigger className="min-h-11 rounded-lg border border-edge/60 bg-card px-3 font-semibold hover:border-ink sm:min-h-8">
            Add a task
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="start"
              // The new task opens in its stead.
              onCloseAutoFocus={(e) => e.preventDefault()}
              sideOffset={6}
              collisionPadding={8}
              className="z-40 max-h-(--radix-popover-content-available-height) w-[340px] max-w-[94vw] overflow-y-auto rounded-xl border border-line bg-paper p-3 shadow-lg"
            >
              <ul className="grid grid-cols-2 gap-1">
                {(ends?.library ?? []).map((u) => (
                  <li key={u.kind}>
                    <button
                      type="button"
                      className="min-h-11 w-full rounded-lg px-2 text-left leading-tight hover:bg-ice-wash"
                      onClick={() => add(u.kind)}
                    >
                      <b>{names[u.kind]}</b>
                      <span className="block text-[12.5px] text-soft">
                        {u.minutes} min, {needs[u.needs]}
                        {u.metal ? ", metal" : ""}
                        {u.wet ? ", wet" : ""}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
        {otherwise.length > 0 && <span className="text-[13px] text-soft">in the night:</span>}
        {otherwise.map((t) => (
          <span key={t.id} className="flex items-center gap-1 text-[13px]">
            {clock(t.hour)}
            {chip(t, {}, `inline-flex min-h-11 sm:min-h-8 ${shape}`)}
          </span>
        ))}
      </div>
    </div>
  );
}
