import { type ReactNode, useState } from "react";
import type { Problem } from "../api/client";
import { api, type DayAnswer, type Schema, type Trip } from "../api/client";
import { clock } from "../night/clock";
import { Spoken } from "../night/Rules";
import { Button } from "../parts/Button";
import { Choice } from "../parts/Field";
import { ProblemList } from "../parts/Problem";
import { Assumed } from "../parts/Prose";
import { editMember, useAsked } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useWrite } from "../units/units";
import { activities, dayReasons } from "../units/words";
import { plainSchools } from "./day";
import { type DayEdit, dayPlanOf, withDay } from "./useDay";

/** Beside the drift: dressing, what would serve, pauses, and what the day leaves behind. */
export function DayAside(props: {
  trip: Trip;
  index: number;
  who: number;
  answer: DayAnswer;
  edit: DayEdit;
  onDress: () => void;
  dressing: boolean;
  problem: Problem | null;
  watch: ReactNode;
}) {
  const { trip, index, who, answer, edit } = props;
  const items = useWorkspace((s) => s.items);
  const w = useWrite();
  const name = (id: string | null) => (id ? (items[id]?.name ?? "?") : "");
  const blockName = (id: string) => {
    const block = answer.blocks.find((b) => b.id === id);
    return block ? `${block.name || activities[block.activity]} at ${clock(block.fromHour)}` : "";
  };
  const wet = (answer.played?.things ?? [])
    .filter((t) => t.afterG >= 1)
    .sort((a, b) => b.afterG - a.afterG)
    .slice(0, 6);
  const grave = answer.cautions.filter((c) => c.grave);
  const speaking = answer.cautions.filter((c) => !c.grave && c.answer === null);
  const night = trip.nights[index];
  const changesAt = changesOf(answer, name);
  const take = (id: string) =>
    editMember(trip, who, (m) => ({ ...m, along: m.along.includes(id) ? m.along : [...m.along, id] }));
  return (
    <aside className="space-y-5 border-line px-4 py-4 lg:border-l">
      <section className="space-y-2 print:hidden">
        <Button
          look="strong"
          className="w-full"
          disabled={props.dressing || !answer.played}
          onClick={props.onDress}
        >
          {props.dressing ? "Dressing…" : "Dress me"}
        </Button>
        {props.problem && <ProblemList problem={props.problem} />}
        <Schools trip={trip} index={index} who={who} edit={edit} />
      </section>
      {grave.length > 0 && (
        <ul className="space-y-2">
          {grave.map((c) => (
            <Spoken key={c.rule} trip={trip} who={who} caution={c} />
          ))}
        </ul>
      )}
      {answer.missing.length > 0 && (
        <section>
          <h2 className="text-lg">What would serve</h2>
          <ul>
            {answer.missing.map((m) => (
              <li
                key={m.blockId + m.name}
                className="flex items-start gap-2 border-line border-t py-1.5 leading-tight"
              >
                <span className="grow">
                  <b>{m.itemId ? name(m.itemId) : m.name}</b>{" "}
                  <span className="text-[13px] text-soft">
                    {m.itemId ? "owned, stays at home" : "to buy"}, {w.mass(m.massG)}. {blockName(m.blockId)}:{" "}
                    {m.enough ? "then right" : "better, not enough"}.
                  </span>
                </span>
                {m.itemId && (
                  <Button className="shrink-0" onClick={() => take(m.itemId as string)}>
                    Take
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {changesAt.length > 0 && (
        <section>
          <h2 className="text-lg">Through the day</h2>
          <ul>
            {changesAt.map((c) => (
              <li key={c.says} className="border-line border-t py-1 leading-tight">
                <b>
                  {c.hours.length > 3
                    ? `${c.hours.slice(0, 2).map(clock).join(", ")} … ${clock(c.hours.at(-1) ?? 0)}`
                    : c.hours.map(clock).join(", ")}
                </b>{" "}
                <span className="text-[14px]">{c.says}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {answer.atCamp.length > 0 && (
        <section>
          <h2 className="text-lg">Dry at camp</h2>
          <ul>
            {answer.atCamp.map((c) => (
              <li key={c.off} className="border-line border-t py-1 leading-tight">
                <b>{c.isBed ? "Getting in" : clock(c.hour)}</b>{" "}
                <span className="text-[14px]">
                  {name(c.off)}, {w.mass(Math.round(c.grams))} of water,{" "}
                  {c.done ? (c.on ? `off; ${name(c.on)} on` : "off") : "stays on"}
                  {!c.done && c.on && `; ${name(c.on)} is dry`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {(answer.pauses.length > 0 || answer.unplanned) && (
        <section>
          <h2 className="text-lg">When you stop</h2>
          <ul>
            {answer.pauses.map((s) => (
              <li key={s.blockId + String(s.isBreak)} className="border-line border-t py-1 leading-tight">
                <b>
                  {Math.round(s.minutes)} min at {clock(s.fromHour)}
                </b>{" "}
                <span className={s.coolAfter !== null && s.coolAfter < s.minutes ? "text-ember" : ""}>
                  {s.chilledAfter === null
                    ? "not chilled within three hours"
                    : s.chilledAfter < 2
                      ? `chilled already: ${dayReasons[s.reason]}`
                      : `chilled after about ${Math.round(s.chilledAfter)} min: ${dayReasons[s.reason]}`}
                </span>
                <span className="text-[13px] text-soft">
                  {s.coolAfter !== null && s.coolAfter >= 2 && ` Cool after ${Math.round(s.coolAfter)}.`}
                  {s.jacket &&
                    (s.jacketFrom !== null
                      ? ` ${name(s.jacket)} from a stop of about ${Math.max(1, Math.round(s.jacketFrom))} min on.`
                      : ` ${name(s.jacket)} is not needed here.`)}
                </span>
              </li>
            ))}
            {answer.unplanned && (
              <li className="border-line border-t py-1 leading-tight">
                <b>If you had to wait an hour at {clock(answer.unplanned.hour)}</b>, the worst moment, with
                all on:{" "}
                <span className={answer.unplanned.holds ? "" : "font-semibold text-ember"}>
                  {answer.unplanned.holds
                    ? answer.unplanned.verdict === "right"
                      ? "it holds."
                      : `it holds, ${answer.unplanned.verdict}.`
                    : (answer.unplanned.chilledAfter ?? 0) < 2
                      ? `one is chilled already, ${dayReasons[answer.unplanned.reason]}.`
                      : `it does not hold: chilled after ${Math.round(answer.unplanned.chilledAfter ?? 0)} min, ${dayReasons[answer.unplanned.reason]}.`}
                </span>
                {answer.unplanned.putOn.length > 0 && (
                  <span className="text-[13px] text-soft">
                    {" "}
                    Put on: {answer.unplanned.putOn.map(name).join(", ")}.
                  </span>
                )}
              </li>
            )}
          </ul>
        </section>
      )}
      {props.watch}
      {answer.played && (
        <section>
          <h2 className="text-lg">This day leaves behind</h2>
          <ul>
            {wet.map((t) => (
              <li key={t.itemId} className="flex justify-between gap-2 border-line border-t py-0.5">
                <b className="truncate">{name(t.itemId)}</b>
                <span className="shrink-0">
                  {w.mass(Math.round(t.afterG))}
                  {t.perGram > 0.2 ? ", wet" : t.perGram > 0.05 ? ", damp" : ""}
                </span>
              </li>
            ))}
            {wet.length === 0 && (
              <li className="border-line border-t py-0.5 text-soft">Everything worn is dry.</li>
            )}
            <li className="flex justify-between border-line border-t py-0.5">
              <span>Sweated and breathed</span>
              <span>{answer.played.drunkL.toFixed(1)} l</span>
            </li>
            <li className="flex justify-between border-line border-t py-0.5">
              <span>Time to air by daylight</span>
              <span>{answer.played.airingHours.toFixed(1)} h</span>
            </li>
            <li className="border-line border-t py-0.5 text-soft">
              {answer.laidOut
                ? `Into the night go ${bodyWords(answer.played.body.debt ?? 0)} and feet of ${w.temp(answer.played.body.feetC ?? 26)}.`
                : `Lay the day out, and night ${index + 1} begins as it ends.`}
            </li>
          </ul>
        </section>
      )}
      {speaking.length > 0 && (
        <section>
          <h2 className="text-lg">Mind</h2>
          <ul className="space-y-1.5">
            {speaking.map((c) => (
              <Spoken key={c.rule} trip={trip} who={who} caution={c} />
            ))}
          </ul>
        </section>
      )}
      {night && <CopyDay trip={trip} index={index} who={who} answer={answer} edit={edit} />}
      <Assumed of={answer.assumed}>
        {answer.leftOut.length > 0 && (
          <li>Not weighed while dressing, for there are like ones: {answer.leftOut.map(name).join(", ")}.</li>
        )}
        <li>Warmth is taken as it stands in Kit; what is usual for its type may be off by a third.</li>
      </Assumed>
    </aside>
  );
}

const bodyWords = (debt: number) =>
  debt < -4
    ? "a warmed body"
    : debt <= 4
      ? "a rested body"
      : debt <= 20
        ? "a chilled body"
        : "a body chilled through";

/** What goes on and off when, in the order of the day; what is done at every break is said once. */
function changesOf(answer: DayAnswer, name: (id: string) => string) {
  const begins = answer.blocks[0]?.fromHour ?? 0;
  const ends = answer.blocks.at(-1)?.toHour ?? 24;
  const same = (a: number, b: number) => Math.abs(a - b) < 0.01;
  const at = new Map<number, { on: string[]; off: string[]; open: number; close: number }>();
  const of = (hour: number) => {
    const key = Math.round(hour * 60) / 60;
    const found = at.get(key) ?? { on: [], off: [], open: 0, close: 0 };
    at.set(key, found);
    return found;
  };
  // What is changed at camp is told by itself.
  const told = new Set(
    answer.atCamp.flatMap((c) => (c.done && !c.isBed ? [c.off, c.on].map((id) => `${id}@${c.hour}`) : [])),
  );
  const wide = (b: Schema["Bar"]) => ["closed", "neck", "zips", "hanging"].indexOf(b.opening ?? "closed");
  const byThing = new Map<string, Schema["Bar"][]>();
  for (const b of answer.worn) if (!b.atHand) byThing.set(b.itemId, [...(byThing.get(b.itemId) ?? []), b]);
  for (const [id, bars] of byThing) {
    bars.sort((a, b) => a.fromHour - b.fromHour);
    bars.forEach((b, i) => {
      const before = bars[i - 1];
      const after = bars[i + 1];
      if (before && same(before.toHour, b.fromHour)) {
        if (wide(b) > wide(before)) of(b.fromHour).open++;
        else if (wide(b) < wide(before)) of(b.fromHour).close++;
      } else if (b.fromHour > begins + 0.01 && !told.has(`${id}@${b.fromHour}`))
        of(b.fromHour).on.push(name(id));
      if (
        b.toHour < ends - 0.01 &&
        !(after && same(after.fromHour, b.toHour)) &&
        !told.has(`${id}@${b.toHour}`)
      )
        of(b.toHour).off.push(name(id));
    });
  }
  const lines = [...at]
    .filter(([, c]) => c.on.length + c.off.length + c.open + c.close > 0)
    .sort(([a], [b]) => a - b)
    .map(([hour, c]) => ({
      hour,
      says: [
        c.on.length > 0 && `${c.on.join(", ")} on`,
        c.off.length > 0 && `${c.off.join(", ")} off`,
        c.open > 0 && "open up",
        c.close > 0 && "close up",
      ]
        .filter(Boolean)
        .join("; "),
    }));
  const often = new Map<string, number[]>();
  for (const l of lines) often.set(l.says, [...(often.get(l.says) ?? []), l.hour]);
  return [...often]
    .map(([says, hours]) => ({ hours, says }))
    .sort((a, b) => (a.hours[0] ?? 0) - (b.hours[0] ?? 0));
}

const settings: Record<Schema["SettingOff"], string> = {
  cool: "lightly, cool at first",
  bigJacket: "in the big jacket, 15 min",
};
const skins: Record<Schema["NextToSkin"], string> = {
  any: "what serves best",
  wool: "wool",
  synthetic: "synthetic",
};
const shells: Record<Schema["ShellChoice"], string> = {
  any: "what serves best",
  hard: "hard shell",
  soft: "soft shell or wind layer",
  none: "none",
};

/** The schools as switches; what each would cost on this day. */
function Schools(props: { trip: Trip; index: number; who: number; edit: DayEdit }) {
  const { trip, index, who, edit } = props;
  const [open, setOpen] = useState(false);
  const asked = useAsked("day-schools", api.daySchools, trip, index, who, null, open);
  const w = useWrite();
  const now = edit.plan.schools ?? plainSchools;
  const set = (part: Partial<Schema["DaySchools"]>) =>
    edit.change((day) => ({ ...day, schools: { ...(day.schools ?? plainSchools), ...part } }));
  const base = asked.data?.find((s) => s.isNow);
  const cost = (part: Partial<Schema["DaySchools"]>) => {
    const wanted = { ...now, ...part };
    const found = asked.data?.find(
      (s) =>
        s.schools.settingOff === wanted.settingOff &&
        s.schools.nextToSkin === wanted.nextToSkin &&
        s.schools.shell === wanted.shell,
    );
    if (!found || !base) return "";
    const says = [
      found.cold !== base.cold && (found.cold > base.cold ? "colder" : "warmer"),
      found.hot !== base.hot && (found.hot > base.hot ? "sweatier" : "drier"),
      Math.abs(found.wetG - base.wetG) >= 3 && `${w.massChange(Math.round(found.wetG - base.wetG))} water`,
      found.changes !== base.changes &&
        `${found.changes > base.changes ? "+" : "−"}${Math.abs(found.changes - base.changes)} changes`,
    ].filter(Boolean);
    return says.length ? ` · ${says.join(", ")}` : found.isNow ? "" : " · no difference";
  };
  const withCost = <T extends string>(
    options: Record<T, string>,
    of: (v: T) => Partial<Schema["DaySchools"]>,
  ) =>
    Object.fromEntries(
      (Object.entries(options) as [T, string][]).map(([v, text]) => [v, text + cost(of(v))]),
    ) as Record<T, string>;
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-8 cursor-pointer text-[14px] font-semibold">
        How you like to dress{" "}
        {(now.settingOff !== "cool" || now.nextToSkin !== "any" || now.shell !== "any") && (
          <span className="font-normal text-soft">(set)</span>
        )}
      </summary>
      <div className="mt-1 space-y-2">
        <Choice
          label="Setting off"
          value={now.settingOff ?? "cool"}
          options={withCost(settings, (settingOff) => ({ settingOff }))}
          onChange={(settingOff) => set({ settingOff })}
        />
        <Choice
          label="Next to the skin"
          value={now.nextToSkin ?? "any"}
          options={withCost(skins, (nextToSkin) => ({ nextToSkin }))}
          onChange={(nextToSkin) => set({ nextToSkin })}
        />
        <Choice
          label="Against wind and wet"
          value={now.shell ?? "any"}
          options={withCost(shells, (shell) => ({ shell }))}
          onChange={(shell) => set({ shell })}
        />
        <p className="text-[13px] text-soft">
          What each would change on this day stands beside it. Press Dress me to dress so.
        </p>
      </div>
    </details>
  );
}

/** The same work on another day, or for the others of the party. */
function CopyDay(props: { trip: Trip; index: number; who: number; answer: DayAnswer; edit: DayEdit }) {
  const { trip, index, who, answer } = props;
  const others = trip.nights.map((n, i) => ({ id: n.id, i })).filter((n) => n.i !== index);
  const copyTo = (ids: string[]) =>
    editMember(trip, who, (m) =>
      ids.reduce(
        (member, id) =>
          withDay(member, {
            ...dayPlanOf(member, id),
            work: answer.work,
            blocks: answer.blocks.map((b) => ({ ...b, id: crypto.randomUUID() })),
            worn: answer.worn.map((b) => ({ ...b, pinned: false })),
          }),
        m,
      ),
    );
  const toParty = () =>
    trip.members.forEach((_, other) => {
      if (other !== who)
        editMember(trip, other, (m) =>
          withDay(m, {
            ...dayPlanOf(m, answer.nightId),
            work: answer.work,
            blocks: answer.blocks.map((b) => ({ ...b, id: crypto.randomUUID() })),
            worn: null,
          }),
        );
    });
  if (others.length === 0 && trip.members.length < 2) return null;
  return (
    <section className="space-y-2 print:hidden">
      <h2 className="text-lg">Copy this day</h2>
      <div className="flex flex-wrap gap-2">
        {others.length > 0 && (
          <select
            aria-label="Copy this day to"
            className="min-h-11 rounded-md border border-edge/60 bg-card px-2 sm:min-h-9"
            value=""
            onChange={(e) => copyTo(e.target.value === "all" ? others.map((o) => o.id) : [e.target.value])}
          >
            <option value="" disabled>
              to another day…
            </option>
            {others.map((o) => (
              <option key={o.id} value={o.id}>
                day {o.i + 1}
              </option>
            ))}
            <option value="all">every other day</option>
          </select>
        )}
        {trip.members.length > 1 && <Button onClick={toParty}>Work to the others</Button>}
      </div>
    </section>
  );
}
