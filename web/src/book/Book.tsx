import { useEffect, useState } from "react";
import type { Night } from "../api/client";
import { Segments } from "../parts/Segments";
import { dateInWords, today } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";
import { CardsPage } from "./CardsPage";
import type { BookData } from "./data";
import { HomePage } from "./HomePage";
import { keeps, useKept } from "./kept";
import { ListsPage } from "./ListsPage";
import { LogPage } from "./LogPage";
import { book } from "./open";
import { TonightPage } from "./TonightPage";
import { useAwake } from "./useAwake";

const pages = { tonight: "Tonight", cards: "Cards", lists: "Lists", log: "Log", home: "Home" } as const;
type Page = keyof typeof pages;

/** The trip book on a phone: nothing in it needs a network, and nothing a swipe. */
export function Book() {
  useTheme();
  return book ? <Open book={book} /> : <Empty />;
}

/** The page is as dark as the settings say. */
function useTheme() {
  const theme = useSettings((s) => s.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
}

function Empty() {
  return (
    <main className="p-6">
      <h1 className="text-3xl">An empty book.</h1>
      <p className="mt-2">Make one from a trip: open the trip in Ermine, then “Take it along”.</p>
    </main>
  );
}

function Open({ book }: { book: BookData }) {
  const { trip } = book;
  const kept = useKept();
  const settings = useSettings();
  const sleepers = useWorkspace((w) => w.sleepers);
  const [page, setPage] = useState<Page>("tonight");
  const awake = useAwake();
  const nights = trip.nights.length;
  const who = Math.min(kept.who, trip.members.length - 1);
  const index = Math.min(kept.night, nights - 1);
  const night = trip.nights[index] as Night;
  useTonight(trip.nights);
  const step = (by: number) => kept.set({ night: Math.min(nights - 1, Math.max(0, index + by)) });
  const arrow =
    "grid size-13 shrink-0 place-items-center rounded-xl border border-edge/60 text-2xl disabled:opacity-35";
  const shown = { book, index, who, night };
  return (
    <div className="mx-auto flex min-h-dvh max-w-xl flex-col pb-24">
      <header className="sticky top-0 z-10 border-line border-b bg-paper px-3 pt-2 pb-2">
        <div className="flex items-center gap-2">
          <button
            type="button"
            className={arrow}
            disabled={index === 0}
            aria-label="Night before"
            onClick={() => step(-1)}
          >
            ‹
          </button>
          <div className="min-w-0 grow text-center leading-tight">
            <h1 className="truncate text-xl">
              {index + 1} · {night.camp}
            </h1>
            <p className="text-[13px] text-soft">
              {dateInWords(night.date)}
              {night.date === today() && ", tonight"}
            </p>
          </div>
          <button
            type="button"
            className={arrow}
            disabled={index === nights - 1}
            aria-label="Night after"
            onClick={() => step(1)}
          >
            ›
          </button>
        </div>
        {trip.members.length > 1 && (
          <Segments
            label="Who"
            className="mt-2"
            value={`${who}`}
            options={Object.fromEntries(
              trip.members.map((m, i) => [`${i}`, sleepers[m.sleeperId]?.name ?? "someone"]),
            )}
            onChange={(w) => kept.set({ who: Number(w) })}
          />
        )}
      </header>
      <main className="min-w-0 grow px-3 py-3">
        {!keeps && (
          <p role="status" className="mb-3 rounded-xl bg-ember-wash px-3 py-2">
            This phone keeps nothing for a file that is opened like this. Take home what you log before you
            close it, or open the file in another browser.
          </p>
        )}
        {page === "tonight" && <TonightPage key={`${night.id}${who}`} {...shown} />}
        {page === "cards" && <CardsPage {...shown} />}
        {page === "lists" && <ListsPage {...shown} />}
        {page === "log" && <LogPage {...shown} />}
        {page === "home" && <HomePage book={book} />}
        <footer className="mt-8 flex flex-wrap items-center gap-2 border-line border-t pt-3 text-[13px] text-soft">
          <p className="w-full">
            {trip.name}. Worked out {dateInWords(book.made.slice(0, 10))}; nothing is worked out here, only
            looked up. A plan, not a promise: local rules, guides, rescue and medical advice come first.
            {awake === "off" && " This phone does not let the page keep its screen awake."}
          </p>
          <button
            type="button"
            className="min-h-12 rounded-xl border border-edge/60 px-4 text-[15px] text-ink"
            onClick={() => settings.set({ theme: settings.theme === "lamp" ? "snow" : "lamp" })}
          >
            {settings.theme === "lamp" ? "Light page" : "Dark page"}
          </button>
          <button
            type="button"
            className="min-h-12 rounded-xl border border-edge/60 px-4 text-[15px] text-ink"
            onClick={settings.turn}
          >
            {settings.temperature === "C" ? "°C, to °F" : "°F, to °C"}
          </button>
        </footer>
      </main>
      <nav
        aria-label="Pages"
        className="fixed inset-x-0 bottom-0 z-20 mx-auto flex max-w-xl border-line border-t bg-card px-1 pb-[env(safe-area-inset-bottom)]"
      >
        {(Object.entries(pages) as [Page, string][]).map(([id, name]) => (
          <button
            key={id}
            type="button"
            aria-current={page === id ? "page" : undefined}
            className="m-1 min-h-16 min-w-0 grow rounded-xl font-semibold aria-[current=page]:bg-ink aria-[current=page]:text-paper"
            onClick={() => {
              setPage(id);
              scrollTo(0, 0);
            }}
          >
            {name}
          </button>
        ))}
      </nav>
    </div>
  );
}

/** Opened during the trip it opens on the night to come; until noon that is still the night just slept. */
function useTonight(nights: Night[]) {
  const set = useKept((k) => k.set);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is opened
  useEffect(() => {
    const date = new Date(Date.now() - 12 * 3600_000).toISOString().slice(0, 10);
    const now = nights.findIndex((n) => n.date === date);
    if (now >= 0) set({ night: now });
  }, []);
}
