// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { api, Problem, type Sleeper } from "../api/client";
import { type Change, editOne, useWorkspace } from "./workspace";

const me: Sleeper = {
  id: "a",
  name: "Me",
  massKg: 70,
  heightCm: 172,
  ageYears: 35,
  sex: "female",
  statedOffsetK: 0,
  handsPercent: 0,
  feetPercent: 0,
  version: 3,
};
const state = () => useWorkspace.getState();
const name = () => state().sleepers.a?.name;
const rename = (to: string, merge?: string) => editOne("sleepers", "a", (s) => ({ ...s, name: to }), merge);
const saveNow = () => vi.advanceTimersByTimeAsync(300);

beforeEach(async () => {
  localStorage.clear();
  vi.useFakeTimers();
  vi.spyOn(api, "workspace").mockResolvedValue({
    trips: [],
    items: [],
    sleepers: [me],
    forecasts: [],
    setAside: [],
    readOnly: false,
  });
  vi.spyOn(api, "putSleeper").mockImplementation(async (s) => ({ id: s.id, version: s.version + 1 }));
  vi.spyOn(api, "remove").mockResolvedValue(undefined);
  await state().load();
  useWorkspace.setState({ past: [], future: [], unsaved: {}, problem: null });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

test("an edit shows at once, is saved on the version that was read, and can be undone and done again", async () => {
  rename("Someone");
  expect(name()).toBe("Someone");
  await saveNow();
  expect(api.putSleeper).toHaveBeenCalledWith(expect.objectContaining({ name: "Someone", version: 3 }));
  state().undo();
  expect(name()).toBe("Me");
  await saveNow();
  expect(api.putSleeper).toHaveBeenLastCalledWith(expect.objectContaining({ name: "Me", version: 4 }));
  state().redo();
  expect(name()).toBe("Someone");
  expect(state().future).toEqual([]);
});

test("typing in one field is one step of undo; another field is another", () => {
  rename("S", "a/name");
  rename("So", "a/name");
  rename("Som", "a/name");
  editOne("sleepers", "a", (s) => ({ ...s, massKg: 71 }), "a/mass");
  expect(state().past.length).toBe(2);
  state().undo();
  expect(name()).toBe("Som");
  state().undo();
  expect(name()).toBe("Me");
});

test("a pause in typing begins a new step", () => {
  rename("So", "a/name");
  vi.advanceTimersByTime(2000);
  rename("Som", "a/name");
  expect(state().past.length).toBe(2);
});

test("a new edit after undo forgets what was undone", () => {
  rename("One");
  state().undo();
  rename("Two");
  state().redo();
  expect(name()).toBe("Two");
});

test("what cannot be saved stays, says why, and is saved with the next edit", async () => {
  vi.mocked(api.putSleeper).mockRejectedValueOnce(
    new Problem(422, "No", [{ field: "name", value: "", mend: "Give it a name." }]),
  );
  rename("");
  await saveNow();
  expect(name()).toBe("");
  expect(state().problem?.faults[0]?.field).toBe("name");
  expect(Object.keys(state().unsaved)).toEqual(["a"]);
  rename("Mended");
  await saveNow();
  expect(state().problem).toBeNull();
  expect(state().unsaved).toEqual({});
});

test("a conflict waits for a decision: keeping mine saves on their version", async () => {
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(409, "Two windows", []));
  rename("Mine");
  await saveNow();
  expect(state().problem?.status).toBe(409);
  vi.mocked(api.workspace).mockResolvedValue({
    trips: [],
    items: [],
    sleepers: [{ ...me, name: "Theirs", version: 9 }],
    forecasts: [],
    setAside: [],
    readOnly: false,
  });
  await state().keepMine();
  expect(api.putSleeper).toHaveBeenLastCalledWith(expect.objectContaining({ name: "Mine", version: 9 }));
});

test("keeping mine brings back what was removed elsewhere", async () => {
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(409, "Two windows", []));
  rename("Mine");
  await saveNow();
  vi.mocked(api.workspace).mockResolvedValue({
    trips: [],
    items: [],
    sleepers: [],
    forecasts: [],
    setAside: [],
    readOnly: false,
  });
  await state().keepMine();
  expect(api.putSleeper).toHaveBeenLastCalledWith(expect.objectContaining({ name: "Mine", version: 0 }));
});

