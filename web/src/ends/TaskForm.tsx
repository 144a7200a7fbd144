import type { DayAnswer, DayTask, Schema } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Check, Choice, NumberField, TextField } from "../parts/Field";
import { useWorkspace } from "../state/workspace";
import { plain } from "../units/units";
import { tasks as names, needs } from "../units/words";

/** One task: only what differs from its kind needs to be said. */
export function TaskForm(props: {
  task: DayTask;
  usual: Schema["UsualTask"] | undefined;
  answer: DayAnswer;
  onChange: (part: Partial<DayTask>, merge?: string) => void;
  onTwo: (minutes: number) => void;
  onRemove: () => void;
}) {
  const { task, usual, onChange } = props;
  const items = useWorkspace((s) => s.items);
  const gloves = props.answer.wearable.filter((p) => p.main === "hands");
  const minutes = task.minutes ?? usual?.minutes ?? 5;
  const is = (field: "metal" | "wet" | "inLee") => task[field] ?? usual?.[field] ?? false;
  const on = task.on ?? null;
  return (
    <div className="space-y-2.5">
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="What is done"
          value={task.kind}
          options={names}
          onChange={(kind) => onChange({ kind })}
        />
        <label className="block">
          <span className="mb-0.5 block text-[13px] text-soft">At</span>
          <input
            type="time"
            step={300}
            className="min-h-11 w-full rounded-md border border-edge/60 bg-card px-2 sm:min-h-9"
            value={clock(task.hour)}
            onChange={(e) => {
              const [h, m] = e.target.value.split(":").map(Number);
              if (h === undefined || m === undefined || Number.isNaN(h)) return;
              // Before the day begins is the night after it.
              const begins = props.answer.blocks[0]?.fromHour ?? 5;
              const hour = h + m / 60;
              onChange({ hour: hour < begins - 1e-6 ? hour + 24 : hour });
            }}
          />
        </label>
      </div>
      {task.kind === "own" && (
        <TextField label="What it is called" value={task.name} onChange={(name) => onChange({ name })} />
      )}
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="Takes"
          unit={plain("min")}
          optional
          placeholder={`${usual?.minutes ?? 5}, as usual`}
          value={task.minutes}
          onChange={(v) => onChange({ minutes: v })}
        />
        <Choice
          label="Needs"
          value={task.needs ?? ""}
          options={
            {
              "": `${needs[usual?.needs ?? "fine"]}, as usual`,
              coarse: needs.coarse,
              fine: needs.fine,
              bare: needs.bare,
              none: needs.none,
            } as Record<string, string>
          }
          onChange={(v) => onChange({ needs: (v || null) as Schema["Dexterity"] | null })}
        />
      </div>
      <div className="grid grid-cols-3 gap-x-2">
        <Check label="Metal" value={is("metal")} onChange={(metal) => onChange({ metal })} />
        <Check label="Wet" value={is("wet")} onChange={(wet) => onChange({ wet })} />
        <Check label="In the lee" value={is("inLee")} onChange={(inLee) => onChange({ inLee })} />
      </div>
      <fieldset>
        <legend className="text-[13px] text-soft">What stays on</legend>
        <Check
          label="Ermine chooses: as much as the work allows"
          value={on === null}
          onChange={(auto) => onChange({ on: auto ? null : [] }, "on")}
        />
        {on !== null &&
          gloves.map((g) => (
            <Check
              key={g.itemId}
              label={items[g.itemId]?.name ?? "?"}
              value={on.includes(g.itemId)}
              onChange={(put) =>
                onChange({ on: put ? [...on, g.itemId] : on.filter((i) => i !== g.itemId) }, "on")
              }
            />
          ))}
        {on !== null && on.length === 0 && <p className="text-[13px] text-ember">Bare hands.</p>}
      </fieldset>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => props.onTwo(minutes)}>Cut in two</Button>
        <Button look="quiet" onClick={props.onRemove}>
          Take out
        </Button>
      </div>
    </div>
  );
}
