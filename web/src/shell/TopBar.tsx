import { useQuery } from "@tanstack/react-query";
import { DropdownMenu, Popover } from "radix-ui";
import { type ReactNode, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { api, type NightLine, type Sleeper, unlessRefused } from "../api/client";
import { OwnEnds } from "../ends/OwnEnds";
import { useFile } from "../exchange/useFile";
import { OwnNights } from "../log/OwnNights";
import { Button } from "../parts/Button";
import { Choice, NumberField, TextField } from "../parts/Field";
import { VerdictMark } from "../parts/VerdictMark";
import { planWithMember, planWithoutMember } from "../state/loads";
import { editTrip, newId, newMember, useGo, useTrip } from "../state/trip";
import { editOne, useWorkspace } from "../state/workspace";
import { type Units, units, useSettings } from "../units/units";
import { verdicts } from "../units/words";
import { leave } from "./Enter";
import { dropExamples, hasExamples, showExamples } from "./examples";

const menu = "z-50 min-w-52 rounded-xl border border-line bg-card p-1.5 shadow-lg";
const entry =
  "flex min-h-11 sm:min-h-9 cursor-pointer items-center gap-2 rounded-lg px-2.5 outline-none data-highlighted:bg-ice-wash";
const trigger =
  "inline-flex min-h-11 sm:min-h-9 items-center gap-1 rounded-lg px-2 hover:bg-ice-wash whitespace-nowrap";

/** Trip, nights with their verdicts, who sleeps, units, theme, undo. */
export function TopBar(props: {
  nights: NightLine[] | undefined;
  onKeys: () => void;
  onNewTrip: () => void;
}) {
  const { trip } = useTrip();
  return (
    <header className="print:hidden flex flex-wrap items-center gap-x-3 gap-y-1 border-line border-b px-3 py-2 sm:px-5 xl:flex-nowrap">
      <TripMenu onNewTrip={props.onNewTrip} />
      {trip && <Stepper nights={props.nights} />}
      <div className="ml-auto flex flex-wrap items-center justify-end gap-0.5 xl:flex-nowrap">
        <SaveState />
        <Undo />
        {trip && <SleeperMenu />}
        <UnitsMenu />
        <ThemeSwitch />
        <button type="button" className={`${trigger} max-sm:hidden`} onClick={props.onKeys} aria-label="Keys">
          ?
        </button>
      </div>
    </header>
  );
}

function TripMenu({ onNewTrip }: { onNewTrip: () => void }) {
  const { trip, index } = useTrip();
  const trips = useWorkspace((w) => w.trips);
  const edit = useWorkspace((w) => w.edit);
  const go = useGo();
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const take = useFile((f) => f.take);
  const [opened, setOpened] = useState(false);
  const examples = useQuery({
    queryKey: ["examples"],
    queryFn: api.examples,
    retry: unlessRefused,
    enabled: opened,
  });
  const door = useQuery({ queryKey: ["door"], queryFn: api.door, retry: unlessRefused, enabled: opened });
  const shown = hasExamples(examples.data, trips);
  return (
    <>
      <input
        ref={file}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-hidden="true"
        aria-label="A trip, kit, forecast or camps"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          if (chosen) void take(chosen);
          e.target.value = "";
        }}
      />
      <DropdownMenu.Root onOpenChange={(open) => open && setOpened(true)}>
        <DropdownMenu.Trigger className={`${trigger} -ml-2 font-bold font-display text-lg`}>
          {trip?.name ?? "Trips"} <Caret />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            className={`${menu} max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto`}
          >
            {Object.values(trips).map((t) => (
              <DropdownMenu.Item key={t.id} className={entry} onSelect={() => go.trip(t.id)}>
                {t.name}
                <span className="ml-auto pl-4 text-soft">{t.nights.length} nights</span>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="my-1 border-line border-t" />
            {trip && (
              <DropdownMenu.Item className={entry} onSelect={() => go.station("take", index)}>
                Take it along
              </DropdownMenu.Item>
            )}
            {trip && (
              <DropdownMenu.Item className={entry} onSelect={() => go.station("rehearse", index)}>
                Rehearse an evening
              </DropdownMenu.Item>
            )}
            {trip && (
              <DropdownMenu.Item className={entry} onSelect={() => go.station("teach", index)}>
                Teach the party
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={entry} onSelect={onNewTrip}>
              New trip
            </DropdownMenu.Item>
            {trip && (
              <DropdownMenu.Item asChild className={entry}>
                <a href={`/api/trips/${trip.id}/file`} download>
                  Save {trip.name} as a file
                </a>
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={entry} onSelect={() => navigate("/keep")}>
              Keep and move: copies, health
            </DropdownMenu.Item>
            <DropdownMenu.Item className={entry} onSelect={() => file.current?.click()}>
              Open a file
            </DropdownMenu.Item>
            {examples.data && (
              <DropdownMenu.Item
                className={entry}
                onSelect={() => {
                  if (!shown) return void showExamples();
                  const next = Object.keys(trips).find(
                    (id) => !examples.data?.trips.some((t) => t.id === id),
                  );
                  void dropExamples().then(() => (next ? go.trip(next) : navigate("/")));
                }}
              >
                {shown ? "Take the examples away" : "Look at the examples"}
              </DropdownMenu.Item>
            )}
            {trip && (
              <DropdownMenu.Item
                className={`${entry} text-ember`}
                onSelect={() => {
                  const next = Object.keys(trips).find((id) => id !== trip.id);
                  edit([{ kind: "trips", id: trip.id, before: trip, after: null }]);
                  if (next) go.trip(next);
                }}
              >
                Remove {trip.name}
              </DropdownMenu.Item>
            )}
            {door.data?.shared && (
              <DropdownMenu.Item className={entry} onSelect={() => void leave()}>
                Leave this shared Ermine
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}

const Caret = () => (
  <svg width="10" height="6" viewBox="0 0 10 6" aria-hidden="true">
    <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" strokeWidth="1.6" />
  </svg>
);

function Stepper({ nights }: { nights: NightLine[] | undefined }) {
  const { trip, index } = useTrip();
  const { tripId } = useParams();
  const { pathname } = useLocation();
  const at = pathname.split("/")[3] ?? "cold";
  const station = at === "kit" ? "cold" : at;
  if (!trip || trip.nights.length === 0) return null;
  return (
    <nav aria-label="Nights" className="flex min-w-0 gap-0.5 overflow-x-auto py-0.5">
      {trip.nights.map((night, i) => {
        const verdict = nights?.[i]?.verdict;
        return (
          <Link
            key={night.id}
            to={`/trips/${tripId}/${station}/${i + 1}`}
            aria-current={i === index ? "true" : undefined}
            aria-label={`Night ${i + 1}, ${verdict ? verdicts[verdict] : "no low yet"}`}
            className="grid min-h-11 min-w-10 shrink-0 place-items-center rounded-lg border border-transparent py-0.5 text-[12px] text-soft hover:bg-ice-wash aria-[current=true]:border-ink aria-[current=true]:font-bold aria-[current=true]:text-ink"
          >
            <VerdictMark verdict={verdict} size={16} />
            {i + 1}
          </Link>
        );
      })}
    </nav>
  );
}

function SaveState() {
  const { saving, unsaved, unkept, problem, retry } = useWorkspace();
  const waiting = Object.keys(unsaved).length;
  if (problem && waiting > 0 && problem.status !== 409)
    return (
      <Popover.Root>
        <Popover.Trigger className={`${trigger} font-semibold text-ember`}>
          {problem.status === 0 ? `${waiting} waiting` : "Not saved"}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content className={`${menu} max-w-80 p-3`} align="end">
            <p className="font-semibold">{problem.title}</p>
            <ul className="mt-1 space-y-1 text-[14px]">
              {problem.faults.map((f) => (
                <li key={f.field}>
                  <b>{f.field}</b> <q>{f.value}</q>. {f.mend}
                </li>
              ))}
            </ul>
            <p className="mt-2 text-[14px] text-soft">
              {unkept
                ? "This browser has no room to keep it: leave this page open until it is saved."
                : "It is kept in this browser, also when this page is closed, and saved once it can be."}
            </p>
            <Button className="mt-2" onClick={retry}>
              Try again
            </Button>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    );
  return (
    <span role="status" className="px-1 text-[13px] text-soft max-sm:sr-only">
      {saving || waiting > 0 ? "Saving…" : "Saved"}
    </span>
  );
}

function Undo() {
  const { past, future, undo, redo } = useWorkspace();
  const turn = (label: string, steps: number, act: () => void, arrow: string) => (
    <button
      type="button"
      className={`${trigger} disabled:opacity-35`}
      disabled={steps === 0}
      onClick={act}
      aria-label={label}
    >
      <svg width="18" height="16" viewBox="0 0 18 16" aria-hidden="true">
        <path d={arrow} fill="none" stroke="currentColor" strokeWidth="1.8" />
      </svg>
    </button>
  );
  return (
    <>
      {turn("Undo", past.length, undo, "M6 2L2 6l4 4M2.5 6H11a4.5 4.5 0 010 9H7")}
      {turn("Redo", future.length, redo, "M12 2l4 4-4 4M15.5 6H7a4.5 4.5 0 000 9h4")}
    </>
  );
}

function SleeperMenu() {
  const { trip, who, member } = useTrip();
  const sleepers = useWorkspace((w) => w.sleepers);
  const edit = useWorkspace((w) => w.edit);
  const u = useSettings();
  const sleeper = sleepers[member?.sleeperId ?? ""];
  if (!trip || !sleeper) return null;
  const change = (part: Partial<Sleeper>) =>
    editOne("sleepers", sleeper.id, (s) => ({ ...s, ...part }), `${sleeper.id}/${Object.keys(part)}`);
  const add = () => {
    let name = "New sleeper";
    for (let n = 2; Object.values(sleepers).some((s) => s.name === name); n++) name = `New sleeper ${n}`;
    const fresh: Sleeper = {
      ...sleeper,
      id: newId(),
      name,
      statedOffsetK: 0,
      handsPercent: 0,
      feetPercent: 0,
      version: 0,
    };
    edit([{ kind: "sleepers", id: fresh.id, before: null, after: fresh }]);
    join(fresh.id);
  };
  const look = (at: number) => u.set({ who: { ...u.who, [trip.id]: at } });
  const join = (id: string) => {
    editTrip(trip.id, (t) => ({
      ...t,
      members: [...t.members, newMember(id)],
      load: planWithMember(t.load, id),
    }));
    look(trip.members.length);
  };
  const leave = () => {
    editTrip(trip.id, (t) => ({
      ...t,
      members: t.members.filter((_, i) => i !== who),
      load: planWithoutMember(t.load, t.members[who]?.sleeperId ?? ""),
      uses: t.uses.filter((u) => u.sleeperId !== t.members[who]?.sleeperId),
    }));
    look(0);
  };
  const strangers = Object.values(sleepers).filter((s) => !trip.members.some((m) => m.sleeperId === s.id));
  return (
    <Popover.Root>
      <Popover.Trigger className={trigger} aria-label={`Sleeper: ${sleeper.name}`}>
        {sleeper.name}
        {trip.members.length > 1 && <span className="text-soft">of {trip.members.length}</span>} <Caret />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          className={`${menu} max-h-(--radix-popover-content-available-height) w-80 space-y-2 overflow-y-auto p-3`}
        >
          <p className="text-[13px] text-soft">Along on {trip.name}</p>
          <ul>
            {trip.members.map((m, i) => (
              <li key={m.sleeperId}>
                <button
                  type="button"
                  aria-pressed={i === who}
                  onClick={() => look(i)}
                  className="flex min-h-11 w-full items-center rounded-lg px-2 text-left hover:bg-ice-wash aria-pressed:font-bold sm:min-h-8"
                >
                  {sleepers[m.sleeperId]?.name ?? "someone"}
                </button>
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2 border-line border-b pb-2">
            {strangers.length > 0 && (
              <Choice
                label="Take along"
                hideLabel
                value=""
                options={{
                  "": "take someone along",
                  ...Object.fromEntries(strangers.map((s) => [s.id, s.name])),
                }}
                onChange={(id) => id && join(id)}
              />
            )}
            <Button className="grow" onClick={add}>
              Another sleeper
            </Button>
            {trip.members.length > 1 && (
              <Button className="text-ember" onClick={leave}>
                {sleeper.name} stays at home
              </Button>
            )}
          </div>
          <TextField label="Name" path="name" value={sleeper.name} onChange={(name) => change({ name })} />
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="Mass"
              path="massKg"
              unit={{ factor: 1, offset: 0, name: "kg", step: 1 }}
              value={sleeper.massKg}
              onChange={(v) => v !== null && change({ massKg: v })}
            />
            <NumberField
              label="Height"
              path="heightCm"
              unit={{ factor: 1, offset: 0, name: "cm", step: 1 }}
              value={sleeper.heightCm}
              onChange={(v) => v !== null && change({ heightCm: v })}
            />
            <NumberField
              label="Age"
              path="ageYears"
              unit={units.none()}
              value={sleeper.ageYears}
              onChange={(v) => v !== null && change({ ageYears: Math.round(v) })}
            />
            <Choice
              label="Sex"
              value={sleeper.sex}
              options={{ female: "female", male: "male" }}
              onChange={(sex) => change({ sex })}
            />
          </div>
          <NumberField
            label="Sleeps warmer (+) or colder (−) than most by"
            path="statedOffsetK"
            unit={units.difference(u)}
            value={sleeper.statedOffsetK}
            onChange={(v) => v !== null && change({ statedOffsetK: v })}
          />
          <OwnNights sleeperId={sleeper.id} />
          <OwnEnds sleeper={sleeper} onChange={change} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function UnitsMenu() {
  const s = useSettings();
  const row = <K extends keyof Units>(label: string, key: K, options: Record<Units[K], string>) => (
    <Choice label={label} value={s[key]} options={options} onChange={(v) => s.set({ [key]: v })} />
  );
  return (
    <Popover.Root>
      <Popover.Trigger className={trigger} aria-label="Units">
        °{s.temperature} · {s.insulation === "SI" ? "m²K/W" : s.insulation} <Caret />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" className={`${menu} w-64 space-y-2 p-3`}>
          {row("Temperature", "temperature", { C: "°C", F: "°F" })}
          {row("Insulation", "insulation", { R: "R-value", SI: "m²K/W", clo: "clo" })}
          {row("Mass", "mass", { g: "grams", oz: "ounces" })}
          {row("Wind", "wind", { "m/s": "m/s", "km/h": "km/h", mph: "mph" })}
          {row("Elevation", "elevation", { m: "metres", ft: "feet" })}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function ThemeSwitch(): ReactNode {
  const { theme, set } = useSettings();
  return (
    <button
      type="button"
      className={trigger}
      onClick={() => set({ theme: theme === "snow" ? "lamp" : "snow" })}
      aria-label={`Theme: ${theme}`}
    >
      {theme === "snow" ? "Snow" : "Lamp"}
    </button>
  );
}
