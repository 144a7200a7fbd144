import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Problem, type Schema } from "../api/client";
import { useFile } from "../exchange/useFile";
import { Button } from "../parts/Button";
import { ChooseFile } from "../parts/ChooseFile";
import { ProblemList } from "../parts/Problem";
import { useWorkspace } from "../state/workspace";

const size = (bytes: number) =>
  bytes < 1e6
    ? `${Math.ceil(bytes / 1000)} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${(bytes / 1e9).toFixed(0)} GB`;

const when = (iso: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(iso));

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? "" : "s"}`;

const contents = (c: Schema["Contents"]) =>
  [
    count(c.trips, "trip"),
    count(c.things, "thing"),
    count(c.sleepers, "sleeper"),
    count(c.forecasts, "forecast"),
    `${c.logged} logged`,
  ].join(", ");

/** Why a copy was made, as its name says. */
const reason = (name: string) =>
  name.includes("set-aside")
    ? "what was here before another was brought back"
    : name.includes("by-hand")
      ? "made by hand"
      : name.includes("before")
        ? "made before an upgrade"
        : "";

/** How the data stands, copies of it, and the way to another machine. */
export function Component() {
  const queries = useQueryClient();
  const readOnly = useWorkspace((s) => s.readOnly);
  const waiting = useWorkspace((s) => Object.keys(s.unsaved).length);
  const take = useFile((f) => f.take);
  const [sure, setSure] = useState<string | null>(null);
  const health = useQuery({
    queryKey: ["health"],
    queryFn: ({ signal }) => api.health(signal),
    staleTime: 0,
  });
  const again = () => queries.invalidateQueries({ queryKey: ["health"] });
  const make = useMutation({ mutationFn: api.makeBackup, onSettled: again });
  const restore = useMutation({
    mutationFn: async (name: string) => {
      await useWorkspace.getState().settle();
      return api.restoreBackup(name);
    },
    // Everything that the page knows is of the data before.
    onSuccess: () => location.assign("/keep?back"),
  });
  const data = health.data?.data;
  const problem = (health.error ?? make.error ?? restore.error) as Problem | null;
  return (
    <main className="min-w-0 max-w-4xl px-5 py-5">
      <h1 className="text-3xl leading-tight">
        {!data ? "Keep and move" : data.sound ? "Your data is sound." : "Your data is damaged."}
      </h1>
      {data && (
        <p className="mt-1 text-lg">
          {contents(data.contents)} in {size(data.bytes)}.
          {!data.sound && " Bring a copy back below; what is here now is kept beside it."}
        </p>
      )}
      {location.search === "?back" && (
        <p role="status" className="mt-3 rounded-lg bg-ice-wash px-3 py-2">
          The copy is back. What was here before lies among the copies.
        </p>
      )}
      {problem && (
        <div className="mt-3">
          <ProblemList problem={problem} />
        </div>
      )}

      <section className="mt-6">
        <h2 className="text-2xl">Copies</h2>
        <p className="text-soft">
          A copy holds everything, and is made while you work. Keep one on another disk: download it.
        </p>
        <Button
          look="strong"
          className="mt-2"
          disabled={readOnly || make.isPending || waiting > 0}
          onClick={() => make.mutate()}
        >
          {waiting > 0 ? "Saving first…" : "Copy everything now"}
        </Button>
        {make.data && (
          <p role="status" className="mt-1">
            Made: {contents(make.data.contents)}.
          </p>
        )}
        {health.data &&
          (health.data.backups.length === 0 ? (
            <p className="mt-3">No copy yet. The first takes a second.</p>
          ) : (
            <ul className="mt-3">
              {health.data.backups.map((b) => (
                <li
                  key={b.name}
                  className="flex flex-wrap items-center gap-x-3 gap-y-1 border-line border-t py-1.5"
                >
                  <span className="min-w-0 grow leading-tight">
                    <b>{when(b.at)}</b>, {size(b.bytes)}
                    <span className="block text-[13px] text-soft">
                      {reason(b.name) && `${reason(b.name)} · `}
                      <span className="break-all">{b.name}</span>
                    </span>
                  </span>
                  <a
                    href={`/api/backups/${encodeURIComponent(b.name)}`}
                    download={b.name}
                    className="inline-flex min-h-11 items-center underline sm:min-h-9"
                  >
                    Download
                  </a>
                  {sure === b.name ? (
                    <>
                      <Button
                        look="strong"
                        disabled={restore.isPending}
                        onClick={() => restore.mutate(b.name)}
                      >
                        {restore.isPending ? "Bringing it back…" : "Yes, replace everything"}
                      </Button>
                      <Button onClick={() => setSure(null)}>Leave it</Button>
                    </>
                  ) : (
                    <Button disabled={readOnly} onClick={() => setSure(b.name)}>
                      Bring back
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          ))}
      </section>

      <section className="mt-7">
        <h2 className="text-2xl">To another machine</h2>
        <p>
          Save everything as one file here, and open it there: what is new is shown before it is taken, and
          nothing that is there already is lost.
        </p>
        <div className="mt-2 flex flex-wrap gap-2">
          <a
            href="/api/archive"
            download
            className="inline-flex min-h-12 items-center rounded-lg border border-edge/60 bg-card px-3.5 font-semibold hover:border-ink sm:min-h-9"
          >
            Save everything as a file
          </a>
          <ChooseFile label="Open a file" onFile={(file) => void take(file)} />
        </div>
      </section>

      {health.data && data && <Standing health={health.data} />}
    </main>
  );
}

function Standing({ health }: { health: Schema["Health"] }) {
  const { data } = health;
  const rows: [string, string][] = [
    ["Folder", data.folder],
    ["Room on its disk", `${size(data.freeBytes)}${data.freeBytes < 200e6 ? ": make room soon" : ""}`],
    ["Rows that cannot be read", health.setAside === 0 ? "none" : `${health.setAside}, shown above`],
    ["Saving", data.readOnly ? "no: the folder can only be read" : "yes"],
    ["Ermine", `version ${health.version}, data of shape ${data.dataVersion}`],
    ["Running since", `${when(health.since)}, in ${size(health.memoryBytes)} of memory`],
  ];
  return (
    <section className="mt-7">
      <h2 className="text-2xl">How it stands</h2>
      <dl className="mt-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-5 gap-y-1">
        {rows.map(([what, says]) => (
          <div key={what} className="contents">
            <dt className="text-soft">{what}</dt>
            <dd className="break-words">{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
