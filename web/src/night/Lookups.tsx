import { useState } from "react";
import { api, type KitItem, type NightAnswer, type Schema, type Trip } from "../api/client";
import { Button } from "../parts/Button";
import { useAsked } from "../state/trip";
import { editOne, useWorkspace } from "../state/workspace";
import { useSettings, useWrite } from "../units/units";

type Unknown = Schema["Unknown"];

/** What was taken as usual, and which label, loft or weight would narrow the answer most: said here, it counts at once. */
export function Lookups(props: { trip: Trip; index: number; who: number; plan: NightAnswer }) {
  const asked = useAsked("lookups", api.lookups, props.trip, props.index, props.who);
  const items = useWorkspace((s) => s.items);
  const [open, setOpen] = useState<string | null>(null);
  const w = useWrite();
  const found = (asked.data ?? []).filter((u) => u.itemId === null || items[u.itemId]).slice(0, 4);
  if (found.length === 0) return null;
  const most = found[0]?.swing ?? 1;
  const key = (u: Unknown) => `${u.what}${u.itemId}`;
  return (
    <section className="print:hidden">
      <h2 className="text-lg">Look up first</h2>
      <p className="text-[14px] text-soft">
        Taken as usual, not looked up: this night may hold to anything between.
      </p>
      <ul className="mt-1">
        {found.map((u) => {
          const item = u.itemId ? items[u.itemId] : undefined;
          return (
            <li key={key(u)} className="border-line border-t py-1">
              <button
                type="button"
                aria-expanded={open === key(u)}
                className="flex min-h-11 w-full items-center gap-2 text-left hover:bg-ice-wash sm:min-h-9"
                onClick={() => setOpen(open === key(u) ? null : key(u))}
              >
                <span className="min-w-0 grow">
                  <span className="block font-semibold leading-tight">{says(u, item)}</span>
                  <span className="text-[13px] text-soft">
                    {u.atWorst !== null && u.atBest !== null
                      ? `holds to between ${w.temp(u.atWorst)} and ${w.temp(u.atBest)}`
                      : ""}
                  </span>
                </span>
                <span
                  aria-hidden="true"
                  className="h-2 shrink-0 rounded-full border border-ink border-dashed bg-ice-wash"
                  style={{ width: `${Math.max(8, (70 * u.swing) / most)}px` }}
                />
                <span className="w-9 shrink-0 text-right font-semibold">{w.degrees(u.swing)}°</span>
              </button>
              {open === key(u) && <Answered unknown={u} item={item} onDone={() => setOpen(null)} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function says(u: Unknown, item: KitItem | undefined): string {
  switch (u.what) {
    case "label":
      return `What is printed on ${item?.name}?`;
    case "whichTemperature":
      return `${item?.name}: comfort or limit?`;
    case "loft":
      return `How thick is ${item?.name} now?`;
    case "mass":
      return `What does ${item?.name} weigh?`;
    default:
      return "Who sleeps: height, weight, age?";
  }
}

/** The way to answer, where it stands. */
function Answered({
  unknown,
  item,
  onDone,
}: {
  unknown: Unknown;
  item: KitItem | undefined;
  onDone: () => void;
}) {
  const [text, setText] = useState("");
  const [mend, setMend] = useState("");
  const units = useSettings((s) => s.temperature);
  if (unknown.what === "sleeper")
    return <p className="pb-2 text-[14px]">Press the sleeper’s name at the top: it counts as it is typed.</p>;
  if (!item) return null;
  if (unknown.what === "whichTemperature")
    return (
      <div className="flex gap-2 pb-2">
        {(["comfort", "limit"] as const).map((kind) => (
          <Button
            key={kind}
            onClick={() => {
              editOne("items", item.id, (i) => ({
                ...i,
                claims: i.claims.map((c) => (c.kind === "unspecified" ? { ...c, kind } : c)),
              }));
              onDone();
            }}
          >
            It is {kind}
          </Button>
        ))}
      </div>
    );
  const take = async () => {
    // Read as a line of its own, so that what is typed here means the same as everywhere.
    const noun = { pad: "pad", bag: "bag", quilt: "quilt", underquilt: "underquilt", liner: "bag liner" }[
      item.kind as string
    ];
    const read = await api.line({ text: `${noun ?? "jacket"} ${text}`, units });
    const claims = read.claims.length > 0 ? read.claims : null;
    if (!claims && !read.massSaid) {
      setMend(`“${text}” holds no number that Ermine knows: write it as ${example(item)}.`);
      return;
    }
    editOne("items", item.id, (i) => ({
      ...i,
      massG: read.massSaid && read.massG !== null ? read.massG : i.massG,
      ...(claims ? { claims, source: "labelled" as const, loftFactor: 1 } : {}),
    }));
    onDone();
  };
  return (
    <form
      className="pb-2"
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
    >
      <div className="flex gap-2">
        <input
          aria-label={says(unknown, item)}
          // biome-ignore lint/a11y/noAutofocus: opened to type in
          autoFocus
          className="min-h-11 w-full min-w-0 rounded-md border border-edge/60 bg-card px-2.5 sm:min-h-9"
          placeholder={unknown.what === "mass" ? "1300 g" : unknown.what === "loft" ? "6 cm" : example(item)}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button type="submit" look="strong">
          Take
        </Button>
      </div>
      {mend && (
        <p role="alert" className="mt-1 text-[13px] text-ember">
          {mend}
        </p>
      )}
    </form>
  );
}

const example = (item: KitItem) =>
  item.kind === "pad"
    ? "R 3.5"
    : item.kind === "bag" || item.kind === "quilt" || item.kind === "underquilt"
      ? "comfort −12"
      : "loft 4 cm, or 0.6 clo";
