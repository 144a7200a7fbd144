import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useId, useState } from "react";
import { api, type Trip, unlessRefused } from "../api/client";
import { freeName } from "../entry/names";
import { useRested } from "../entry/useLine";
import { Button } from "../parts/Button";
import { Choice, TextField } from "../parts/Field";
import { dayName, newId, newMember, newNight } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { useSettings, useWrite } from "../units/units";

/** Where, and which nights with what lows, said in one line. */
export function TripForm(props: { onLaid: (trip: Trip) => void; press: string }) {
  const { trips, sleepers, edit } = useWorkspace();
  const units = useSettings((s) => s.temperature);
  const w = useWrite();
  const [where, setWhere] = useState("");
  const [when, setWhen] = useState("");
  const id = useId();
  const people = Object.values(sleepers);
  const [who, setWho] = useState<string>();
  const sleeperId = who ?? people[0]?.id ?? "";
  const taken = Object.values(trips).some((t) => t.name.toLowerCase() === where.trim().toLowerCase());
  const asked = useRested(when).trim();
  const today = new Date();
  const day = `${today.getFullYear()}-${`${today.getMonth() + 1}`.padStart(2, "0")}-${`${today.getDate()}`.padStart(2, "0")}`;
  const query = useQuery({
    queryKey: ["nights", units, asked, day],
    queryFn: ({ signal }) => api.nights({ text: asked.slice(0, 500), units, today: day }, signal),
    enabled: asked !== "",
    placeholderData: keepPreviousData,
    retry: unlessRefused,
  });
  const read = asked === "" ? null : query.data;
  const nights = read?.nights ?? [];
  const wrong = read?.questions.some((q) => q.field !== "sign") ?? false;
  const sound = nights.length > 0 && !wrong && !taken && sleeperId !== "";
  const upToDate = asked === when.trim() && query.isSuccess && !query.isPlaceholderData;
  const [waiting, setWaiting] = useState(false);

  const lay = () => {
    const first = nights[0];
    if (!first) return;
    const name =
      where.trim() ||
      freeName(
        `${nights.length === 1 ? "Night" : "Nights"} from ${dayName(first.date)}`,
        new Set(Object.values(trips).map((t) => t.name.toLowerCase())),
      );
    const trip: Trip = {
      id: newId(),
      name,
      trust: { school: "confidence", confidence: 0.9, flatMarginK: 8 },
      forecastId: null,
      nights: nights.map((n) => ({ ...newNight(n.date), typedLowC: n.lowC })),
      members: [newMember(sleeperId)],
      uses: [],
      version: 0,
    };
    // First, so that the page it leads to is on its way when the trip is there.
    props.onLaid(trip);
    edit([{ kind: "trips", id: trip.id, before: null, after: trip }]);
  };
  // Enter pressed before the answer was there: it counts once it is.
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at when the answer changes
  useEffect(() => {
    if (!waiting || !upToDate) return;
    setWaiting(false);
    if (sound) lay();
  }, [waiting, upToDate, read]);

  return (
    <form
      className="space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!upToDate) setWaiting(true);
        else if (sound) lay();
      }}
    >
      <div>
        <label htmlFor={id} className="mb-0.5 block text-[13px] text-soft">
          Which nights, and how cold
        </label>
        <input
          id={id}
          // biome-ignore lint/a11y/noAutofocus: the first thing to say
          autoFocus
          autoComplete="off"
          maxLength={500}
          className="min-h-12 w-full rounded-lg border-2 border-ink bg-card px-3 text-[17px] placeholder:text-soft"
          placeholder="−18 Saturday, −22 Sunday"
          value={when}
          onChange={(e) => setWhen(e.target.value)}
        />
        <div aria-live="polite">
          {nights.length > 0 && (
            <ol className="mt-2 flex flex-wrap gap-x-1 gap-y-2" aria-label="Nights understood">
              {nights.slice(0, 14).map((n) => (
                <li key={n.date} className="w-[4.4rem] text-center leading-tight">
                  <svg width="30" height="44" viewBox="0 0 30 44" aria-hidden="true" className="mx-auto">
                    <path d="M0 2h30" stroke="var(--ice)" strokeWidth="2.5" />
                    <path
                      d={`M6 3h18L16.5 ${icicle(n.lowC)}q-1.5 2.5 -3 0z`}
                      fill={n.lowC === null ? "none" : "var(--ice-mid)"}
                      stroke="var(--ice)"
                      strokeDasharray={n.lowC === null ? "2 3" : undefined}
                    />
                  </svg>
                  <span className="block font-bold text-[17px]">
                    {n.lowC === null ? "?" : w.temp(n.lowC)}
                  </span>
                  <span className="text-[13px] text-soft">{dayName(n.date)}</span>
                </li>
              ))}
              {nights.length > 14 && <li className="self-center text-soft">and {nights.length - 14} more</li>}
            </ol>
          )}
          {read?.questions.map((q) => (
            <p key={q.text} className={`mt-1 text-[14px] ${q.field === "sign" ? "" : "text-ember"}`}>
              {q.text}{" "}
              {q.replies.map((r) => (
                <button
                  key={r.line}
                  type="button"
                  className="min-h-9 font-semibold underline"
                  onClick={() => setWhen(r.line)}
                >
                  {r.says}
                </button>
              ))}
            </p>
          ))}
          {nights.some((n) => n.lowC === null) && (
            <p className="mt-1 text-[14px] text-soft">
              Lows that are not said come from a forecast, read on the next page.
            </p>
          )}
        </div>
      </div>
      <TextField
        label="Where (may be left empty)"
        value={where}
        onChange={setWhere}
        placeholder="A lake, a plateau, a weekend"
      />
      {taken && (
        <p className="text-[13px] text-ember">
          Another trip is called {where.trim()}; choose a name that tells them apart.
        </p>
      )}
      {people.length > 1 && (
        <Choice
          label="Who sleeps"
          value={sleeperId}
          options={Object.fromEntries(people.map((s) => [s.id, s.name]))}
          onChange={setWho}
        />
      )}
      <Button
        type="submit"
        look="strong"
        className="w-full"
        disabled={when.trim() === "" || (!sound && upToDate)}
      >
        {props.press}
      </Button>
    </form>
  );
}

/** How far an icicle hangs, px. */
const icicle = (low: number | null) =>
  low === null ? 24 : Math.max(8, Math.min(40, 12 - low * 0.8)).toFixed(1);
