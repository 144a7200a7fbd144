import { useState } from "react";
import type { Learned, LogEntry, Schema, Sleeper } from "../api/client";
import { Button } from "../parts/Button";
import { TextField } from "../parts/Field";
import { dateInWords } from "../state/trip";
import { editOne, useWorkspace } from "../state/workspace";
import { counted as count } from "../units/chance";
import { useWrite, write } from "../units/units";
import { Hill } from "./Hill";
import { LivedLadder } from "./LivedLadder";
import { Corrections, Places } from "./Teaches";
import { TraceView } from "./TraceView";
import { bodyPlaces, damps, felts, notTold, slepts, sweats, toldSays } from "./words";

type Known = Schema["Known"];

/** What was promised and what came, and what it says of the sleeper. */
export function AsLived(props: {
  sleeper: Sleeper;
  entries: LogEntry[];
  learned: Learned;
  /** Which night of the trip that is looked at an entry is of, from 0; −1 for none. */
  nightOf: (entry: LogEntry) => number;
  onLog: (night: number) => void;
}) {
  const { learned, entries } = props;
  const mine = learned.learned.sleepers.find((s) => s.sleeperId === props.sleeper.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const counted = new Map((mine?.entries ?? []).map((c) => [c.entryId, c]));
  const entry = entries.find((e) => e.id === chosen);
  const told = (mine?.entries ?? []).filter((c) => c.told !== null);
  const place = told.findIndex((c) => c.entryId === chosen);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,1fr)_372px]">
      <div className="min-w-0">
        <LivedLadder entries={entries} counted={counted} chosen={chosen} onChoose={setChosen} />
        <p className="mt-1 flex flex-wrap gap-x-4 gap-y-0.5 text-[13px] text-soft">
          <Key mark={<path d="M2 3q6 -3 12 0L9.5 14q-1.5 3 -3 0z" fill="var(--ice-mid)" />}>
            promised: the camp's low to the low planned for
          </Key>
          <Key mark={<circle cx="8" cy="8" r="5" fill="var(--ember)" />}>what came</Key>
          <Key mark={<rect y="6" width="16" height="3.5" fill="var(--ink)" />}>
            held, for the sleeper as known then
          </Key>
        </p>
        {entry && (
          <Whole
            entry={entry}
            counted={counted.get(entry.id)}
            onLog={props.nightOf(entry) < 0 ? null : () => props.onLog(props.nightOf(entry))}
          />
        )}
        <Corrections corrections={learned.learned.corrections} />
        <Places places={learned.learned.places} />
      </div>
      <aside className="min-w-0">
        {mine && (
          <>
            <h2 className="mb-1 text-lg">The hill</h2>
            <Hill hill={mine.hill} known={mine.body.offset} after={place >= 0 ? place + 1 : null} />
            <p className="mt-1 text-[13px] text-soft">
              What own nights say, the broad hill before any of them to the narrow one after the last.{" "}
              {props.sleeper.statedOffsetK !== 0 &&
                "What was stated before is only the middle of the broad hill it began with."}
            </p>
            <Moves entries={entries} told={mine.entries} chosen={chosen} onChoose={setChosen} />
            <h2 className="mt-4 mb-1 text-lg">Hands and feet</h2>
            <Blood name="Hands" known={mine.body.hands ?? null} stated={props.sleeper.handsPercent} />
            <Blood name="Feet" known={mine.body.feet ?? null} stated={props.sleeper.feetPercent} />
          </>
        )}
      </aside>
    </div>
  );
}

function Key(props: { mark: React.ReactNode; children: string }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
        {props.mark}
      </svg>
      {props.children}
    </span>
  );
}

