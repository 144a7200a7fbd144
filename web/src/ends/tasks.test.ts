import { describe, expect, it } from "vitest";
import type { EndsAnswer, Schema } from "../api/client";
import { endsHeadline } from "./headline";
import { inTwo, moved, plainTask, rowsOf } from "./tasks";

const temp = (c: number) => `${Math.round(c)}°`;
const lived = (id: string, more: Partial<Schema["TaskLived"]> = {}): Schema["TaskLived"] => ({
  taskId: id,
  fromHour: 10,
  toHour: 10.1,
  on: [],
  off: [],
  seconds: 0,
  before: 28,
  lowest: 22,
  after: 22,
  clumsyAfter: null,
  noFineAfter: null,
  numbAfter: null,
  failsAfter: null,
  backAfter: 0,
  ...more,
});
const of = (part: Partial<EndsAnswer>): EndsAnswer => ({
  nightId: "n",
  library: [],
  tasks: [],
  line: [
    { hour: 9, fingers: 29, toes: 30 },
    { hour: 10, fingers: 22, toes: 26 },
  ],
  lived: [],
  best: [],
  systems: [],
  reserve: null,
  hands: [],
  feet: null,
  otherFeet: [],
  bindings: [],
  face: null,
  watch: [],
  toBed: null,
  firstAid: [],
  assumed: [],
  ...part,
});
const task = (kind: Schema["TaskKind"]) => {
  const plain = plainTask(kind, 10);
  return { task: plain, minutes: 2, needs: "bare" as const, metal: false, wet: false, inLee: false };
};

describe("tasks on the hours", () => {
  it("snap to five minutes, stay within the day, and keep their order", () => {
    const [a, b] = [plainTask("phone", 9.02), plainTask("eat", 12)];
    expect(a.hour).toBeCloseTo(9);
    expect(moved([a, b], b.id, 8.48).map((t) => t.kind)).toEqual(["eat", "phone"]);
    expect(moved([a], a.id, 50)[0]?.hour).toBe(36);
  });

  it("are cut in two with a quarter of an hour between", () => {
    const a = plainTask("mending", 10);
    const [first, second] = inTwo([a], a.id, 20);
    expect([first?.minutes, second?.minutes]).toEqual([10, 10]);
    expect(second?.hour).toBeCloseTo(10 + 10 / 60 + 0.25);
    expect(second?.id).not.toBe(first?.id);
  });

  it("lie in rows where they would cover each other", () => {
    expect(rowsOf([0, 10, 60, 65], () => 40, 3)).toEqual([0, 1, 0, 1]);
    expect(rowsOf([0, 1, 2, 3], () => 40, 3)).toEqual([0, 1, 2, 0]);
  });
});

describe("the answer of each view", () => {
  it("of hands that do everything", () => {
    const t = task("phone");
    const said = endsHeadline(of({ tasks: [t], lived: [lived(t.task.id)] }), "hands", temp);
    expect(said.calm).toBe("Every task goes through. Fingers down to 22° at 10:00.");
    expect(said.short).toBe("");
  });

  it("of hands that fail at one thing", () => {
    const [a, b] = [task("phone"), task("mending")];
    const said = endsHeadline(
      of({ tasks: [a, b], lived: [lived(a.task.id), lived(b.task.id, { lowest: 6, failsAfter: 4 })] }),
      "hands",
      temp,
    );
    expect(said.calm).toBe("1 of 2 tasks go through.");
    expect(said.short).toBe("Fingers fail at mending, 10:00, after 4 min.");
  });

  it("of hands that are numb between tasks as well", () => {
    const t = task("mending");
    const line = [{ hour: 13, fingers: 4, toes: 20 }];
    const said = endsHeadline(
      of({ tasks: [t], line, lived: [lived(t.task.id, { lowest: 11, failsAfter: 3 })] }),
      "hands",
      temp,
    );
    expect(said.short).toBe("Numb, 4°, at 13:00. Fingers fail at mending, 10:00, after 3 min.");
  });

  it("of fingers that are numb without a task", () => {
    const line = [{ hour: 9.5, fingers: 5, toes: 20 }];
    expect(endsHeadline(of({ line }), "hands", temp).short).toBe("Fingers down to 5° at 09:30: numb.");
  });

  it("of a face that is bare in part of the day", () => {
    const face: Schema["FacePlan"] = {
      blocks: [
        { blockId: "b", faceWindMs: 5, ownSpeedMs: 1, chill: -35, bareMinutes: 9, coveredBy: [], ears: true },
      ],
      spans: [{ fromHour: 14, toHour: 15, why: "bare" }],
      turns: [],
      cover: null,
      coverWorn: false,
      spares: [],
      mask: false,
      maskAlong: null,
      eyes: [],
    };
    const watch: Schema["Watch"][] = [
      { sleeperId: "s", what: "noseAndCheeks", fromHour: 8, toHour: 16, everyMinutes: 15, why: 9.3 },
    ];
    expect(endsHeadline(of({ face, watch }), "face", temp).short).toBe(
      "The face is bare from 14:00 and freezes in about 9 min.",
    );
    expect(endsHeadline(of({ face: { ...face, spans: [] } }), "face", temp).calm).toBe(
      "Bare skin would freeze in about 9 min.",
    );
  });
});
