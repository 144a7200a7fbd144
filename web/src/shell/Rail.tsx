import { Link, useLocation } from "react-router";
import { useHomeTrip } from "../state/trip";

export const stations = [
  { id: "cold", name: "Cold" },
  { id: "night", name: "Night" },
  { id: "day", name: "Day" },
  { id: "dry", name: "Dry" },
  { id: "load", name: "Load" },
  { id: "log", name: "Log" },
  { id: "kit", name: "Kit" },
] as const;

/** The stations in the order of work; at the foot of the page on a phone. */
export function Rail({ onFind }: { onFind: () => void }) {
  const { pathname } = useLocation();
  const night = pathname.split("/")[4] ?? "1";
  const at = pathname.split("/")[3];
  const trip = useHomeTrip() ?? "none";
  return (
    <nav
      aria-label="Stations"
      className="print:hidden fixed inset-x-0 bottom-0 z-30 flex justify-around border-line border-t bg-card sm:sticky sm:top-0 sm:h-dvh sm:w-[76px] sm:shrink-0 sm:flex-col sm:justify-start sm:gap-1 sm:border-t-0 sm:border-r sm:pt-4"
    >
      <svg viewBox="0 0 40 32" className="mx-auto mb-4 hidden w-10 sm:block" aria-hidden="true">
        <path
          d="M4 26C5 12 16 5 26 7c8 2 10 10 4 14"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3"
          strokeLinecap="round"
        />
        <circle cx="27" cy="24" r="4.4" fill="var(--ink)" />
      </svg>
      {stations.map((s, i) => (
        <Link
          key={s.id}
          to={s.id === "kit" ? `/trips/${trip}/kit` : `/trips/${trip}/${s.id}/${night}`}
          aria-current={at === s.id ? "page" : undefined}
          className="mx-1.5 my-1.5 flex min-h-12 grow flex-col items-center justify-center rounded-xl font-semibold text-ink aria-[current=page]:bg-ink aria-[current=page]:text-paper sm:my-0 sm:grow-0"
        >
          {s.name}
          <span className="hidden text-[11px] font-normal opacity-75 sm:block">{i + 1}</span>
        </Link>
      ))}
      <Link
        to={`/trips/${trip}/take/${night}`}
        aria-current={at === "take" ? "page" : undefined}
        className="hidden min-h-12 flex-col items-center justify-center rounded-xl text-center text-soft leading-tight hover:text-ink aria-[current=page]:bg-ink aria-[current=page]:text-paper sm:mx-1.5 sm:mt-auto sm:flex"
      >
        Take along
        <span className="text-[11px]">p</span>
      </Link>
      <button
        type="button"
        onClick={onFind}
        className="mx-1.5 my-1.5 flex min-h-12 grow flex-col items-center justify-center rounded-xl text-soft hover:text-ink sm:my-0 sm:mb-3 sm:grow-0"
      >
        Find
        <span className="hidden text-[11px] sm:block">/</span>
      </button>
    </nav>
  );
}
