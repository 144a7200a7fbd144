import type { DayBlock, Schema } from "../api/client";
import { clock } from "../night/clock";
import { Button } from "../parts/Button";
import { Check, Choice, NumberField, TextField } from "../parts/Field";
import { plain, units, useSettings, useWrite } from "../units/units";
import { activities, dayPlaces, dayReasons, dayVerdicts, efforts, parts, skies } from "../units/words";

/** One block: what is done, how hard, where, and in what weather. Only what differs needs to be said. */
export function BlockForm(props: {
  block: DayBlock;
  lived: Schema["BlockLived"] | undefined;
  onChange: (part: Partial<DayBlock>, merge?: string) => void;
  onEdge: (edge: "from" | "to", hour: number) => void;
  onSplit: () => void;
  onRemove: () => void;
}) {
  const { block, lived, onChange } = props;
  const u = useSettings();
  const w = useWrite();
  const going = block.going;
  const kilos = u.mass === "g" ? plain("kg") : plain("lb", 2.20462);
  const set = (part: Partial<Schema["Going"]>) =>
    going && onChange({ going: { ...going, ...part } }, `going/${Object.keys(part)}`);
  return (
    <div className="space-y-2.5">
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="What is done"
          value={block.activity}
          options={{
            ...activities,
            makeCamp: "make or break camp",
            driveSledge: "drive a sledge",
            animals: "work with animals",
          }}
          onChange={(activity) =>
            onChange({
              activity,
              ...(activity === "own" && !block.effort && !going ? { effort: "moderate" as const } : {}),
            })
          }
        />
        <Choice
          label="Where"
          value={block.place ?? "open"}
          options={dayPlaces}
          onChange={(place) => onChange({ place })}
        />
        <Hour label="From" hour={block.fromHour} onChange={(h) => props.onEdge("from", h)} />
        <Hour label="To" hour={block.toHour} onChange={(h) => props.onEdge("to", h)} />
      </div>
      {block.activity === "own" && (
        <TextField label="What it is called" value={block.name} onChange={(name) => onChange({ name })} />
      )}
      <Check
        label="Reckon by load, speed and slope"
        value={going != null}
        onChange={(on) =>
          onChange({
            going: on
              ? {
                  loadKg: block.activity === "haul" ? 5 : 12,
                  speedMs: block.activity === "haul" ? 0.9 : 1.1,
                  gradePercent: 0,
                  footprintCm: 5,
                  sledgeKg: block.activity === "haul" ? 50 : 0,
                  friction: null,
                  weighed: true,
                }
              : null,
          })
        }
      />
      {going ? (
        <div className="grid grid-cols-2 gap-2">
          <div className="col-span-2">
            <Check
              label="With what Load weighs that day"
              value={going.weighed}
              onChange={(weighed) => set({ weighed })}
            />
          </div>
          {!going.weighed && (
            <NumberField
              label="On the back"
              unit={kilos}
              value={going.loadKg}
              onChange={(v) => v !== null && set({ loadKg: v })}
            />
          )}
          <NumberField
            label="Speed"
            unit={u.wind === "m/s" ? plain("m/s") : units.wind(u)}
            value={going.speedMs}
            onChange={(v) => v !== null && set({ speedMs: v })}
          />
          <NumberField
            label="Slope"
            unit={plain("%")}
            value={going.gradePercent}
            onChange={(v) => v !== null && set({ gradePercent: v })}
          />
          <NumberField
            label="Sinks in"
            unit={units.length(u)}
            value={going.footprintCm}
            onChange={(v) => v !== null && set({ footprintCm: v })}
          />
          {going.weighed && block.activity !== "haul" ? (
            <Check
              label="Draws a sledge"
              value={going.sledgeKg > 0}
              onChange={(draws) => set({ sledgeKg: draws ? 50 : 0 })}
            />
          ) : (
            !going.weighed && (
              <NumberField
                label="Sledge"
                unit={kilos}
                value={going.sledgeKg}
                onChange={(v) => v !== null && set({ sledgeKg: v })}
              />
            )
          )}
          {going.sledgeKg > 0 && (
            <NumberField
              label="Friction"
              unit={plain("")}
              places={2}
              optional
              placeholder="usual"
              value={going.friction}
              onChange={(friction) => set({ friction })}
            />
          )}
        </div>
      ) : (
        <Choice
          label="How hard"
          value={block.effort ?? ""}
          options={
            { ...(block.activity === "own" ? {} : { "": "as usual for it" }), ...efforts } as Record<
              string,
              string
            >
          }
          onChange={(e) => onChange({ effort: (e || null) as Schema["Effort"] | null })}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Snow and sky"
          value={block.sky ?? ""}
          options={{ "": "as forecast", ...skies } as Record<string, string>}
          onChange={(s) => onChange({ sky: (s || null) as Schema["Sky"] | null })}
        />
        <NumberField
          label="Break each hour"
          unit={plain("min")}
          places={0}
          value={block.breakMinutes}
          onChange={(v) => v !== null && onChange({ breakMinutes: v })}
        />
        <NumberField
          label="Air"
          unit={units.temperature(u)}
          optional
          placeholder="forecast"
          value={block.airC}
          onChange={(airC) => onChange({ airC })}
        />
        <NumberField
          label="Wind"
          unit={units.wind(u)}
          optional
          placeholder="forecast"
          value={block.windMs}
          onChange={(windMs) => onChange({ windMs })}
        />
      </div>
      {lived && (
        <p className="text-[14px] text-soft">
          <b className="text-ink">{dayVerdicts[lived.verdict]}</b>
          {lived.reason !== "none" && ` by ${dayReasons[lived.reason]}`}
          {lived.turnsAt !== null && ` from ${clock(lived.turnsAt)}`}. {Math.round(lived.heat)} W/m² made on
          average. At its worst minute, {clock(lived.worst.hour)}: {Math.round(lived.worst.made)} made,{" "}
          {Math.round(lost(lived))} through clothes, {Math.round(lived.worst.vapour)} by vapour,{" "}
          {Math.round(lived.worst.breath)} by breath. Most leaks at the {parts[lived.leaks].toLowerCase()}.{" "}
          {lived.sweatG >= 1 && `${w.mass(Math.round(lived.sweatG))} of sweat. `}
          Fingers down to {w.temp(lived.fingers)}, toes to {w.temp(lived.toes)}.
        </p>
      )}
      <div className="flex gap-2">
        <Button onClick={props.onSplit}>Cut in two</Button>
        <Button look="quiet" onClick={props.onRemove}>
          Take out
        </Button>
      </div>
    </div>
  );
}

const lost = (lived: Schema["BlockLived"]) => Object.values(lived.worst.dry).reduce((a, b) => a + b, 0);

function Hour({ label, hour, onChange }: { label: string; hour: number; onChange: (hour: number) => void }) {
  return (
    <label className="block">
      <span className="mb-0.5 block text-[13px] text-soft">{label}</span>
      <input
        type="time"
        step={300}
        className="min-h-11 w-full rounded-md border border-edge/60 bg-card px-2 sm:min-h-9"
        value={clock(hour)}
        onChange={(e) => {
          const [h, m] = e.target.value.split(":").map(Number);
          if (h === undefined || m === undefined || Number.isNaN(h)) return;
          const day = hour >= 24 ? 24 : 0;
          onChange(day + h + m / 60);
        }}
      />
    </label>
  );
}