test("a conflict waits for a decision: taking theirs drops mine and its undo", async () => {
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(409, "Two windows", []));
  rename("Mine");
  await saveNow();
  vi.mocked(api.workspace).mockResolvedValue({
    trips: [],
    items: [],
    sleepers: [{ ...me, name: "Theirs", version: 9 }],
    forecasts: [],
    setAside: [],
    readOnly: false,
  });
  await state().takeTheirs();
  expect(name()).toBe("Theirs");
  expect(state().past).toEqual([]);
});

test("a thing removed comes back with undo as a new one", async () => {
  const gone: Change = { kind: "sleepers", id: "a", before: me, after: null };
  state().edit([gone]);
  await saveNow();
  expect(api.remove).toHaveBeenCalledWith("sleepers", "a", expect.any(Number));
  state().undo();
  await saveNow();
  expect(api.putSleeper).toHaveBeenLastCalledWith(expect.objectContaining({ id: "a", version: 0 }));
});

test("a failure to open is told, not hidden", async () => {
  vi.mocked(api.workspace).mockRejectedValueOnce(new Problem(0, "Ermine does not answer.", []));
  await state().load();
  expect(state().failure?.title).toBe("Ermine does not answer.");
});

test("what was typed is kept in the browser until the server has it", async () => {
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(0, "Ermine does not answer.", []));
  rename("Typed");
  expect(Object.values(localStorage).some((kept) => kept.includes("Typed"))).toBe(true);
  await saveNow();
  expect(Object.keys(state().unsaved)).toEqual(["a"]);
  await vi.advanceTimersByTimeAsync(4000);
  expect(state().unsaved).toEqual({});
  expect(Object.keys(localStorage)).toEqual([]);
});

/** As another page would have left it behind. */
const leave = (value: Sleeper | null, version: number) =>
  localStorage.setItem(
    "ermine-kept-3/closed/a",
    JSON.stringify({ kind: "sleepers", id: "a", value, version }),
  );

test("what a closed page could not save is brought back and saved", async () => {
  leave({ ...me, name: "From before" }, 3);
  await state().load();
  expect(name()).toBe("From before");
  await saveNow();
  expect(api.putSleeper).toHaveBeenLastCalledWith(
    expect.objectContaining({ name: "From before", version: 3 }),
  );
  expect(Object.keys(localStorage)).toEqual([]);
  state().undo();
  expect(name()).toBe("Me");
});

test("what was saved and only not acknowledged is let go", async () => {
  leave({ ...me, version: 2 }, 2);
  await state().load();
  expect(state().unsaved).toEqual({});
  expect(Object.keys(localStorage)).toEqual([]);
});

test("where both changed, the person is asked", async () => {
  leave({ ...me, name: "Mine" }, 2);
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(409, "Two windows", []));
  await state().load();
  await saveNow();
  expect(api.putSleeper).toHaveBeenLastCalledWith(expect.objectContaining({ name: "Mine", version: 2 }));
  expect(state().problem?.status).toBe(409);
  expect(name()).toBe("Mine");
});

test("taking theirs gives up only what is in conflict", async () => {
  const other: Sleeper = { ...me, id: "b", name: "Other" };
  vi.mocked(api.workspace).mockResolvedValue({
    trips: [],
    items: [],
    sleepers: [me, other],
    forecasts: [],
    setAside: [],
    readOnly: false,
  });
  await state().load();
  vi.mocked(api.putSleeper).mockRejectedValueOnce(new Problem(409, "Two windows", []));
  rename("Mine");
  editOne("sleepers", "b", (s) => ({ ...s, name: "Mine too" }));
  await saveNow();
  await state().takeTheirs();
  expect(name()).toBe("Me");
  expect(state().sleepers.b?.name).toBe("Mine too");
});

test("what is no edit of Ermine's is passed over", async () => {
  localStorage.setItem("ermine-kept-3/closed/x", "{ broken");
  await state().load();
  expect(state().failure).toBeNull();
  expect(state().unsaved).toEqual({});
});

test("what a page kept in an earlier shape is neither read nor thrown away", async () => {
  const old = JSON.stringify({ kind: "trips", id: "t", value: { id: "t", name: "Old" }, version: 1 });
  localStorage.setItem("ermine-kept/closed/t", old);
  await state().load();
  expect(state().unsaved).toEqual({});
  expect(state().trips).toEqual({});
  expect(localStorage.getItem("ermine-kept/closed/t")).toBe(old);
});
