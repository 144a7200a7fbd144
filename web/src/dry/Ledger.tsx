import { Popover } from "radix-ui";
import { useState } from "react";
import type { DryAnswer, Schema, Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Check, Choice } from "../parts/Field";
import type { DryPlan, ItemRole, Outfit } from "../state/outfit";
import { dayName, useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { keeps, places, purposes, roles, wetnesses, works } from "../units/words";
import { DayOfDrop } from "./DayOfDrop";
import { Drop } from "./Drop";

/** Items by days: each cell a drop that fills, from the evening before bed. Roles, kinds of day and mishaps are set on it. */
export function Ledger(props: {
  trip: Trip;
  member: Outfit;
  who: number;
  answer: DryAnswer;
  change: (part: Partial<DryPlan>) => void;
}) {
  const { trip, member, answer, change } = props;
  const items = useWorkspace((s) => s.items);
  const go = useGo();
  const dry = member.dry;
  const dayOf = (nightId: string): Schema["DayPlan"] =>
    dry.days.find((d) => d.nightId === nightId) ?? { nightId, work: "easy", soaked: [] };
  const setDay = (nightId: string, part: Partial<Schema["DayPlan"]>) =>
    change({ days: [...dry.days.filter((d) => d.nightId !== nightId), { ...dayOf(nightId), ...part }] });
  const gapAt = (purpose: Schema["Purpose"], night: number) =>
    answer.gaps.some((g) => g.slot.purpose === purpose && g.night === night);

  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="align-bottom text-[13px]">
            <th className="sticky left-0 z-10 min-w-40 bg-paper text-left font-normal text-soft">
              The day before
            </th>
            {trip.nights.map((n, i) => (
              <th key={n.id} scope="col" className="min-w-16 px-0.5 pb-1 font-normal">
                <span className="block whitespace-nowrap font-semibold">{dayName(n.date)}</span>
                {dayOf(n.id).blocks?.length ? (
                  <button
                    type="button"
                    className="min-h-11 w-full min-w-16 text-[12.5px] font-normal underline sm:min-h-8"
                    onClick={() => go.station("day", i)}
                  >
                    {works[dayOf(n.id).work]}
                  </button>
                ) : (
                  <select
                    aria-label={`The day before night ${i + 1}`}
                    className="min-h-11 w-full min-w-16 rounded-md border border-edge/50 bg-card px-0.5 text-[12.5px] sm:min-h-8"
                    value={dayOf(n.id).work}
                    onChange={(e) => setDay(n.id, { work: e.target.value as Schema["DayWork"] })}
                  >
                    {Object.entries(works).map(([k, name]) => (
                      <option key={k} value={k}>
                        {name}
                      </option>
                    ))}
                  </select>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.rows.map((row, r) => {
            const item = items[row.itemId];
            if (!item) return null;
            const begins = answer.rows[r - 1]?.purpose !== row.purpose;
            return (
              <tr key={row.itemId} className={begins ? "border-ink border-t" : "border-line border-t"}>
                <th
                  scope="row"
                  className="sticky left-0 z-10 max-w-56 bg-paper py-0 pr-2 text-left font-normal leading-tight"
                >
                  <RoleMenu
                    trip={trip}
                    name={item.name}
                    row={row}
                    dry={dry}
                    hint={begins ? purposes[row.purpose] : ""}
                    change={change}
                  />
                </th>
                {row.cells.map((cell, i) => (
                  <td
                    key={trip.nights[i]?.id ?? i}
                    className={`p-0 text-center ${begins && gapAt(row.purpose, i) ? "bg-ember-wash" : ""}`}
                  >
                    <CellMenu
                      trip={trip}
                      who={props.who}
                      cell={cell}
                      row={row}
                      name={item.name}
                      night={i}
                      soaked={dayOf(trip.nights[i]?.id ?? "").soaked.includes(row.itemId)}
                      onSoak={(on) => {
                        const id = trip.nights[i]?.id;
                        if (!id) return;
                        const rest = dayOf(id).soaked.filter((s) => s !== row.itemId);
                        setDay(id, { soaked: on ? [...rest, row.itemId] : rest });
                      }}
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function RoleMenu(props: {
  trip: Trip;
  name: string;
  row: Schema["DryRow"];
  dry: DryPlan;
  hint: string;
  change: (part: Partial<DryPlan>) => void;
}) {
  const { row, dry, change } = props;
  const mine = dry.roles.find((r) => r.itemId === row.itemId);
  const others = dry.roles.filter((r) => r.itemId !== row.itemId);
  const put = (part: Partial<ItemRole>) =>
    change({
      roles: [
        ...others,
        {
          nightId: null,
          keep: null,
          days: null,
          role: row.role,
          ...mine,
          // Another role or another day: the days that were named before no longer hold.
          ...(part.role || part.nightId !== undefined ? { days: null } : {}),
          ...part,
          itemId: row.itemId,
        },
      ],
    });
  return (
    <Popover.Root>
      <Popover.Trigger className="flex min-h-11 w-full items-center gap-2 text-left hover:underline sm:min-h-7">
        <span className="min-w-0 grow truncate font-semibold text-[13.500px]">{props.name}</span>
        <span className="shrink-0 text-[12px] text-soft">{roles[row.role]}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 w-64 space-y-2 rounded-xl border border-line bg-card p-3 shadow-lg"
          align="start"
          collisionPadding={10}
        >
          <h3 className="text-lg leading-tight">{props.name}</h3>
          <Choice
            label="Kept for"
            value={row.role}
            options={roles}
            onChange={(role) =>
              put({
                role,
                nightId:
                  role === "oneDayOnly" ? (mine?.nightId ?? props.trip.nights.at(-1)?.id ?? null) : null,
              })
            }
          />
          {row.role === "oneDayOnly" && (
            <Choice
              label="For the day that ends in"
              value={mine?.nightId ?? ""}
              options={Object.fromEntries(
                props.trip.nights.map((n, i) => [n.id, n.camp || `night ${i + 1}`]),
              )}
              onChange={(nightId) => put({ nightId })}
            />
          )}
          <Choice
            label="Its place when it is not worn"
            value={mine?.keep ?? ""}
            options={keeps}
            onChange={(keep) => put({ keep: keep === "" ? null : keep })}
          />
          {mine && (
            <Button className="w-full" onClick={() => change({ roles: others })}>
              As its use says
            </Button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function CellMenu(props: {
  trip: Trip;
  who: number;
  cell: Schema["DryCell"];
  row: Schema["DryRow"];
  name: string;
  night: number;
  soaked: boolean;
  onSoak: (on: boolean) => void;
}) {
  const { cell, row } = props;
  const [open, setOpen] = useState(false);
  const w = useWrite();
  const says = `${props.name}, evening ${props.night + 1}: ${wetnesses[cell.wetness]}, ${w.mass(Math.round(cell.waterG))}, ${places[cell.place]}${cell.aired ? ", aired" : ""}`;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={says}
        title={says}
        className="relative grid min-h-11 w-full place-items-center hover:bg-ice-wash sm:min-h-7"
      >
        <Drop wetness={cell.wetness} share={row.capacityG > 0 ? cell.waterG / row.capacityG : 0} />
        {(cell.place === "worn" || cell.place === "onBody" || cell.place === "inBed") && (
          <span className="absolute bottom-0.5 left-1/2 h-0.5 w-5 -translate-x-1/2 bg-ink" />
        )}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 w-66 space-y-1 rounded-xl border border-line bg-card p-3 shadow-lg"
          collisionPadding={10}
        >
          <h3 className="text-lg leading-tight">{props.name}</h3>
          <p>
            {wetnesses[cell.wetness]}: {w.mass(Math.round(cell.waterG))} of at most{" "}
            {w.mass(Math.round(row.capacityG))}
          </p>
          <p className="text-soft">
            {places[cell.place]}
            {cell.aired && ", aired that day"}
          </p>
          {open && <DayOfDrop trip={props.trip} night={props.night} who={props.who} itemId={row.itemId} />}
          <Check label="Soaked that day" value={props.soaked} onChange={props.onSoak} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
