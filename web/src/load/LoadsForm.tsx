import type { LoadAnswer, LoadPlan, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField, TextField } from "../parts/Field";
import { Sheet } from "../parts/Sheet";
import { useWorkspace } from "../state/workspace";
import { plain } from "../units/units";
import { loadKinds } from "../units/words";
import type { LoadEdit } from "./useLoad";
import { cap } from "./words";

const kindsToMake = ["pack", "sledge", "duffel", "depot"] as const;

/** Packs, sledges, duffels and depots: what they are called, hold, and who carries them. */
export function LoadsForm(props: {
  open: boolean;
  onClose: () => void;
  trip: Trip;
  plan: LoadPlan;
  answer: LoadAnswer;
  edit: LoadEdit;
}) {
  const { trip, answer, edit } = props;
  const items = useWorkspace((s) => s.items);
  const sleepers = useWorkspace((s) => s.sleepers);
  const people = Object.fromEntries(
    trip.members.map((m) => [m.sleeperId, sleepers[m.sleeperId]?.name ?? "someone"]),
  ) as Record<string, string>;
  const camps = Object.fromEntries(
    trip.nights.map((n, i) => [n.id, `${n.camp || "camp"}, night ${i + 1}`]),
  ) as Record<string, string>;
  const change = (id: string, part: Partial<Schema["Load"]>) =>
    edit.plan(
      (p) => ({ ...p, loads: p.loads.map((l) => (l.id === id ? { ...l, ...part } : l)) }),
      `load/${id}/${Object.keys(part)}`,
    );
  const add = (kind: (typeof kindsToMake)[number]) =>
    edit.plan((p) => ({
      ...p,
      loads: [
        ...p.loads,
        {
          id: crypto.randomUUID(),
          name:
            kind === "depot"
              ? `Depot ${p.loads.filter((l) => l.kind === "depot").length + 1}`
              : cap(loadKinds[kind]),
          kind,
          sleeperId: kind === "depot" ? null : (trip.members[0]?.sleeperId ?? null),
          nightId: kind === "depot" ? (trip.nights[0]?.id ?? null) : null,
          volumeL: null,
          itemId: null,
        },
      ],
    }));
  const remove = (id: string) =>
    edit.plan((p) => ({
      ...p,
      loads: p.loads.filter((l) => l.id !== id),
      phases: p.phases.map((f) => ({ ...f, leaves: f.leaves?.filter((l) => l !== id) ?? null })),
      lots: p.lots.map((l) => (l.stays.some((s) => s.loadId === id) ? { ...l, stays: [] } : l)),
    }));
  return (
    <Sheet
      open={props.open}
      onClose={props.onClose}
      wide
      title="Loads"
      intro="What things are carried in, and where they are left."
    >
      <ul className="space-y-3">
        {answer.loads
          .filter(({ load }) => load.kind !== "person")
          .map(({ load, holdsL }) => {
            const things = Object.fromEntries([
              ["", "not in the kit"],
              ...answer.things
                .filter((t) => holds(items[t.itemId]?.type ?? ""))
                .map((t) => [t.itemId, t.name]),
            ]) as Record<string, string>;
            return (
              <li
                key={load.id}
                className="grid grid-cols-2 items-end gap-2 border-line border-t pt-2 sm:grid-cols-[1.3fr_1.3fr_.6fr_1.3fr_auto]"
              >
                <TextField
                  label={cap(loadKinds[load.kind])}
                  value={load.name}
                  onChange={(name) => change(load.id, { name })}
                />
                {load.kind === "depot" ? (
                  <Choice
                    label="Lies at"
                    value={load.nightId ?? ""}
                    options={camps}
                    onChange={(nightId) => change(load.id, { nightId })}
                  />
                ) : (
                  <Choice
                    label="Carried by"
                    value={load.sleeperId ?? ""}
                    options={people}
                    onChange={(sleeperId) => change(load.id, { sleeperId })}
                  />
                )}
                {load.kind === "depot" ? (
                  <span className="hidden sm:col-span-2 sm:block" />
                ) : (
                  <>
                    <NumberField
                      label="Holds"
                      unit={plain("l")}
                      places={0}
                      optional
                      placeholder={holdsL === null ? "" : `${Math.round(holdsL)}`}
                      value={load.volumeL}
                      onChange={(volumeL) => change(load.id, { volumeL })}
                    />
                    <Choice
                      label="It is"
                      value={load.itemId ?? ""}
                      options={things}
                      onChange={(id) => change(load.id, { itemId: id || null })}
                    />
                  </>
                )}
                <Button look="quiet" aria-label={`Take ${load.name} out`} onClick={() => remove(load.id)}>
                  Take out
                </Button>
              </li>
            );
          })}
      </ul>
      <div className="mt-4 flex flex-wrap gap-2">
        {kindsToMake.map((kind) => (
          <Button key={kind} onClick={() => add(kind)}>
            + {loadKinds[kind]}
          </Button>
        ))}
        <Button
          look="quiet"
          onClick={() => edit.plan((p) => ({ ...p, lots: p.lots.map((l) => ({ ...l, stays: [] })) }))}
        >
          Let Ermine place everything
        </Button>
      </div>
    </Sheet>
  );
}

const holds = (type: string) => /pack|sledge|duffel/i.test(type);
