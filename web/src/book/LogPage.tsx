import type { LogEntry, Night, Schema } from "../api/client";
import { Asked, One } from "../log/Choose";
import { LowStepper } from "../log/LowStepper";
import { Where } from "../log/NightForm";
import { SleptButtons } from "../log/SleptButtons";
import { Damp } from "../log/WithThings";
import { felts } from "../log/words";
import { newEntry, withNight } from "../state/log";
import type { BookData } from "./data";
import { useKept } from "./kept";

/** A night logged in the morning, with the plan as the book has it; it stays on the phone until it is taken home. */
export function LogPage(props: { book: BookData; index: number; who: number; night: Night }) {
  const { book, index, who, night } = props;
  const { log, set } = useKept();
  const sleeperId = book.trip.members[who]?.sleeperId ?? "";
  const entry = log.find((e) => e.nightId === night.id && e.sleeperId === sleeperId);
  const kept = book.nights[who]?.[index]?.kept;
  const change = (of: (e: LogEntry) => LogEntry) => {
    const next = of(entry ?? newEntry(book.trip, night, sleeperId, kept));
    set({ log: [...log.filter((e) => e.id !== next.id), next] });
  };
  const slept = entry?.night ?? null;
  const part = (p: Partial<Schema["LivedNight"]>) => change((e) => withNight(e, p));
  return (
    <>
      <Asked title="How was it slept?">
        <SleptButtons value={slept?.slept} onChange={(s) => part({ slept: s })} />
      </Asked>
      {!slept ? (
        <p className="mt-3 text-soft">
          One press and it is logged, on this phone. The rest is worth more than it costs.
        </p>
      ) : (
        <>
          <Asked title="How cold was it?">
            <div className="grid gap-3">
              <LowStepper
                label="Lowest outside"
                path="night.outsideC"
                from={kept?.night.campLowC ?? kept?.night.planForC ?? -15}
                value={slept.outsideC}
                onChange={(outsideC) => part({ outsideC })}
              />
              <LowStepper
                label="Lowest at the pillow"
                path="night.pillowC"
                from={(kept?.night.campLowC ?? -15) + (kept?.night.tentAddsK ?? 3)}
                value={slept.pillowC}
                onChange={(pillowC) => part({ pillowC })}
              />
            </div>
          </Asked>
          <Where night={slept} onChange={(where) => part({ where })} />
          <Asked title="And the feet?">
            <One of={felts} value={slept.feet ?? null} onChange={(feet) => part({ feet })} />
          </Asked>
          <Damp trip={book.trip} who={who} index={index} night={slept} onChange={(damp) => part({ damp })} />
          <Asked title="Anything to remember">
            <textarea
              aria-label="Anything to remember"
              rows={3}
              maxLength={1000}
              className="w-full rounded-xl border border-edge/60 bg-card p-3"
              value={entry?.notes ?? ""}
              onChange={(e) => change((x) => ({ ...x, notes: e.target.value }))}
            />
          </Asked>
          <button
            type="button"
            className="mt-4 min-h-13 rounded-xl border border-edge/60 px-4"
            onClick={() => set({ log: log.filter((e) => e.id !== entry?.id) })}
          >
            Take this night out of the log
          </button>
        </>
      )}
    </>
  );
}
