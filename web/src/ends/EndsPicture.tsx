import type { DayAnswer, EndsAnswer } from "../api/client";
import type { Scale } from "../day/scale";
import type { DayEdit } from "../day/useDay";
import { EndCut } from "./EndCut";
import { EndLine } from "./EndLine";
import { FaceCut } from "./FaceCut";
import { FaceLine } from "./FaceLine";
import type { EndsOf } from "./headline";
import { Tasks } from "./Tasks";

/** Hand, foot or face of the day as a picture: its cut at the moment that was chosen, else at its coldest, and its line through the day. */
export function EndsPicture(props: {
  of: EndsOf;
  answer: DayAnswer;
  ends: EndsAnswer | undefined;
  scale: Scale;
  edit: DayEdit;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const { of, ends, scale, edit } = props;
  const narrow = scale.width < 640;
  if (ends && ends.line.length === 0)
    return (
      <div className="rounded-xl bg-warm-wash p-6 text-soft">
        The cut is drawn once the day has air: type a low on Cold, or read a forecast.
      </div>
    );
  if (!ends) return <div className="rounded-xl bg-warm-wash/60" style={{ height: 350 }} />;
  const hand = ends.hands.find((h) => h.taskId !== null && h.taskId === props.selected) ?? ends.hands[0];
  return (
    <div className="space-y-1.5">
      {of === "hands" && (
        <>
          {hand && <EndCut cut={hand.cut} width={scale.width} height={narrow ? 300 : 212} />}
          <EndLine ends={ends} part="hands" scale={scale} height={132} selected={props.selected} />
          <Tasks {...props} edit={edit} />
        </>
      )}
      {of === "feet" && (
        <>
          {ends.feet ? (
            <EndCut
              cut={ends.feet.cut}
              stack={ends.feet.stack}
              width={scale.width}
              height={narrow ? 330 : 296}
            />
          ) : (
            <p className="rounded-xl bg-warm-wash p-6 text-soft">
              Nothing is worn on the feet. Take boots and socks along in Kit, then press Dress me.
            </p>
          )}
          <EndLine ends={ends} part="feet" scale={scale} height={120} />
        </>
      )}
      {of === "face" && (
        <>
          <FaceCut ends={ends} width={scale.width} height={narrow ? 290 : 212} />
          <FaceLine answer={props.answer} ends={ends} scale={scale} />
        </>
      )}
    </div>
  );
}
