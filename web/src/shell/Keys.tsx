import { useLayoutEffect } from "react";
import { Sheet } from "../parts/Sheet";
import { useGo, useTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useSettings } from "../units/units";
import { stations } from "./Rail";

const keys: [string, string][] = [
  ["1 – 7", "go to Cold, Night, Day, Dry, Load, Log, Kit"],
  ["[ ]", "night before, night after"],
  ["/", "find anything"],
  ["w", "whose night: the next of the party"],
  ["c", "compare systems on this night"],
  ["l", "the lightest that holds: choose for me"],
  ["p", "take it along: cards, sheet and trip book"],
  ["u", "turn units over"],
  ["1 – 3 · Backspace in a rehearsal", "answer · take one back"],
  ["t", "Snow or Lamp"],
  ["a", "add a layer (on Night)"],
  ["↑ ↓", "walk through the layers of the cut"],
  ["Alt ↑ ↓", "move a layer up or down"],
  ["Enter", "open a layer: swap, close, take out"],
  ["Delete", "take a layer, or something done, out"],
  ["← →", "move something done through the hours"],
  ["d", "dress me (on Day)"],
  ["← → on a bar, block or task", "move it by ten minutes; with Shift its end"],
  ["o · x on a bar", "open it wider · cut it in two"],
  ["← → on a tower", "the day before, the day after (on Load)"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["?", "these keys"],
];

export function Keys(props: { open: boolean; onClose: () => void }) {
  return (
    <Sheet open={props.open} onClose={props.onClose} title="Keys">
      <dl className="grid grid-cols-[auto_1fr] gap-x-5 gap-y-2">
        {keys.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

/** Keys that work everywhere except while typing. */
export function useKeys(open: (what: "keys" | "find") => void) {
  const go = useGo();
  const { trip, index, who } = useTrip();
  const { undo, redo } = useWorkspace();
  const settings = useSettings();
  // Before the page is painted: a key pressed on what is seen must not meet the night before.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const typing = (e.target as HTMLElement).closest("input, textarea, select");
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z" && !typing) {
        e.preventDefault();
        if (e.shiftKey) redo();
        else undo();
        return;
      }
      if (typing || e.ctrlKey || e.metaKey || e.altKey || document.querySelector("[role=dialog]")) return;
      const station = stations[Number(e.key) - 1];
      const shown = location.pathname.split("/")[3] ?? "cold";
      const at = shown === "kit" ? "cold" : shown;
      if (station) go.station(station.id, index);
      else if (e.key === "[" && index > 0) go.station(at, index - 1);
      else if (e.key === "]" && trip && index < trip.nights.length - 1) go.station(at, index + 1);
      else if (e.key === "u") settings.turn();
      else if (e.key === "w" && trip)
        settings.set({ who: { ...settings.who, [trip.id]: (who + 1) % trip.members.length } });
      else if (e.key === "c" && at !== "compare") go.station("compare", index);
      else if (e.key === "l" && at !== "choose") go.station("choose", index);
      else if (e.key === "p" && at !== "take") go.station("take", index);
      else if (e.key === "t") settings.set({ theme: settings.theme === "snow" ? "lamp" : "snow" });
      else if (e.key === "?") open("keys");
      else if (e.key === "/") open("find");
      else return;
      e.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  });
}
