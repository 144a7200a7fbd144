import { putOn } from "../day/day";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { useWrite } from "../units/units";
import { activities } from "../units/words";
import type { AsideProps } from "./Aside";

/** What to cover when, when the cover is turned, and what the eyes need. */
export function FaceAside({ answer, ends, edit, nameOf }: AsideProps) {
  const w = useWrite();
  const face = ends.face;
  if (!face) return <p className="text-soft">Once the day has air, the face stands here.</p>;
  const list = (ids: readonly string[]) => ids.map(nameOf).join(" + ");
  const blockName = (id: string) => {
    const b = answer.blocks.find((o) => o.id === id);
    return b ? `${clock(b.fromHour)} ${b.name || activities[b.activity]}` : "";
  };
  const up = face.spans.filter((s) => s.why === "coverUp");
  /** Put on for as long as bare skin has to be covered. */
  const coverUp = (itemId: string) =>
    edit.change((day) => ({
      ...day,
      worn: up.reduce(
        (bars, s) =>
          putOn(bars, {
            itemId,
            fromHour: s.fromHour,
            toHour: s.toHour,
            atHand: false,
            opening: "closed",
            pinned: true,
          }),
        [...(day.worn ?? [])],
      ),
    }));
  /** Bare in a block while it would freeze within half an hour. */
  const bareIn = (id: string) => {
    const b = answer.blocks.find((o) => o.id === id);
    return face.spans.some(
      (s) => s.why === "bare" && b !== undefined && s.fromHour < b.toHour && s.toHour > b.fromHour,
    );
  };
  const fog = face.spans.filter((s) => s.why === "fog");
  const glare = face.spans.filter((s) => s.why === "glare" || s.why === "windInEyes");
  return (
    <>
      <section>
        <h2 className="text-lg">Wind on the face</h2>
        <ul>
          {face.blocks.map((b) => {
            const bare = bareIn(b.blockId);
            return (
              <li key={b.blockId} className="border-line border-t py-1 leading-tight">
                <span className="flex justify-between gap-2">
                  <b>{blockName(b.blockId)}</b>
                  <b className={bare ? "text-ember" : ""}>
                    {b.bareMinutes === null
                      ? "not likely"
                      : b.bareMinutes > 30
                        ? "over 30 min"
                        : b.bareMinutes < 2
                          ? "under 2 min"
                          : `${Math.round(b.bareMinutes)} min`}
                  </b>
                </span>
                <span className="text-[13px] text-soft">
                  {w.wind(b.faceWindMs)}
                  {b.ownSpeedMs > 0 && `, ${w.wind(b.ownSpeedMs)} of it one's own speed`} · feels like{" "}
                  {w.temp(b.chill)} ·{" "}
                  {b.coveredBy.length ? (
                    `${list(b.coveredBy)} over mouth and nose`
                  ) : (
                    <span className={bare ? "font-semibold text-ember" : ""}>
                      {bare ? "face bare" : "bare where it may be"}
                    </span>
                  )}
                  {!b.ears && ", ears bare"}
                </span>
              </li>
            );
          })}
        </ul>
        <p className="text-[13px] text-soft">Minutes until bare skin freezes, with one's own speed.</p>
      </section>
      <section>
        <h2 className="text-lg">Turn it before it is a plate of ice</h2>
        {face.cover === null ? (
          <p className="text-[14px]">
            Nothing that covers mouth and nose comes along. A neck tube is the lightest that serves.
          </p>
        ) : face.turns.length === 0 ? (
          <p className="text-[14px]">
            {nameOf(face.cover)} does not ice through on this day as long as it is up only where it has to be.
          </p>
        ) : (
          <ol>
            {face.turns.map((t) => (
              <li key={t.hour} className="border-line border-t py-1 text-[14px] leading-tight">
                <b>{clock(t.hour)}</b>{" "}
                {t.change ? (
                  face.spares.length ? (
                    <>
                      change {nameOf(face.cover as string)} for {nameOf(face.spares[0] as string)}: the other
                      side ices again within 20 min
                    </>
                  ) : (
                    <span className="text-ember">
                      iced on both sides, and no dry one comes along: hood forward, breathe downwards
                    </span>
                  )
                ) : (
                  <>turn {nameOf(face.cover as string)} to its dry side; the iced one dries at the neck</>
                )}
              </li>
            ))}
          </ol>
        )}
        {face.cover !== null && !face.coverWorn && up.length > 0 && (
          <Button className="mt-1" onClick={() => coverUp(face.cover as string)}>
            Wear {nameOf(face.cover)} then
          </Button>
        )}
        <p className="text-[13px] text-soft">
          Where bare skin is in no danger let it down: it dries on the neck.
        </p>
      </section>
      <section>
        <h2 className="text-lg">A mask</h2>
        <p className="text-[14px]">
          {face.mask
            ? face.maskAlong
              ? `${nameOf(face.maskAlong)} is worth its carrying: what a tube leaves bare freezes within ten minutes.`
              : "Would be worth its carrying: what a tube leaves bare freezes within ten minutes. None comes along."
            : face.maskAlong
              ? `${nameOf(face.maskAlong)} can stay at home by this day: a tube serves.`
              : "Not needed on this day: a tube serves."}
        </p>
      </section>
      <section>
        <h2 className="text-lg">Eyes</h2>
        <p className="text-[14px]">
          {glare.length === 0
            ? "Neither sun nor strong wind is forecast; snow is bright under thin cloud all the same. "
            : glare
                .map(
                  (s) =>
                    `${clock(s.fromHour)}–${clock(s.toHour)} ${s.why === "glare" ? "sun on snow" : `wind over ${w.wind(8)}`}`,
                )
                .join("; ")
                .concat(". ")}
          {face.eyes.length ? (
            `${list(face.eyes)} along.`
          ) : (
            <span className={glare.length ? "font-semibold text-ember" : ""}>
              Nothing for the eyes comes along.
            </span>
          )}
        </p>
        {fog.length > 0 && (
          <p className="text-[14px]">
            Goggles fog at {fog.map((s) => `${clock(s.fromHour)}–${clock(s.toHour)}`).join(", ")}: breath from
            under the cover, or sweat. Keep the tube under their rim, air them at every stop, never push them
            up on a wet hat.
          </p>
        )}
      </section>
    </>
  );
}
