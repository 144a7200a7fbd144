import type { Schema, Trip } from "../api/client";
import { VerdictMark } from "../parts/VerdictMark";
import { dateInWords } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { verdicts } from "../units/words";
import { below, useLineWords } from "./words";

/** Everyone's nights on one page, and the low below which all turn back. */
export function PartySheet(props: { trip: Trip; nights: Schema["NightOfParty"][]; made: string }) {
  const { trip } = props;
  const sleepers = useWorkspace((s) => s.sleepers);
  const name = (id: string | null | undefined) => (id && sleepers[id]?.name) || "someone";
  const w = useWrite();
  const line = useLineWords();
  return (
    <article
      aria-label={`Sheet of the party, ${trip.name}`}
      data-sheet
      className="paper flex min-h-[297mm] w-[210mm] max-w-full flex-col bg-paper p-[14mm] text-[10pt] text-ink leading-[1.35]"
    >
      <header className="border-ink border-b-2 pb-[2mm]">
        <h2 className="text-[22pt] leading-[1]">{trip.name}</h2>
        <p>
          {trip.members.map((m) => name(m.sleeperId)).join(", ")} · made {props.made}
        </p>
      </header>
      <table className="mt-[4mm] w-full border-collapse text-left">
        <thead>
          <tr className="border-ink border-b-2 align-bottom text-[9pt]">
            <th scope="col" className="pb-[1mm]">
              Night
            </th>
            <th scope="col">Planned for</th>
            {trip.members.map((m) => (
              <th key={m.sleeperId} scope="col">
                {name(m.sleeperId)}
              </th>
            ))}
            <th scope="col">All turn back below</th>
            <th scope="col">No-go below</th>
          </tr>
        </thead>
        <tbody>
          {props.nights.map((n, i) => (
            <tr key={n.nightId} className="break-inside-avoid border-ink/40 border-b align-top">
              <th scope="row" className="py-[1.3mm] font-normal">
                <b className="font-display text-[14pt]">{i + 1}</b> {trip.nights[i]?.camp}
                <span className="block text-[8pt]">{dateInWords(trip.nights[i]?.date ?? "")}</span>
              </th>
              <td className="py-[1.3mm] font-bold text-[12pt]">
                {n.planFor != null ? w.temp(n.planFor) : "–"}
              </td>
              {n.people.map((p) => (
                <td key={p.sleeperId} className="py-[1.3mm]">
                  <span className="flex items-center gap-[1mm]">
                    <VerdictMark verdict={p.verdict} size={16} />
                    {p.verdict ? verdicts[p.verdict] : "not known"}
                  </span>
                  <span className="block text-[8pt]">
                    as packed {line(p.holds.together)}
                    {p.turnBackBelow && `, with all on ${line(p.turnBackBelow)}`}
                  </span>
                </td>
              ))}
              <td className="py-[1.3mm]">
                <b className="text-[14pt]">{line(n.turnBackBelow, below)}</b>
                {trip.members.length > 1 && n.for && (
                  <span className="block text-[8pt]">{name(n.for)} first</span>
                )}
              </td>
              <td className="py-[1.3mm] text-[12pt]">{line(n.dangerBelow, below)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <section className="mt-[5mm] grid grid-cols-2 gap-[6mm] text-[9pt]">
        <div>
          <h3 className="font-bold">Before leaving</h3>
          <ul>
            {[
              "Left word with",
              "Back at the latest on",
              "Who calls for help, and the number",
              "Who carries the first aid, the stove, the second shelter",
            ].map((l) => (
              <li key={l} className="mt-[6mm] border-ink border-t text-[8pt]">
                {l}
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h3 className="font-bold">For all</h3>
          <p>
            The party is as warm as the coldest of it: nobody goes on because the others are warm. Below the
            line all turn back at first light. Below the last line nobody lies down: up, move, all in one
            shelter, call. A stove in a shelter is aired: it makes carbon monoxide.
          </p>
          <p className="mt-[2mm]">
            A plan, not a promise: people differ by {w.prose("4 K")} and more. Local rules, guides, rescue and
            medical advice come first. Children and those over sixty are given more room than the lines say.
          </p>
        </div>
      </section>
    </article>
  );
}
