import type { Schema } from "../api/client";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { and } from "../units/words";

/** What could be sold, and what could be left at home. */
export function Spare(props: { spare: Schema["SeasonSpare"] | null; waits: boolean; nothing: boolean }) {
  const { spare } = props;
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  if (props.nothing) return null;
  const groups = spare
    ? ([
        ["Could be sold or lent", spare.spare.filter((t) => t.onTrips.length === 0)],
        ["Could be left at home", spare.spare.filter((t) => t.onTrips.length > 0)],
      ] as const)
    : [];
  return (
    <section className="mt-6" aria-label="What could go">
      <h2 className="text-xl">What could go</h2>
      {!spare || props.waits ? (
        <p className="text-[14px] text-soft" role="status">
          Drawing every line of the season…
        </p>
      ) : !spare.proof.proven ? (
        <p className="text-[14px]">
          The lines were not done in time, so nothing is said to be spare. Leave more at home in “for one of
          you”, or take one winter.
        </p>
      ) : spare.spare.length === 0 ? (
        <p className="text-[14px]">Everything you own for the night is in some bed of a line.</p>
      ) : (
        <>
          <p className="text-[14px] text-soft">
            In none of {spare.beds} beds on the lines of your nights, and five degrees beyond. Clothes, worn
            by day, are not judged here, nor what others would need.
          </p>
          {groups.map(
            ([title, things]) =>
              things.length > 0 && (
                <div key={title} className="mt-2">
                  <h3 className="font-semibold">{title}</h3>
                  <ul className="divide-y divide-line">
                    {things.map((t) => (
                      <li key={t.itemId} className="flex items-baseline justify-between gap-3 py-1">
                        <span className="min-w-0">
                          {items[t.itemId]?.name ?? "a thing that is gone"}
                          {t.onTrips.length > 0 && (
                            <span className="block text-[13px] text-soft">goes on {and(t.onTrips)}</span>
                          )}
                        </span>
                        <span className="shrink-0 text-soft">{w.mass(t.massG)}</span>
                      </li>
                    ))}
                  </ul>
                </div>
              ),
          )}
        </>
      )}
    </section>
  );
}
