import type { ReactNode } from "react";
import type { LoadAnswer, LoadMend, Trip } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { useKinds } from "../units/words";
import { wantWords } from "./ThingSheet";
import type { LoadEdit } from "./useLoad";
import { cap, daysInWords, lower, mendInWords, twiceInWords } from "./words";

/** Names of things and loads as they stand. */
export function useNames(answer: LoadAnswer) {
  const items = useWorkspace((s) => s.items);
  const sleepers = useWorkspace((s) => s.sleepers);
  return {
    thing: (id: string) => items[id]?.name ?? "something",
    person: (id: string | null | undefined) => sleepers[id ?? ""]?.name ?? "someone",
    load: (id: string) => {
      const load = answer.loads.find((l) => l.load.id === id)?.load;
      return load?.kind === "person"
        ? (sleepers[load.sleeperId ?? ""]?.name ?? "the body")
        : lower(load?.name ?? "another load");
    },
  };
}

/** One finding with its press. */
export function Finding(props: {
  title: string;
  aside?: string;
  children?: ReactNode;
  mend: LoadMend | null | undefined;
  answer: LoadAnswer;
  edit: LoadEdit;
  calm?: boolean;
}) {
  const names = useNames(props.answer);
  return (
    <li className="border-line border-t py-1.5 leading-snug">
      <p className="flex justify-between gap-2">
        <b className={props.calm ? "" : "text-ember"}>{props.title}</b>
        {props.aside && <span className="shrink-0 text-[13px] text-soft">{props.aside}</span>}
      </p>
      {props.children && <p className="text-[14px] text-soft">{props.children}</p>}
      {props.mend && (
        <Button className="mt-1 print:hidden" onClick={() => props.mend && props.edit.press(props.mend)}>
          {mendInWords(props.mend, names.thing, names.load)}
        </Button>
      )}
    </li>
  );
}

/** What is counted on twice and what arrives damp. */
export function TwiceList({
  answer,
  edit,
  most = 99,
}: {
  answer: LoadAnswer;
  edit: LoadEdit;
  most?: number;
}) {
  const names = useNames(answer);
  const w = useWrite();
  if (answer.twice.length + answer.damp.length === 0)
    return <p className="text-soft">Nothing is wanted twice at one hour.</p>;
  return (
    <ul>
      {answer.twice.slice(0, most).map((t) => (
        <Finding
          key={t.itemId + t.first + t.second}
          title={`${names.thing(t.itemId)}, ${daysInWords(t.nights, "night", "nights")}`}
          mend={t.mend}
          answer={answer}
          edit={edit}
        >
          {twiceInWords(t)} {names.person(t.sleeperId)}.
        </Finding>
      ))}
      {answer.damp.slice(0, most).map((d) => (
        <Finding
          key={d.itemId + d.night + d.job}
          title={`${names.thing(d.itemId)}, night ${d.night + 1}`}
          aside={`${d.wetness}, ${w.mass(Math.round(d.waterG))}`}
          mend={d.mend}
          answer={answer}
          edit={edit}
        >
          {d.wetness === "frozen" ? "Frozen" : d.wetness === "wet" ? "Wet" : "Damp"} when it is{" "}
          {d.job === "putOn" ? "to be put on" : useKinds[d.job]} at {clock(d.hour)}.{" "}
          {names.person(d.sleeperId)}.
          {!d.mend && " Nothing dry of its kind is along: change before it gets wet, or dry it on the body."}
        </Finding>
      ))}
    </ul>
  );
}

/** Everything that is not where the plan needs it, or does not fit. */
export function PlaceList({ trip, answer, edit }: { trip: Trip; answer: LoadAnswer; edit: LoadEdit }) {
  const names = useNames(answer);
  const short = answer.contradictions.filter((c) => c.about === "camp" || c.about === "provision");
  if (answer.reach.length + answer.overfull.length + short.length === 0)
    return <p className="text-soft">Everything is where the plan needs it.</p>;
  const bags = answer.dryBags;
  return (
    <ul>
      {answer.overfull.map((o) => (
        <Finding
          key={o.loadId}
          title={`${cap(names.load(o.loadId))} is too full`}
          aside={`day ${o.day + 1}`}
          mend={o.mend}
          answer={answer}
          edit={edit}
        >
          {Math.round(o.litres)} l in about {Math.round(o.holdsL)}.{" "}
          {o.itemId && `Largest: ${lower(names.thing(o.itemId))}.`}
        </Finding>
      ))}
      {short.map((c) => (
        <Finding key={c.field} title={`${c.field}: ${c.value}`} mend={null} answer={answer} edit={edit}>
          {c.mend}
        </Finding>
      ))}
      {answer.reach.map((r) => (
        <Finding
          key={`${r.thing}/${r.want}/${r.days[0]}`}
          title={names.thing(r.itemId)}
          aside={`${
            r.days.length === trip.nights.length ? "every day" : daysInWords(r.days, "day", "days")
          }${r.hour !== null ? ` ${clock(r.hour)}` : ""}`}
          mend={r.mend}
          answer={answer}
          edit={edit}
        >
          {wantWords[r.want]}{" "}
          {r.want !== "dryBag" &&
            (r.seconds === null
              ? r.want === "onTheBody"
                ? ""
                : "It cannot be had then."
              : `${r.seconds} s to get it, ${r.allowedSeconds} would do.`)}{" "}
          {r.sleeperId && `${names.person(r.sleeperId)}.`}
        </Finding>
      ))}
      {bags.neededL > bags.heldL + 1 && (
        <Finding
          title="Too few dry bags"
          aside={`${bags.bags} along`}
          mend={null}
          answer={answer}
          edit={edit}
        >
          About {Math.round(bags.neededL)} l must stay dry; the bags along hold about {Math.round(bags.heldL)}
          . Take more, or line a load with one large bag.
        </Finding>
      )}
    </ul>
  );
}
