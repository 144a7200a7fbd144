import { api, type Trip } from "../api/client";
import { useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";

const states: Record<string, string> = {
  resting: "Standing",
  low: "Light work",
  moderate: "Walking",
  high: "Hard work",
  veryHigh: "Very hard work",
};

/** What I wear when: the lightest of one's own that is right, by work and air. Goes along on the card. */
export function WearTable({
  trip,
  index,
  who,
  open,
}: {
  trip: Trip;
  index: number;
  who: number;
  open: boolean;
}) {
  const asked = useAsked("day-table", api.dayTable, trip, index, who, null, open);
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const rows = asked.data ?? [];
  const airs = rows[0]?.cells.map((c) => c.airC) ?? [];
  if (rows.length === 0) return <p className="text-soft">…</p>;
  const name = (id: string) => items[id]?.name ?? "?";
  /** Pieces that are in every filled cell need saying once. */
  const filled = rows.flatMap((r) => r.cells).filter((c) => c.itemIds !== null);
  const always = (filled[0]?.itemIds ?? []).filter((id) => filled.every((c) => c.itemIds?.includes(id)));
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-[12.5px] leading-snug">
        <thead>
          <tr>
            <th className="sticky left-0 bg-paper pr-2 text-left font-semibold">Air</th>
            {rows.map((r) => (
              <th key={r.effort} className="min-w-[150px] px-1.5 text-left font-semibold">
                {states[r.effort]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {airs.map((air, i) => (
            <tr key={air} className="border-line border-t align-top">
              <th className="sticky left-0 bg-paper py-1 pr-2 text-left font-semibold text-ice">
                {w.temp(air)}
              </th>
              {rows.map((r) => {
                const cell = r.cells[i];
                const own = cell?.itemIds?.filter((id) => !always.includes(id));
                return (
                  <td key={r.effort} className="px-1.5 py-1">
                    {own ? (
                      own.map(name).join(", ") || "as always"
                    ) : (
                      <span className={cell?.tooCold ? "text-ember" : "text-soft"}>
                        {cell?.tooCold ? "nothing you carry is enough" : "even the least is too warm"}
                      </span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {always.length > 0 && (
        <p className="mt-1 text-[12.5px] text-soft">
          Always: {always.map(name).join(", ")}. An hour of each state, closed, in this day's wind.
        </p>
      )}
    </div>
  );
}
