import type { Night } from "../api/client";
import { useWidth } from "../parts/useSize";
import { dateInWords } from "../state/trip";
import { DayCard } from "../take/DayCard";
import { NightCard } from "../take/NightCard";
import { PartySheet } from "../take/PartySheet";
import type { BookData } from "./data";

/** The width a card has on paper, 105 mm in CSS pixels. */
const cardWidth = 397;

/** The cards as they are printed, as large as the phone has room for. */
export function CardsPage(props: { book: BookData; index: number; who: number; night: Night }) {
  const { book, index, who } = props;
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
      <section className="overflow-x-auto">
        <h2 className="mb-2 text-xl">The party</h2>
        <div style={{ zoom: zoom / 2 }} className="w-fit">
          <PartySheet trip={book.trip} nights={book.party} made={made} />
        </div>
      </section>
    </div>
  );
}
