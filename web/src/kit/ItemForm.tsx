import { useQuery } from "@tanstack/react-query";
import { api, type KitItem, type Problem, type Schema } from "../api/client";
import { useTypes } from "../entry/useLine";
import { Button } from "../parts/Button";
import { Faults } from "../parts/Faults";
import { Check, Choice, NumberField, TextField } from "../parts/Field";
import { dateInWords } from "../state/trip";
import { editOne } from "../state/workspace";
import { plain, type Unit, units, useSettings, useWrite } from "../units/units";
import {
  checks,
  claims as claimNames,
  dexterities,
  fingers,
  footBoxes,
  kinds,
  materials,
  parts,
  soles,
  sources,
} from "../units/words";
import { LoftField } from "./LoftField";
import { Meaning } from "./Meaning";
import { TypeChoice } from "./TypeChoice";
import { retyped } from "./typed";

type ClaimKind = Schema["ClaimKind"];

/** One thing: what it is, what is printed on it, and what that means. */
export function ItemForm(props: {
  item: KitItem;
  onBack: () => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { item } = props;
  const u = useSettings();
  const w = useWrite();
  const reading = useQuery({ queryKey: ["reading", item], queryFn: () => api.reading(item) });
  const types = useTypes();
  const typeOf = (i: KitItem) => types.find((t) => t.key === i.type);
  const usual = typeOf(item)?.usual;
  const change = (part: Partial<KitItem>) =>
    editOne("items", item.id, (i) => ({ ...i, ...part }), `${item.id}/${Object.keys(part)}`);
  const edit = (f: (i: KitItem) => KitItem) => editOne("items", item.id, f);
  const differs = (reading.data?.differs ?? []) as (keyof KitItem)[];
  const folded = differs.filter((f) => !["massG", "claims", "source", "kind"].includes(f));
  /** Marks what differs from its type, with the way back. */
  const mark = (field: keyof KitItem, was: string | undefined) =>
    usual && differs.includes(field) ? (
      <button
        type="button"
        className="mt-0.5 min-h-8 text-left text-[12.5px] text-ice underline decoration-dotted"
        onClick={() =>
          change(field === "claims" ? { claims: usual.claims, source: "usual" } : { [field]: usual[field] })
        }
      >
        ● its own; back to {was}
      </button>
    ) : null;
  const claimUnit = (kind: ClaimKind): Unit => {
    switch (kind) {
      case "comfort":
      case "limit":
      case "extreme":
      case "unspecified":
        return units.temperature(u);
      case "loftCm":
        return plain("cm");
      case "rValue":
        return plain("R");
      case "squareMetreKelvinPerWatt":
        return plain("m²K/W");
      case "fillGrams":
        return plain("g");
      case "seasons":
        return plain("");
      case "addsDegrees":
        return units.difference(u);
      default:
        return plain(kind);
    }
  };
  const top = item.kind === "bag" || item.kind === "quilt";
  const allowed = Object.fromEntries(
    Object.entries(claimNames).filter(
      ([k]) =>
        (top || item.kind === "underquilt" || !["comfort", "limit", "extreme", "unspecified"].includes(k)) &&
        (top || k !== "seasons") &&
        (item.kind === "liner" || k !== "addsDegrees"),
    ),
  ) as Partial<Record<ClaimKind, string>>;
  const setClaim = (at: number, part: Partial<Schema["Claim"]>) =>
    change({
      claims: item.claims.map((c, i) => (i === at ? { ...c, ...part } : c)),
      // A number that is typed is no longer what is usual.
      source: item.source === "usual" ? "labelled" : item.source,
    });
  const faults = (reading.error as Problem | null)?.faults ?? [];

  return (
    <Faults.Provider value={faults}>
      <button type="button" onClick={props.onBack} className="mb-2 min-h-11 font-semibold lg:hidden">
        ← All things
      </button>
      <Meaning
        item={item}
        reading={reading.data}
        onAnswer={(kind) =>
          setClaim(
            item.claims.findIndex((c) => c.kind === "unspecified"),
            { kind },
          )
        }
      />
      <div className="mt-4 space-y-3">
        <TextField label="Name" path="name" value={item.name} onChange={(name) => change({ name })} />
        <div className="grid grid-cols-2 gap-3">
          <TypeChoice item={item} types={types} onChange={(to) => edit((i) => retyped(i, typeOf(i), to))} />
          <div>
            <NumberField
              label="Mass"
              path="massG"
              unit={units.mass(u)}
              value={item.massG}
              onChange={(v) => v !== null && change({ massG: v })}
            />
            {mark("massG", usual && w.mass(usual.massG))}
          </div>
        </div>
        <fieldset>
          <legend className="text-[13px] text-soft">
            {item.kind === "garment"
              ? "Known of its warmth (clo speaks of the whole body)"
              : "Printed or known of its warmth"}
          </legend>
          {item.claims.map((claim, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: claims have no identity but their place
            <div key={i} className="mt-1 grid grid-cols-[1fr_6.5rem_2.75rem] items-start gap-2">
              <Choice
                label={`Number ${i + 1} speaks of`}
                hideLabel
                value={claim.kind}
                options={allowed}
                onChange={(kind) =>
                  setClaim(i, kind === "fillGrams" ? { kind, fillPower: claim.fillPower ?? 700 } : { kind })
                }
              />
              <NumberField
                label={`Number ${i + 1}`}
                hideLabel
                places={3}
                path={`claims[${i}].value`}
                unit={claimUnit(claim.kind)}
                value={claim.value}
                onChange={(v) => v !== null && setClaim(i, { value: v })}
              />
              <button
                type="button"
                aria-label={`Remove number ${i + 1}`}
                className="min-h-11 rounded-md text-xl text-soft hover:text-ember sm:min-h-9"
                onClick={() => change({ claims: item.claims.filter((_, k) => k !== i) })}
              >
                ×
              </button>
              {claim.kind === "fillGrams" && (
                <div className="col-span-3 grid grid-cols-2 gap-2">
                  <NumberField
                    label="Fill power"
                    places={0}
                    path={`claims[${i}].fillPower`}
                    unit={plain("")}
                    value={claim.fillPower}
                    onChange={(v) => v !== null && setClaim(i, { fillPower: v })}
                  />
                  <NumberField
                    label="Whole shell"
                    optional
                    placeholder="usual size"
                    path={`claims[${i}].areaM2`}
                    unit={plain("m²")}
                    value={claim.areaM2}
                    onChange={(v) => setClaim(i, { areaM2: v })}
                  />
                </div>
              )}
            </div>
          ))}
          <Button
            className="mt-1.5"
            onClick={() => {
              const kind: ClaimKind = top
                ? "comfort"
                : item.kind === "pad"
                  ? "rValue"
                  : "squareMetreKelvinPerWatt";
              change({
                source: item.source === "usual" ? "labelled" : item.source,
                claims: [...item.claims, { kind, value: top ? -5 : item.kind === "pad" ? 2 : 0.1 }],
              });
            }}
          >
            Add a number
          </Button>
        </fieldset>
        {mark("claims", usual && (usual.claims.length > 0 ? "what is usual" : "no number"))}
        <details className="border-line border-y py-1" open={!usual || undefined}>
          <summary className="flex min-h-11 cursor-pointer items-center gap-2 font-semibold sm:min-h-9">
            <span className="grow">{usual ? "Usual for its type" : "What else it is"}</span>
            {folded.length > 0 && (
              <span className="rounded-full bg-ink px-2 font-normal text-[12.5px] text-paper">
                {folded.length} changed
              </span>
            )}
          </summary>
          <div className="space-y-3 pt-1 pb-2">
            {!usual && (
              <Choice
                label="What it is"
                value={item.kind}
                options={kinds}
                onChange={(kind) => change({ kind })}
              />
            )}
            <div className="grid grid-cols-2 gap-3">
              <div>
                <Choice
                  label="The number is"
                  value={item.source}
                  options={sources}
                  onChange={(source) => change({ source })}
                />
              </div>
              <div>
                <Choice
                  label="What warms in it"
                  value={item.material ?? "unsaid"}
                  options={materials}
                  onChange={(material) => change({ material })}
                />
                {mark("material", usual && materials[usual.material ?? "unsaid"])}
              </div>
            </div>
            {item.kind !== "gear" && (
              <LoftField item={item} onChange={(loftFactor) => change({ loftFactor })} />
            )}
            {mark("loftFactor", "as new")}
            {item.kind !== "bag" && (
              <fieldset>
                <legend className="text-[13px] text-soft">Covers, per cent of each part</legend>
                <div className="grid grid-cols-3 gap-2">
                  {(["head", "face", "torso", "hands", "legs", "feet"] as const).map((r) => (
                    <NumberField
                      key={r}
                      label={parts[r]}
                      places={0}
                      unit={{ ...units.percent(), name: "" }}
                      path={`cover.${r}`}
                      value={item.cover[r] ?? 0}
                      onChange={(v) => v !== null && change({ cover: { ...item.cover, [r]: v } })}
                    />
                  ))}
                </div>
                {mark("cover", usual && "what is usual")}
              </fieldset>
            )}
            <div className="grid grid-cols-2 gap-x-3">
              {item.kind === "bag" && (
                <>
                  <Check label="Hood that closes" value={item.hood} onChange={(hood) => change({ hood })} />
                  <Check label="Draft collar" value={item.collar} onChange={(collar) => change({ collar })} />
                </>
              )}
              {item.kind === "quilt" && (
                <Choice
                  label="Foot box"
                  value={item.footBox ?? "sewn"}
                  options={footBoxes}
                  onChange={(footBox) => change({ footBox })}
                />
              )}
              {top && (
                <Check
                  label="Draft tube, or no zip"
                  value={item.draftTube}
                  onChange={(draftTube) => change({ draftTube })}
                />
              )}
              {(top || item.kind === "underquilt") && (
                <Check
                  label="Windproof outside"
                  value={item.windproof}
                  onChange={(windproof) => change({ windproof })}
                />
              )}
              {item.kind === "garment" && (
                <>
                  <Check label="Fits tightly" value={item.tight} onChange={(tight) => change({ tight })} />
                  <Check
                    label="Cord or end at the neck"
                    value={item.cord}
                    onChange={(cord) => change({ cord })}
                  />
                </>
              )}
              {item.kind === "pad" && (
                <>
                  <Check
                    label="Narrow: arms slide off"
                    value={item.narrow}
                    onChange={(narrow) => change({ narrow })}
                  />
                  <Check
                    label="Goes soft overnight"
                    value={item.soft}
                    onChange={(soft) => change({ soft })}
                  />
                </>
              )}
            </div>
            {item.kind === "bag" && (
              <NumberField
                label="Inside girth at the chest"
                optional
                placeholder="not known"
                path="innerGirthCm"
                unit={plain("cm")}
                value={item.innerGirthCm}
                onChange={(v) => change({ innerGirthCm: v })}
              />
            )}
            {(
              [
                "hood",
                "collar",
                "draftTube",
                "footBox",
                "windproof",
                "innerGirthCm",
                "tight",
                "cord",
                "narrow",
                "soft",
              ] as const
            ).map((field) => (
              <div key={field}>{mark(field, `${fieldWords[field]} as usual`)}</div>
            ))}
            <fieldset>
              <legend className="text-[13px] text-soft">
                Packed and worn (of these the night uses only the vapour resistance; the rest is for the day)
              </legend>
              <div className="grid grid-cols-2 gap-3">
                {dayFields.map((f) => (
                  <div key={f.field}>
                    <NumberField
                      label={f.label}
                      places={f.places}
                      optional={f.field === "vapourResistance"}
                      placeholder="usual for its kind"
                      unit={plain(f.unit)}
                      path={f.field}
                      value={item[f.field]}
                      onChange={(v) =>
                        (v !== null || f.field === "vapourResistance") && change({ [f.field]: v })
                      }
                    />
                    {mark(f.field, usual && `${usual[f.field] ?? "not said"} ${f.unit}`)}
                  </div>
                ))}
                <div>
                  <Choice
                    label="Hands can do in it"
                    value={item.dexterity ?? "bare"}
                    options={dexterities}
                    onChange={(dexterity) => change({ dexterity })}
                  />
                  {mark("dexterity", usual && dexterities[usual.dexterity ?? "bare"])}
                </div>
                {handsOrFeet(item) && (
                  <>
                    <div>
                      <NumberField
                        label={isBinding(item) ? "Takes a boot's wall up to" : "Room for what goes under"}
                        optional
                        placeholder="any"
                        unit={plain("mm")}
                        path="roomMm"
                        value={item.roomMm}
                        onChange={(roomMm) => change({ roomMm })}
                      />
                      {mark("roomMm", usual && (usual.roomMm === null ? "any" : `${usual.roomMm} mm`))}
                    </div>
                    {item.cover.feet > 0 && (
                      <div>
                        <NumberField
                          label="Sizes up (3 mm of room each)"
                          unit={plain("")}
                          path="sizesUp"
                          value={item.sizesUp}
                          onChange={(v) => v !== null && change({ sizesUp: v })}
                        />
                        {mark("sizesUp", "the foot's own size")}
                      </div>
                    )}
                    {(item.cover.hands ?? 0) > 0 && (
                      <div>
                        <Choice
                          label="Fingers lie"
                          value={item.fingers ?? "apart"}
                          options={fingers}
                          onChange={(f) => change({ fingers: f })}
                        />
                        {mark("fingers", usual && fingers[usual.fingers ?? "apart"])}
                      </div>
                    )}
                    {(item.cover.hands ?? 0) > 0 && (
                      <div className="self-end">
                        <Check
                          label="Hangs at the wrist"
                          value={item.onLeash}
                          onChange={(onLeash) => change({ onLeash })}
                        />
                        {mark("onLeash", "no leash")}
                      </div>
                    )}
                    {(item.cover.feet > 0 || isBinding(item)) && item.kind === "gear" && (
                      <div>
                        <Choice
                          label={isBinding(item) ? "Needs a sole that is" : "Sole"}
                          value={item.sole ?? "none"}
                          options={soles}
                          onChange={(sole) => change({ sole })}
                        />
                        {mark("sole", usual && soles[usual.sole ?? "none"])}
                      </div>
                    )}
                  </>
                )}
                {(item.kind === "garment" || item.kind === "gear") && item.material !== "coated" && (
                  <div>
                    <NumberField
                      label="Wax or spray left on it"
                      places={0}
                      unit={units.percent()}
                      path="repellency"
                      value={item.repellency}
                      onChange={(v) => v !== null && change({ repellency: v })}
                    />
                    {mark("repellency", "none")}
                  </div>
                )}
                <div className="self-end">
                  <Check
                    label="Goes on over boots"
                    value={item.overBoots}
                    onChange={(overBoots) => change({ overBoots })}
                  />
                  {mark("overBoots", usual && (usual.overBoots ? "over boots" : "not over boots"))}
                </div>
              </div>
            </fieldset>
          </div>
        </details>
        <Since item={item} onChange={change} />
        <TextField label="Notes" path="notes" value={item.notes} onChange={(notes) => change({ notes })} />
        <div className="flex gap-2">
          <Button onClick={props.onDuplicate}>Duplicate</Button>
          <Button className="text-ember" onClick={props.onRemove}>
            Remove
          </Button>
        </div>
      </div>
    </Faults.Provider>
  );
}

/** Since when it is owned, and what was seen to and mended on it. */
function Since({ item, onChange }: { item: KitItem; onChange: (part: Partial<KitItem>) => void }) {
  const history = item.history ?? [];
  return (
    <div className="space-y-1">
      <div className="max-w-56">
        <TextField
          label="Owned since; it says what is due before leaving"
          type="date"
          path="since"
          value={item.since ?? ""}
          onChange={(since) => onChange({ since: since || null })}
        />
      </div>
      {history.length > 0 && (
        <ul className="text-[14px]">
          {history.map((h, i) => (
            <li
              key={`${h.on}${h.what}`}
              className="flex items-center justify-between gap-2 border-line border-t"
            >
              <span>
                {dateInWords(h.on)}: {checks[h.what].toLowerCase()}, {h.note || "found sound"}
              </span>
              <Button
                look="quiet"
                aria-label={`Take out what was seen to on ${dateInWords(h.on)}`}
                onClick={() => onChange({ history: history.filter((_, n) => n !== i) })}
              >
                Take out
              </Button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const isBinding = (item: KitItem) => item.kind === "gear" && item.sole !== "none" && item.cover.feet === 0;
const handsOrFeet = (item: KitItem) => item.cover.feet > 0 || (item.cover.hands ?? 0) > 0 || isBinding(item);

const dayFields = [
  { field: "packedL", label: "Packed", unit: "l", places: 1 },
  { field: "secondsToPutOn", label: "Seconds until it is on", unit: "s", places: 0 },
  { field: "thicknessMm", label: "Thick", unit: "mm", places: 1 },
  { field: "airPermeability", label: "Air that passes", unit: "l/m²s", places: 0 },
  { field: "vapourResistance", label: "Vapour resistance", unit: "m²Pa/W", places: 0 },
] as const;

const fieldWords = {
  hood: "hood",
  collar: "collar",
  draftTube: "draft tube",
  footBox: "foot box",
  windproof: "windproofness",
  innerGirthCm: "girth",
  tight: "fit",
  cord: "cord",
  narrow: "width",
  soft: "firmness",
} as const;
