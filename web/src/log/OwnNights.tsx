import { useLearned } from "../state/log";
import { counted } from "../units/chance";
import { useWrite } from "../units/units";
import { warmerThan } from "./words";

/** What own nights say in place of what was stated; nothing where none do. */
export function OwnNights({ sleeperId }: { sleeperId: string }) {
  const learned = useLearned();
  const w = useWrite();
  const body = learned.data?.learned.sleepers.find((s) => s.sleeperId === sleeperId)?.body;
  if (!body || body.offset.count === 0) return null;
  return (
    <p className="rounded-lg bg-ice-wash px-2.5 py-1.5 text-[14px]">
      <b>
        {counted(body.offset.count, "night speaks", "nights speak")} instead:{" "}
        {warmerThan(body.offset.mean, w)}, ±{w.degrees(body.offset.sd, 1)}.
      </b>{" "}
      What is stated is only where it began.
      {(body.hands || body.feet) && " Of hands and feet likewise."}
    </p>
  );
}
