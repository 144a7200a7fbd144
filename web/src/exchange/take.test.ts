import { expect, test } from "vitest";
import type { KitItem, Schema, Sleeper, Trip } from "../api/client";
import { changesOf } from "./take";

type Read = Schema["PackageRead"];
const item = (id: string, name: string, version = 5) => ({ id, name, version }) as KitItem;
const sleeper = (id: string, name: string) => ({ id, name, version: 1 }) as Sleeper;
const trip = (id: string, itemId: string, sleeperId: string) =>
  ({
    id,
    name: "Crossing",
    version: 9,
    members: [
      {
        sleeperId,
        ideas: [{ system: { layers: [{ itemId }] } }],
        nights: [{ bedtime: { events: [{ itemId }, { itemId: null }] } }],
        days: [{ soaked: [itemId] }],
      },
    ],
    uses: [{ itemId, sleeperId }],
  }) as unknown as Trip;
const read = (part: Partial<Read>, standing: [string, Schema["Standing"], string?][]): Read =>
  ({
    trips: [],
    items: [],
    sleepers: [],
    log: [],
    forecasts: [],
    ticks: [],
    refused: [],
    ...part,
    standing: standing.map(([id, s, here]) => ({ id, name: id, standing: s, here: here ?? null })),
  }) as Read;
const nothing = { trips: {}, items: {}, sleepers: {}, log: {} };

test("what is new is added, of version 0; what is the same is left", () => {
  const changes = changesOf(
    read({ items: [item("a", "Mat"), item("b", "Bag")] }, [
      ["a", "new"],
      ["b", "same"],
    ]),
    nothing,
    { theirs: false, beside: false },
  );
  expect(changes).toMatchObject([{ kind: "items", id: "a", before: null, after: { version: 0 } }]);
});

test("what differs is taken only when asked for, over the version that is here and under the name it has here", () => {
  const package_ = read({ items: [item("a", "Mat")] }, [["a", "differs", "a"]]);
  const here = { ...nothing, items: { a: { ...item("a", "My mat", 7) } } };
  expect(changesOf(package_, here, { theirs: false, beside: false })).toEqual([]);
  expect(changesOf(package_, here, { theirs: true, beside: false })).toMatchObject([
    { id: "a", before: { version: 7 }, after: { name: "My mat", version: 7 } },
  ]);
});

test("what has the name of something here is that, everywhere in the trip; or stands beside it under the next name", () => {
  const package_ = read(
    { items: [item("theirs", "Mat")], sleepers: [sleeper("you", "Me")], trips: [trip("t", "theirs", "you")] },
    [
      ["theirs", "sameName", "mine"],
      ["you", "sameName", "me"],
      ["t", "new"],
    ],
  );
  const here = { ...nothing, items: { mine: item("mine", "Mat") }, sleepers: { me: sleeper("me", "Me") } };
  const [taken, ...rest] = changesOf(package_, here, { theirs: false, beside: false });
  expect(rest).toEqual([]);
  const after = taken?.after as Trip;
  expect(JSON.stringify(after)).not.toContain("theirs");
  expect(after.uses[0]).toMatchObject({ itemId: "mine", sleeperId: "me" });
  expect(after.members[0]?.days[0]?.soaked).toEqual(["mine"]);

  const beside = changesOf(package_, here, { theirs: false, beside: true });
  expect(beside.map((c) => [c.kind, (c.after as { name: string }).name])).toEqual([
    ["items", "Mat 2"],
    ["sleepers", "Me 2"],
    ["trips", "Crossing"],
  ]);
});

test("lines ticked on a phone join those of the trip, each once", () => {
  const tick = (line: string, round = "home") => ({ line, round, sleeperId: "s", at: "" }) as Schema["Tick"];
  const here = { ...trip("t", "a", "s"), load: { ticks: [tick("one")] } } as unknown as Trip;
  const ticks = [{ tripId: "t", ticks: [tick("one"), tick("one", "car"), tick("two")] }];
  const changes = changesOf(
    read({ ticks }, []),
    { ...nothing, trips: { t: here } },
    { theirs: false, beside: false },
  );
  expect(changes).toHaveLength(1);
  const after = changes[0]?.after as Trip | undefined;
  expect(after?.load?.ticks.map((t) => `${t.line}/${t.round}`)).toEqual(["one/home", "one/car", "two/home"]);
  expect(changesOf(read({ ticks }, []), nothing, { theirs: false, beside: false })).toEqual([]);
});
