import { DropdownMenu } from "radix-ui";
import { useRef } from "react";
import { Button } from "../parts/Button";
import { useFile } from "./useFile";

const menuEntry =
  "flex min-h-11 sm:min-h-9 cursor-pointer items-center gap-2 rounded-lg px-2.5 outline-none data-highlighted:bg-ice-wash";

/** Brings in a file, whatever it is, or saves the kit as one. */
export function FileButtons() {
  const { take, busy } = useFile();
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-wrap gap-1.5">
      <Button disabled={busy} onClick={() => input.current?.click()}>
        {busy ? "Reading…" : "Bring in a file"}
      </Button>
      <input
        ref={input}
        type="file"
        className="sr-only"
        aria-label="A kit list, a trip or everything"
        accept=".csv,.txt,.tsv,.xlsx,.json,text/csv,text/plain,application/json"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void take(file);
          e.target.value = "";
        }}
      />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button look="quiet">Save as a file</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="z-50 min-w-52 rounded-xl border border-line bg-card p-1.5 shadow-lg"
          >
            {(
              [
                ["/api/kit.csv", "Kit as a table (CSV)"],
                ["/api/kit.json", "Kit, nothing left out (JSON)"],
                ["/api/archive", "Everything (JSON)"],
              ] as const
            ).map(([href, text]) => (
              <DropdownMenu.Item key={href} asChild className={menuEntry}>
                <a href={href} download>
                  {text}
                </a>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}
