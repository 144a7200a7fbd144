import type { ItemReading, KitItem, Schema } from "../api/client";
import { Button } from "../parts/Button";
import { Prose } from "../parts/Prose";
import { useWrite } from "../units/units";
import { sources } from "../units/words";

type ClaimKind = Schema["ClaimKind"];

/** What the numbers amount to, largest first, with how they were read. */
export function Meaning(props: {
  item: KitItem;
  reading: ItemReading | undefined;
  onAnswer: (kind: ClaimKind) => void;
}) {
  const { item, reading } = props;
  const w = useWrite();
  const promise = reading?.promise;
  return (
    <section>
      <h2 className="text-xl leading-tight">{item.name}</h2>
      {reading && (
        <>
          <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
            <span className="font-bold font-display text-4xl">
              {item.kind === "vapourBarrier"
                ? "Vapour barrier"
                : reading.insulation === null
                  ? "Not known"
                  : w.insulation(reading.insulation)}
            </span>
            <span className="text-soft">{sources[item.source]}</span>
          </p>
          {promise && (
            <dl className="mt-2 grid grid-cols-3 gap-2">
              {(["comfort", "limit", "extreme"] as const).map((k) => (
                <div key={k} className="border-ink border-t pt-0.5">
                  <dt className="text-[13px] text-soft">{k}</dt>
                  <dd className="font-semibold text-lg">
                    {promise[k] === null ? "–" : w.temp(promise[k] as number)}
                  </dd>
                </div>
              ))}
            </dl>
          )}
          {reading.unsettled && (
            <div className="mt-2 rounded-lg border-2 border-ember bg-ember-wash p-2.5">
              <p>
                The label prints one number and does not say which. As comfort the bag holds to{" "}
                {bagOf(reading.unsettled.ifComfort, w.temp)}; as limit only to{" "}
                {bagOf(reading.unsettled.ifLimit, w.temp)}.
              </p>
              <div className="mt-1.5 flex gap-2">
                <Button onClick={() => props.onAnswer("comfort")}>It is comfort</Button>
                <Button onClick={() => props.onAnswer("limit")}>It is limit</Button>
              </div>
            </div>
          )}
          <ul className="mt-2 space-y-0.5 text-[14px] text-soft">
            {reading.reasons.map((r) => (
              <li key={r}>
                <Prose of={r} />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const bagOf = (promise: Schema["LabelTriplet"] | null, temp: (c: number) => string) =>
  promise?.comfort == null ? "nothing in range" : `${temp(promise.comfort)} comfort`;
