import type { Night, Schema, Trip } from "../api/client";
import { Cut } from "../night/Cut";
import { clock } from "../night/clock";
import { VerdictMark } from "../parts/VerdictMark";
import { outfitsOf } from "../state/outfit";
import { dateInWords, layersOf, place, systemOf } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { closures, events, servings, verdicts } from "../units/words";
import { Paper } from "./Paper";
import { below, useLineWords, useMeasures } from "./words";

/** The cut is drawn larger than it is shown: what hangs needs the room. */
const drawnAt = 0.62;

/** A night on a card: what is lain in, and what is done as it gets colder. */
export function NightCard(props: {
  trip: Trip;
  index: number;
  who: number;
  card: Schema["NightCard"];
  made: string;
}) {
  const { trip, card } = props;
  const night = trip.nights[props.index] as Night;
  const person = useWorkspace((s) => s.sleepers[trip.members[props.who]?.sleeperId ?? ""]?.name);
  const w = useWrite();
  const line = useLineWords();
  const { weather, verdict } = card.night;
  return (
    <Paper
      label={`Card of night ${props.index + 1}, ${night.camp}`}
      number={props.index + 1}
      what="night"
      title={night.camp}
      under={`${dateInWords(night.date)}${trip.members.length > 1 && person ? ` · ${person}` : ""}`}
      right={
        <>
          <VerdictMark verdict={verdict} size={26} />
          <span className="block font-display font-bold text-[9pt]">{verdict ? verdicts[verdict] : ""}</span>
        </>
      }
      foot={`Made ${props.made}. A plan, not a promise: people differ by ${w.prose("4 K")} and more. Local rules, guides and rescue come first.`}
    >
      {weather ? (
        <p className="mt-[1mm] text-[8.5pt]">
          Planned for <b className="text-[11pt]">{w.temp(weather.low.planFor)}</b>
          {weather.low.forecastLow !== null && `, forecast ${w.temp(weather.low.forecastLow)}`}
          {weather.windMs != null && `, wind ${w.wind(weather.windMs)}`}.
          {card.ifThen && (
            <>
              {" "}
              As packed warm {card.ifThen.asPacked.fromWarm.together.outside != null ? "to" : "in"}{" "}
              <b className="text-[11pt]">{line(card.ifThen.asPacked.fromWarm.together)}</b>.
            </>
          )}
        </p>
      ) : (
        <p className="mt-[1mm] text-[8.5pt]">No low is known for this night yet.</p>
      )}
      <div className="mx-auto my-[1mm] w-fit shrink-0 overflow-hidden rounded-[2mm] border border-ink">
        <div style={{ zoom: drawnAt }}>
          <Cut
            plan={card.night}
            night={night}
            width={357 / drawnAt}
            height={136 / drawnAt}
            selected={null}
            onPress={() => {}}
            plain
          />
        </div>
      </div>
      <Bed trip={trip} night={night} who={props.who} card={card} />
      {card.ifThen ? (
        <Ladder card={card.ifThen} />
      ) : (
        <p className="mt-[2mm] text-[9pt]">
          Give the night a low and lay a bed: then it says here what to do as it gets colder.
        </p>
      )}
    </Paper>
  );
}

/** What is lain on, worn and drawn over, and what is done when. */
function Bed(props: { trip: Trip; night: Night; who: number; card: Schema["NightCard"] }) {
  const items = useWorkspace((s) => s.items);
  const system = systemOf(outfitsOf(props.trip)[props.who], props.night.id);
  const layers = layersOf(system, items);
  const said = (at: number) =>
    layers
      .filter((l) => place(l.item) === at)
      .map(({ item, layer }) => {
        const how =
          layer.as && layer.as !== "itself"
            ? servings[layer.as]
            : item.kind === "bag"
              ? `${closures[layer.closure ?? "closed"].bag}${layer.hoodOpen ? ", hood open" : ""}`
              : item.kind === "quilt"
                ? closures[layer.closure ?? "closed"].quilt
                : undefined;
        return how ? `${item.name} (${how})` : item.name;
      });
  const rows: [string, string[]][] = [
    ["Under", said(0)],
    ["On", said(1)],
    ["Over", said(2)],
    [
      "Do",
      props.card.bedtime.events
        .toSorted((a, b) => a.hour - b.hour)
        .map(
          (e) =>
            `${clock(e.hour)} ${e.itemId ? `${events[e.kind]} ${items[e.itemId]?.name ?? ""}` : events[e.kind]}`,
        ),
    ],
  ];
  return (
    <dl className="grid grid-cols-[11mm_1fr] gap-x-[1mm] text-[8pt] leading-[1.25]">
      {rows
        .filter(([, things]) => things.length > 0)
        .map(([where, things]) => (
          <div key={where} className="contents">
            <dt className="font-bold">{where}</dt>
            <dd>{things.join(", ")}</dd>
          </div>
        ))}
    </dl>
  );
}

function Ladder({ card }: { card: Schema["IfThen"] }) {
  const w = useWrite();
  const say = useMeasures();
  const line = useLineWords();
  const at = clock(card.readAtHour);
  const reading = (r: number | null | undefined) => (r == null ? "" : w.temp(r));
  const { toNoGo, fromWarm } = card.atLast;
  const warming = card.rungs.filter((r) => !r.onlyAgainstCold);
  const still = card.rungs.find((r) => r.onlyAgainstCold);
  return (
    <table
      className={`mt-[1.5mm] w-full border-collapse leading-[1.2] ${warming.length > 4 ? "text-[8.5pt]" : "text-[9.5pt]"}`}
    >
      <thead>
        <tr className="border-ink border-b-2 text-left text-[7pt] leading-[1.1]">
          <th scope="col" className="w-[13mm] pb-[0.5mm] font-bold">
            {card.indoors ? "air inside" : `at ${at}`}
            {!card.indoors && <span className="block font-normal">plan {w.temp(card.expected)}</span>}
          </th>
          <th scope="col" className="w-[13mm] pb-[0.5mm] font-bold">
            {card.indoors ? "" : "lowest"}
            {!card.indoors && <span className="block font-normal">plan {w.temp(card.planFor)}</span>}
          </th>
          <th scope="col" className="pb-[0.5mm] font-bold">
            colder than that: then
          </th>
        </tr>
      </thead>
      <tbody>
        {warming.map((rung) => (
          <tr key={JSON.stringify(rung.measures)} className="border-ink/40 border-b align-baseline">
            <td className="font-bold text-[11pt]">
              {card.indoors ? line(rung.below, below) : reading(rung.reading)}
            </td>
            <td>{card.indoors ? "" : line(rung.below, below)}</td>
            <td className="py-[0.6mm]">
              {rung.due && <b>Tonight already: </b>}
              {say(rung.measures)}
            </td>
          </tr>
        ))}
        <tr className="border-ink border-y-2 align-baseline font-bold">
          <td className="text-[12pt]">
            {card.indoors ? line(fromWarm.together, below) : reading(card.turnBackReading)}
          </td>
          <td>{card.indoors ? "" : line(fromWarm.together, below)}</td>
          <td className="py-[0.6mm]">
            {warming.length > 0 ? "All is used up" : "Nothing along keeps it warm"}: back at first light.
            {still && <span className="font-normal"> Until then: {say(still.measures)}.</span>}
          </td>
        </tr>
        <tr className="align-baseline text-[8pt]">
          <td />
          <td>{line(toNoGo.together, below)}</td>
          <td className="py-[0.6mm]">
            No-go: nobody lies down to sleep. Up, move, all in one shelter, call.
          </td>
        </tr>
      </tbody>
    </table>
  );
}
