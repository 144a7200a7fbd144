import type { Learned, LogEntry, Schema } from "../api/client";
import { TenDots } from "../parts/TenDots";
import { VerdictMark } from "../parts/VerdictMark";
import type { Kept } from "../state/log";
import { editOne } from "../state/workspace";
import { inTen } from "../units/chance";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";
import { Hill } from "./Hill";
import { notTold, toldSays, warmerThan } from "./words";

/** What the plan said of the night. */
export function Promised({ planned }: { planned: Schema["PlannedNight"] | null }) {
  const w = useWrite();
  if (!planned) return null;
  const holds = planned.holdsToC === null ? null : planned.holdsToC - planned.offsetK;
  return (
    <section className="mt-4 max-lg:order-last">
      <h2 className="text-lg">What was promised</h2>
      <p className="mt-1 flex items-center gap-3">
        <VerdictMark verdict={planned.verdict} size={30} />
        <span className="leading-tight">
          <b>
            {planned.verdict ? verdicts[planned.verdict] : "no verdict"}
            {planned.planForC !== null && ` at ${w.temp(planned.planForC)}`}
          </b>
          <span className="block text-[14px] text-soft">
            {holds !== null && `holding to ${w.temp(holds)}`}
            {planned.campLowC !== null && `, ${w.temp(planned.campLowC)} forecast for the camp`}
          </span>
        </span>
      </p>
      {planned.chance !== null && (
        <p className="mt-2 flex items-center gap-3">
          <TenDots chance={planned.chance} /> slept through {inTen(planned.chance)}
        </p>
      )}
    </section>
  );
}

/** What this night says of its sleeper, at once. */
export function Tells({ entry, learned }: { entry: LogEntry; learned: Learned | undefined }) {
  const w = useWrite();
  const mine = learned?.learned.sleepers.find((s) => s.sleeperId === entry.sleeperId);
  const counted = mine?.entries.find((c) => c.entryId === entry.id);
  if (!mine || !counted) return null;
  const place = mine.entries.filter((c) => c.told !== null).indexOf(counted);
  return (
    <section className="mt-4">
      <h2 className="text-lg">What it tells</h2>
      <p className="mb-2">
        {counted.told ? (
          <>
            Slept so, <b>{toldSays(counted.told, w).replace(/^slept /, "")}</b>: it moves what is known by{" "}
            <b>{w.signed(counted.moved?.byK ?? 0)}</b>, to {warmerThan(counted.moved?.meanK ?? 0, w)}, ±
            {w.degrees(counted.moved?.sdK ?? 0, 1)}.
          </>
        ) : counted.why === "leftOut" ? (
          "Left out: nothing is learned from it."
        ) : (
          `${sentence(notTold[counted.why ?? "noLow"])}.`
        )}
      </p>
      <Hill hill={mine.hill} known={mine.body.offset} after={place >= 0 ? place + 1 : null} />
    </section>
  );
}

/** The plan that is kept with it, and whether the trip has moved on since. */
export function PlanOf({
  entry,
  kept,
  w,
}: {
  entry: LogEntry;
  kept: Kept | undefined;
  w: ReturnType<typeof useWrite>;
}) {
  const planned = entry.planned;
  if (!planned)
    return (
      <p className="mt-3 rounded-lg bg-warm-wash px-3 py-2">
        No plan is kept with this night: Ermine could not be asked when it was logged.{" "}
        {kept && (
          <button
            type="button"
            className="min-h-12 font-semibold underline"
            onClick={() =>
              editOne("log", entry.id, (e) => ({ ...e, planned: kept.night, plannedDay: kept.day }))
            }
          >
            Keep the plan as it stands now
          </button>
        )}
      </p>
    );
  return (
    <p className="mt-3 text-[13px] text-soft">
      Kept with it, whatever is planned later: the plan of {planned.takenAt.slice(0, 10)}
      {planned.planForC !== null && `, for ${w.temp(planned.planForC)}`}
      {planned.holdsToC !== null && `, holding to ${w.temp(planned.holdsToC - planned.offsetK)}`}, with{" "}
      {planned.things.map((t) => t.name.toLowerCase()).join(", ")}.
    </p>
  );
}
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
