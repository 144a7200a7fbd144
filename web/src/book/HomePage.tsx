import qrcode from "qrcode-generator";
import { useEffect, useState } from "react";
import { partsOf } from "../exchange/codes";
import type { BookData } from "./data";
import { homePackage } from "./home";
import { useKept } from "./kept";

const press =
  "min-h-14 w-full rounded-xl border border-edge/60 bg-card px-4 text-lg font-semibold aria-pressed:bg-ice-wash";

/** What was logged and ticked here, on its way home: as a file, or as codes that the page at home scans. */
export function HomePage({ book }: { book: BookData }) {
  const kept = useKept();
  const [codes, setCodes] = useState<string[] | null>(null);
  const [failed, setFailed] = useState(false);
  const text = homePackage(book, kept);
  const nothing = kept.log.length === 0 && kept.ticks.length === 0;
  const save = () => {
    const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
    const link = document.createElement("a");
    link.href = url;
    link.download = "ermine-brought-home.json";
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
    kept.set({ takenHome: new Date().toISOString() });
  };
  return (
    <>
      <h2 className="text-3xl">Bring it home</h2>
      <p className="mt-1 text-lg">
        {nothing
          ? "Nothing is logged or ticked on this phone yet."
          : `${kept.log.length} ${kept.log.length === 1 ? "night" : "nights"} logged and ${kept.ticks.length} ${kept.ticks.length === 1 ? "line" : "lines"} ticked on this phone.`}
      </p>
      {!nothing && (
        <div className="mt-4 space-y-2">
          <button type="button" className={press} onClick={save}>
            Save the file
          </button>
          <p className="text-soft">
            At home drop it on Ermine’s page: what is new is shown before it is taken.
          </p>
          <button
            type="button"
            className={press}
            aria-pressed={codes !== null}
            onClick={() =>
              codes ? setCodes(null) : void partsOf(text).then(setCodes, () => setFailed(true))
            }
          >
            Show it as codes
          </button>
          {failed && <p role="alert">This phone cannot make codes. Save the file instead.</p>}
          {codes && <Codes codes={codes} />}
        </div>
      )}
      {kept.takenHome && (
        <p className="mt-3 text-soft">
          Saved {new Date(kept.takenHome).toLocaleString("en-GB")}. It stays here as well.
        </p>
      )}
    </>
  );
}

/** One code after the other, turning by themselves until a hand stops them. */
function Codes({ codes }: { codes: string[] }) {
  const [at, setAt] = useState(0);
  const [turning, setTurning] = useState(codes.length > 1);
  useEffect(() => {
    if (!turning) return;
    const timer = setInterval(() => setAt((n) => (n + 1) % codes.length), 1200);
    return () => clearInterval(timer);
  }, [turning, codes.length]);
  const step = (by: number) => {
    setTurning(false);
    setAt((n) => (n + by + codes.length) % codes.length);
  };
  return (
    <figure>
      <Code
        text={codes[at % codes.length] as string}
        label={`Code ${(at % codes.length) + 1} of ${codes.length}`}
      />
      <figcaption className="mt-2 text-center font-bold font-display text-xl">
        {(at % codes.length) + 1} of {codes.length}
      </figcaption>
      {codes.length > 1 && (
        <div className="mt-2 flex gap-2">
          <button type="button" className={press} onClick={() => step(-1)}>
            Before
          </button>
          <button type="button" className={press} onClick={() => setTurning(!turning)}>
            {turning ? "Hold" : "Turn"}
          </button>
          <button type="button" className={press} onClick={() => step(1)}>
            Next
          </button>
        </div>
      )}
    </figure>
  );
}

function Code({ text, label }: { text: string; label: string }) {
  const code = qrcode(0, "L");
  code.addData(text);
  code.make();
  const size = code.getModuleCount();
  let dark = "";
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (code.isDark(y, x)) dark += `M${x + 4} ${y + 4}h1v1h-1z`;
  return (
    <svg
      viewBox={`0 0 ${size + 8} ${size + 8}`}
      className="block w-full rounded-xl"
      role="img"
      aria-label={label}
    >
      <rect width="100%" height="100%" fill="#fff" />
      <path d={dark} fill="#000" />
    </svg>
  );
}