/** Each night with how far it moved what is known, and why. */
function Moves(props: {
  entries: LogEntry[];
  told: Schema["Counted"][];
  chosen: string | null;
  onChoose: (id: string | null) => void;
}) {
  const w = useWrite();
  const most = Math.max(1, ...props.told.map((c) => Math.abs(c.moved?.byK ?? 0)));
  const byId = new Map(props.entries.map((e) => [e.id, e]));
  return (
    <ol className={`mt-1 ${props.told.length > 12 ? "max-h-[30rem] overflow-y-auto" : ""}`}>
      {props.told.map((c) => {
        const e = byId.get(c.entryId);
        if (!e) return null;
        const by = c.moved?.byK ?? 0;
        return (
          <li key={c.entryId} className="border-line border-t">
            <button
              type="button"
              aria-pressed={props.chosen === c.entryId}
              className="grid min-h-12 w-full grid-cols-[minmax(0,1fr)_76px_44px] items-center gap-2 rounded-md px-1 text-left leading-tight hover:bg-ice-wash aria-pressed:bg-ice-wash"
              onClick={() => props.onChoose(props.chosen === c.entryId ? null : c.entryId)}
            >
              <span>
                <b>{dateInWords(e.date).slice(0, -5)}</b>{" "}
                <span className={c.told ? "" : "text-soft"}>
                  {c.told
                    ? toldSays(c.told, w)
                    : c.why === "leftOut"
                      ? `left out: ${e.leftOut}`
                      : notTold[c.why ?? "noLow"]}
                </span>
              </span>
              <svg width={76} height={12} aria-hidden="true">
                <line x1={38} x2={38} y1={0} y2={12} stroke="var(--soft)" />
                <rect
                  x={by < 0 ? 38 + (36 * by) / most : 38}
                  width={(36 * Math.abs(by)) / most}
                  y={2}
                  height={8}
                  rx={2}
                  fill={by < 0 ? "var(--ice)" : "var(--ember)"}
                />
              </svg>
              <span className="text-right font-semibold">{c.moved ? w.signed(by) : ""}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** Blood that reaches hands or feet, against the model's. */
function Blood({ name, known, stated }: { name: string; known: Known | null; stated: number }) {
  const x = (percent: number) => ((Math.max(-60, Math.min(60, percent)) + 60) / 120) * 100;
  return (
    <div className="border-line border-t py-1.5">
      <p className="flex justify-between gap-2 leading-tight">
        <span className="font-semibold">{name}</span>
        <span className="text-[13px] text-soft">
          {known
            ? `${known.mean >= 0.5 ? "+" : ""}${write(known.mean)} % blood, ±${write(known.sd)}, from ${count(known.count, "entry", "entries")}`
            : `nothing logged; ${stated === 0 ? "as most" : `${stated > 0 ? "+" : "−"}${Math.abs(stated)} % as stated`}`}
        </span>
      </p>
      <svg width="100%" height={12} aria-hidden="true" className="mt-1">
        <rect width="100%" y={5} height={2} fill="var(--line)" />
        <line x1="50%" x2="50%" y1={0} y2={12} stroke="var(--soft)" />
        {known && (
          <>
            <rect
              x={`${x(known.low)}%`}
              width={`${x(known.high) - x(known.low)}%`}
              y={3}
              height={6}
              rx={3}
              fill="var(--ice-mid)"
            />
            <circle cx={`${x(known.mean)}%`} cy={6} r={5} fill="var(--ink)" />
          </>
        )}
        {!known && (
          <circle cx={`${x(stated)}%`} cy={6} r={4} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
        )}
      </svg>
    </div>
  );
}

/** One night whole, as it was logged. */
function Whole(props: {
  entry: LogEntry;
  counted: Schema["Counted"] | undefined;
  onLog: (() => void) | null;
}) {
  const { entry, counted } = props;
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const night = entry.night;
  const name = (id: string) =>
    items[id]?.name ?? entry.planned?.things.find((t) => t.itemId === id)?.name ?? "a thing that is gone";
  const rows: [string, string][] = [];
  if (night) {
    rows.push([
      "Slept",
      slepts[night.slept] +
        (counted?.told ? `, ${toldSays(counted.told, w).replace(/^slept \w+ /, "")}` : ""),
    ]);
    if (counted?.low)
      rows.push([
        "Low",
        `${w.temp(counted.low.celsius, 1)}${counted.low.halfRangeK > 0 ? ` ±${w.degrees(counted.low.halfRangeK, 1)}` : ""}${counted.low.fromPillow ? ", told from the pillow" : ""}${entry.planned?.planForC != null ? `; planned for ${w.temp(entry.planned.planForC)}` : ""}`,
      ]);
    if (night.where.length > 0)
      rows.push(["Cold at", night.where.map((p) => bodyPlaces[p.place]).join(" · ")]);
    if (night.feet) rows.push(["Feet", felts[night.feet]]);
    if (night.damp.length > 0)
      rows.push([
        "In the morning",
        night.damp.map((d) => `${name(d.itemId).toLowerCase()} ${damps[d.state]}`).join(", "),
      ]);
    if (Math.abs(night.warmerByK ?? 0) >= 0.1)
      rows.push(["Changes", `worth ${w.signed(night.warmerByK ?? 0)} by the plan`]);
  }
  if (entry.day)
    rows.push([
      "By day",
      [
        entry.day.hands && `hands ${felts[entry.day.hands]}`,
        entry.day.feet && `feet ${felts[entry.day.feet]}`,
        entry.day.sweat && `base ${sweats[entry.day.sweat]}`,
      ]
        .filter(Boolean)
        .join(", "),
    ]);
  if (entry.planned) rows.push(["In", entry.planned.things.map((t) => t.name.toLowerCase()).join(", ")]);
  if (entry.notes) rows.push(["Note", entry.notes]);
  return (
    <section className="mt-3 rounded-2xl border border-line bg-card p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-lg">
          {dateInWords(entry.date)} · {entry.camp || entry.trip}
        </h2>
        <span className="flex flex-wrap gap-2">
          <Button
            onClick={() =>
              editOne("log", entry.id, (e) => ({
                ...e,
                leftOut: e.leftOut === null ? "does not count" : null,
              }))
            }
          >
            {entry.leftOut === null ? "Leave it out" : "Let it count"}
          </Button>
          {props.onLog && <Button onClick={props.onLog}>Open it</Button>}
        </span>
      </div>
      {entry.leftOut !== null && (
        <div className="mt-2">
          <TextField
            label="Why nothing is to be learned from it"
            path="leftOut"
            value={entry.leftOut}
            onChange={(leftOut) => editOne("log", entry.id, (e) => ({ ...e, leftOut }), `why/${entry.id}`)}
          />
        </div>
      )}
      <dl className="mt-2 grid grid-cols-[7rem_1fr] gap-x-3 gap-y-1">
        {rows.map(([k, v]) => (
          <div key={k} className="contents">
            <dt className="text-soft">{k}</dt>
            <dd>{v}</dd>
          </div>
        ))}
      </dl>
      {night?.traces && night.traces.length > 0 && (
        <TraceView
          traces={night.traces}
          night={{
            inHour: night.inHour ?? entry.planned?.inHour ?? null,
            upHour: night.upHour ?? entry.planned?.upHour ?? null,
          }}
        />
      )}
    </section>
  );
}
