import { EventSourceParserStream } from "eventsource-parser/stream";
import { useCallback, useEffect, useRef, useState } from "react";
import { Problem, type Schema, type Trip } from "../api/client";

export type ChoiceAsked = Schema["ChoiceAsked"];
export type ChosenBed = Schema["ChosenBed"];
type Event = Schema["ChoiceEvent"];

export type Choosing = {
  running: boolean;
  /** The best so far, and of a line every point so far. */
  beds: ChosenBed[];
  proof: Schema["ChoiceProof"] | null;
  chosen: Schema["Choice"] | null;
  line: Schema["ChoiceLine"] | null;
  party: Schema["PartyChoice"] | null;
  buys: Schema["SeasonBuys"] | null;
  clothes: Schema["ClothesChosen"] | null;
  /** What is in sight was asked for before. */
  stale: boolean;
  problem: Problem | null;
};

const nothing: Choosing = {
  running: false,
  beds: [],
  proof: null,
  chosen: null,
  line: null,
  party: null,
  buys: null,
  clothes: null,
  stale: false,
  problem: null,
};

/** Asks for a choice and hears of it as it is found; ends when another is asked for, when told to, and with the page. */
export function useChoice(what: "choose" | "line" | "party" | "season" | "clothes") {
  const [state, setState] = useState(nothing);
  const ending = useRef<AbortController | null>(null);

  const stop = useCallback(() => {
    ending.current?.abort();
    setState((s) => ({ ...s, running: false }));
  }, []);

  /** Says whether it was answered: not where it was ended or failed. */
  const ask = useCallback(
    async (asking: {
      trip: Trip;
      member?: number;
      asked: ChoiceAsked | Schema["PartyAsked"] | Schema["SeasonAsked"] | Schema["ClothesAsked"];
      prices?: Record<string, number>;
    }) => {
      ending.current?.abort();
      const mine = new AbortController();
      ending.current = mine;
      // What was shared out or weighed stays in sight until more is known.
      setState(({ party, buys, clothes }) => ({
        ...nothing,
        party,
        buys,
        clothes,
        stale: true,
        running: true,
      }));
      const now = (change: Partial<Choosing> | ((s: Choosing) => Partial<Choosing>)) => {
        if (!mine.signal.aborted)
          setState((s) => ({ ...s, ...(typeof change === "function" ? change(s) : change) }));
      };
      try {
        const response = await fetch(`/api/plan/${what}`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify(asking),
          signal: mine.signal,
        });
        if (!response.ok || !response.body) {
          const detail = await response.json().catch(() => ({}));
          throw new Problem(response.status, detail.title ?? "This did not work.", detail.errors ?? []);
        }
        const events = response.body
          .pipeThrough(new TextDecoderStream())
          .pipeThrough(new EventSourceParserStream())
          .getReader();
        for (let next = await events.read(); !next.done; next = await events.read()) {
          const event = JSON.parse(next.value.data) as Event;
          now({ stale: false });
          if (event.far) {
            const { bed, proof } = event.far;
            now((s) => ({ proof, beds: bed ? [...s.beds, bed] : s.beds }));
          }
          if (event.chosen) now({ chosen: event.chosen, proof: event.chosen.proof });
          if (event.line) now({ line: event.line, proof: event.line.proof });
          if (event.party) now({ party: event.party, proof: event.party.proof });
          if (event.buys) now({ buys: event.buys, proof: event.buys.proof });
          if (event.clothes) now({ clothes: event.clothes });
          if (event.refused) throw new Problem(503, event.refused, []);
        }
        now({ running: false });
        return !mine.signal.aborted;
      } catch (e) {
        now({
          running: false,
          problem:
            e instanceof Problem ? e : new Problem(0, "Ermine does not answer. Is it still running?", []),
        });
        return false;
      }
    },
    [what],
  );

  useEffect(() => () => ending.current?.abort(), []);
  return { ...state, ask, stop };
}
