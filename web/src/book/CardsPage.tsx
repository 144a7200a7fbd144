import type { Night } from "../api/client";
import { useWidth } from "../parts/useSize";
import { dateInWords } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { DayCard } from "../take/DayCard";
import { NightCard } from "../take/NightCard";
import { below, useLineWords } from "../take/words";
import type { BookData } from "./data";

/** The width a card has on paper, 105 mm in CSS pixels. */
const cardWidth = 397;

/** The cards as they are printed, as large as the phone has room for. */
export function CardsPage(props: { book: BookData; index: number; who: number; night: Night }) {
  const { book, index, who } = props;
  const sleepers = useWorkspace((s) => s.sleepers);
  const line = useLineWords();
  const here = book.nights[who]?.[index];
  const [ref, width] = useWidth<HTMLDivElement>();
  const zoom = width > 0 ? Math.min(1.3, width / cardWidth) : 0.9;
  const made = dateInWords(book.made.slice(0, 10));
  if (!here) return null;
  return (
    <div ref={ref} className="space-y-4">
      {[
        <NightCard key="night" trip={book.trip} index={index} who={who} card={here.night} made={made} />,
        <DayCard key="day" trip={book.trip} index={index} who={who} card={here.day} made={made} />,
      ].map((card) => (
        <div key={card.key} style={{ zoom }} className="w-fit overflow-hidden rounded-lg border border-line">
          {card}
        </div>
      ))}
      <section>
        <h2 className="text-xl">The party</h2>
        <ol>
          {book.party.map((n, i) => (
            <li
              key={n.nightId}
              aria-current={i === index ? "true" : undefined}
              className="border-line border-t py-2 leading-snug aria-[current=true]:font-semibold"
            >
              {i + 1} · {book.trip.nights[i]?.camp}: all turn back below{" "}
              <b className="text-xl">{line(n.turnBackBelow, below)}</b>
              <span className="block text-[14px] text-soft">
                {n.for && book.trip.members.length > 1 && `${sleepers[n.for]?.name ?? "someone"} first. `}
                No-go below {line(n.dangerBelow, below)}.
              </span>
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}
