import { useState } from "react";
import type { Trip } from "../api/client";
import { Button } from "../parts/Button";
import { Choice, NumberField, TextField } from "../parts/Field";
import { Sheet } from "../parts/Sheet";
import { dayAfter, newId, newMember, newNight, useGo } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { units } from "../units/units";

/** A trip begins with its name and its nights; everything else is edited where it shows. */
export function NewTrip(props: { open: boolean; onClose: () => void }) {
  const { trips, sleepers, edit } = useWorkspace();
  const go = useGo();
  const [name, setName] = useState("");
  const [first, setFirst] = useState(() => new Date().toISOString().slice(0, 10));
  const [count, setCount] = useState<number | null>(2);
  const people = Object.values(sleepers);
  const [who, setWho] = useState<string>();
  const sleeperId = who ?? people[0]?.id ?? "";
  const taken = Object.values(trips).some((t) => t.name.toLowerCase() === name.trim().toLowerCase());
  const nights = Math.round(count ?? 0);
  const sound =
    name.trim() !== "" && !taken && nights >= 1 && nights <= 60 && /^\d{4}-\d\d-\d\d$/.test(first);

  const lay = () => {
    const trip: Trip = {
      id: newId(),
      name: name.trim(),
      trust: { school: "confidence", confidence: 0.9, flatMarginK: 8 },
      forecastId: null,
      nights: Array.from({ length: nights }, (_, i) => newNight(dayAfter(first, i))),
      members: [newMember(sleeperId)],
      uses: [],
      version: 0,
    };
    edit([{ kind: "trips", id: trip.id, before: null, after: trip }]);
    props.onClose();
    setName("");
    go.trip(trip.id);
  };

  return (
    <Sheet open={props.open} onClose={props.onClose} title="New trip">
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (sound) lay();
        }}
      >
        <TextField
          label="What is it called"
          value={name}
          onChange={setName}
          placeholder="A lake, a plateau, a weekend"
        />
        {taken && (
          <p className="text-[13px] text-ember">
            Another trip is called {name.trim()}; choose a name that tells them apart.
          </p>
        )}
        <div className="grid grid-cols-2 gap-3">
          <TextField label="First evening" type="date" value={first} onChange={setFirst} />
          <NumberField label="Nights" unit={units.none()} places={0} value={count} onChange={setCount} />
        </div>
        {(nights < 1 || nights > 60) && <p className="text-[13px] text-ember">A trip has 1 to 60 nights.</p>}
        {people.length > 1 && (
          <Choice
            label="Who sleeps"
            value={sleeperId}
            options={Object.fromEntries(people.map((s) => [s.id, s.name]))}
            onChange={setWho}
          />
        )}
        <Button type="submit" look="strong" className="w-full" disabled={!sound}>
          Lay it out
        </Button>
      </form>
    </Sheet>
  );
}
