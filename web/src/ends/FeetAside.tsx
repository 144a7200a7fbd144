import type { Bar, Schema } from "../api/client";
import { putOn } from "../day/day";
import { Button } from "../parts/Button";
import { useWrite, write } from "../units/units";
import type { AsideProps } from "./Aside";

/** What else goes into the boot and what it would do, what goes on it, and how feet go to bed. */
export function FeetAside({ answer, ends, edit, nameOf }: AsideProps) {
  const w = useWrite();
  const now = ends.feet?.stack;
  const list = (ids: readonly string[]) => ids.map(nameOf).join(" + ");
  const lowest = now?.lowest ?? 0;
  const wear = (s: Schema["FootStack"]) =>
    edit.change((day) => {
      const before = day.worn ?? [];
      const spans = (id: string | null | undefined) => before.filter((b) => b.itemId === id && !b.atHand);
      // What is put on is worn as long as what it stands for, or as long as the boot.
      const like = spans(s.less[0]).length ? spans(s.less[0]) : spans(now?.boot);
      const times = like.length
        ? like.map((b) => [b.fromHour, b.toHour] as const)
        : [[answer.blocks[0]?.fromHour ?? 0, answer.blocks.at(-1)?.toHour ?? 24] as const];
      const kept = before.filter((b) => !s.less.includes(b.itemId));
      return {
        ...day,
        worn: s.more.reduce<Bar[]>(
          (bars, itemId) =>
            times.reduce(
              (all, [fromHour, toHour]) =>
                putOn(all, { itemId, fromHour, toHour, atHand: false, opening: "closed", pinned: true }),
              bars,
            ),
          kept,
        ),
      };
    });
  const says = (s: Schema["FootStack"]) => {
    const by = s.lowest - lowest;
    return Math.abs(by) < 0.25 ? "no difference" : `toes ${w.signed(by)}`;
  };
  const row = (c: Schema["FootChoice"]) => {
    const s = c.stack;
    const worse = s.lowest < lowest - 0.25;
    return (
      <li key={s.things.join()} className="flex items-start gap-2 border-line border-t py-1.5 leading-tight">
        <span className="grow">
          <b>
            {s.more.length > 0 && `${s.less.length ? "" : "+ "}${list(s.more)}`}
            {s.less.length > 0 && s.more.length > 0 && (
              <span className="font-normal"> for {list(s.less)}</span>
            )}
            {s.less.length > 0 && s.more.length === 0 && `without ${list(s.less)}`}
          </b>{" "}
          <b className={worse ? "text-ember" : ""}>{says(s)}</b>
          <span className="block text-[13px] text-soft">
            {s.overMm > 0 ? `${write(s.overMm, 1)} mm too much: squeezed. ` : ""}
            Stands to {s.standsC === null ? "none" : w.temp(s.standsC)}, walks to{" "}
            {s.walksC === null ? "none" : w.temp(s.walksC)}.
          </span>
        </span>
        <Button className="shrink-0" onClick={() => wear(s)}>
          Wear
        </Button>
      </li>
    );
  };
  const more = ends.otherFeet.filter((c) => c.stack.more.length > 0 && c.stack.less.length === 0);
  const swaps = ends.otherFeet
    .filter((c) => c.stack.less.length > 0)
    .sort((a, b) => b.stack.lowest - a.stack.lowest)
    .slice(0, 5);
  return (
    <>
      {now && (
        <section>
          <h2 className="text-lg">In these boots</h2>
          <ul className="text-[14px]">
            {[
              [
                "Standing in this day's coldest air",
                now.standsMinutes === null ? "all day" : `${now.standsMinutes} min`,
              ],
              [
                "Stack in the boot",
                `${write(now.stackMm, 1)} of ${now.roomMm === null ? "?" : write(now.roomMm, 1)} mm`,
              ],
              ["All of it insulates", w.insulation(now.resistance)],
            ].map(([what, is]) => (
              <li key={what} className="flex justify-between gap-3 border-line border-t py-0.5">
                {what} <b className="shrink-0 font-semibold">{is}</b>
              </li>
            ))}
          </ul>
          {now.roomMm === null && (
            <p className="text-[13px] text-soft">
              How much room the boot has is not known: say it in Kit, in mm or as a size up.
            </p>
          )}
        </section>
      )}
      {more.length > 0 && (
        <section>
          <h2 className="text-lg">One more</h2>
          <ul>{more.map(row)}</ul>
        </section>
      )}
      {swaps.length > 0 && (
        <section>
          <h2 className="text-lg">Or otherwise</h2>
          <ul>{swaps.map(row)}</ul>
        </section>
      )}
      {ends.bindings.length > 0 && (
        <section>
          <h2 className="text-lg">On the boot</h2>
          <ul>
            {ends.bindings.map((b) => (
              <li key={b.itemId} className="flex justify-between gap-2 border-line border-t py-1">
                <b>{nameOf(b.itemId)}</b>
                <span className={b.fit === "fits" ? "" : "font-semibold text-ember"}>
                  {b.fit === "fits"
                    ? "fits"
                    : b.fit === "soleTooSoft"
                      ? "sole bends too much"
                      : "boot too thick"}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {ends.toBed && (
        <section>
          <h2 className="text-lg">Into the night</h2>
          <p className="text-[14px]">
            Feet go in at <b>{w.temp(ends.toBed.feet)}</b>
            {ends.toBed.lowestFeet !== null && (
              <>
                , coldest in the night <b>{w.temp(ends.toBed.lowestFeet)}</b>
              </>
            )}
            .{" "}
            {ends.toBed.stayCold && (
              <span className="font-semibold text-ember">
                What goes in cold stays cold: walk, swing the legs or hold them on the belly first; then a hot
                bottle, booties, or a jacket round the feet on Night.
              </span>
            )}
          </p>
          {ends.toBed.dampLiners.length > 0 && (
            <p className="mt-1 text-[14px]">
              {list(ends.toBed.dampLiners)} are damp: out of the boots and into the bag, a dry pair in turn.
            </p>
          )}
        </section>
      )}
    </>
  );
}
