import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Timer } from "../document/keys";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { ranksOf } from "../type/parts";
import { cycleProgress, cyclesIn } from "./cycles";
import { writeTime } from "../type/write-time";
import { timerText } from "./timer";

const slide = (more: object) => ({ kind: "slide", phase: "arrive", ...more });

describe("loops", () => {
  test("a stay of 4.4 s takes three cycles of 1.2 s and spreads the rest over its pauses: 0.4 s each", () => {
    const cycles = cyclesIn({ lengthS: 1.2, loop: { pause: 0.3 } }, 1, 5.4);
    expect(cycles).toMatchObject({ count: 3, pauseS: expect.closeTo(0.4, 9), untilS: expect.closeTo(5.4, 9) });
  });
  test("turn whole, and rest before, between and after", () => {
    const cycles = cyclesIn({ lengthS: 1, loop: { count: 2, pause: 0.5 } }, 1, 9);
    const at = [0.9, 1, 1.5, 2.2, 2.5, 3, 3.6].map((t) => cycleProgress(cycles, t));
    expect(at).toEqual([1, 0, 0.5, 1, 0, 0.5, 1]);
  });
  test("that do not fit do not begin", () => {
    expect(cyclesIn({ lengthS: 2, loop: { pause: 0 } }, 0, 1.9).count).toBe(0);
  });
  test("end at rest before leaving, whatever the length", async () => {
    const breathing = box("a", {
      moves: [
        slide({ id: "in", length: 0.5 }),
        { id: "b", kind: "breathe", phase: "stay", length: 1, loop: { pause: 0.2 } },
      ],
    });
    const design = designWith([breathing], { minStay: 0 });
    for (const lengthS of [2, 3.3, 7.7, 60]) {
      const scene = await sceneOf(design, { fields: {}, lengthS });
      const { loops } = scene.table;
      for (const [from, until] of loops) {
        expect(from).toBeGreaterThanOrEqual(0.5 - 1e-9);
        expect(until).toBeLessThanOrEqual(lengthS - 0.5 + 1e-9);
      }
      expect(scene.sample(lengthS - 0.5).key).toBe(scene.sample(0.5).key);
    }
  });
});

describe("splits", () => {
  test("five words over 1 s with half overlap take a third each, a sixth apart", async () => {
    const split = { by: "word", overlap: 0.5 };
    const scene = await sceneOf(
      designWith([words("t", "one two three four five", { moves: [slide({ id: "m", length: 1, split })] })]),
    );
    const { parts } = scene.table.layers.get("t")!.arrive[0]!;
    expect(parts!.unitS).toBeCloseTo(1 / 3, 9);
    expect(parts!.starts).toEqual([0, 1, 2, 3, 4].map((k) => expect.closeTo(k / 6, 9)));
  });
  test.each(["forward", "reverse", "centre", "edges", "random"] as const)("%s gives every part one turn", (order) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer(), (count, seed) => {
        const ranks = ranksOf(count, order, seed);
        expect([...ranks].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i));
        expect(ranksOf(count, order, seed)).toEqual(ranks);
      }),
    );
  });
  test("begin in the middle, at both ends, or where the seed says: the same on every machine", () => {
    expect(ranksOf(5, "centre", 1).indexOf(0)).toBe(2);
    expect([ranksOf(5, "edges", 1)[0]! < 2, ranksOf(5, "edges", 1)[4]! < 2]).toEqual([true, true]);
    expect(ranksOf(8, "random", 12345)).toMatchInlineSnapshot(`
     [
       3,
       4,
       2,
       1,
       6,
       5,
       0,
       7,
     ]
    `);
  });
  test("cover the text exactly: at rest it is the text as one", async () => {
    const texts = ["Ngozi Fairweather", "ليلى حداد", "प्रिया वर्मा", "e\u0301a one"];
    for (const text of texts) {
      const layer = words("t", text, { moves: [slide({ id: "m", split: { by: "letter" } })] });
      const scene = await sceneOf(designWith([layer]));
      const ops = scene.sample(0.3).ops.filter((op) => op.kind === "fill");
      const whole = scene.sample(2).ops[0]!;
      const count = (op: unknown) => (op as { path: { commands: unknown[] } }).path.commands.length;
      const { parts } = scene.table.layers.get("t")!.arrive[0]!;
      expect(ops.length).toBeLessThanOrEqual(parts!.starts.length);
      const last = scene.sample(0.6 - 1e-4).ops.reduce((sum, op) => sum + count(op), 0);
      expect(last).toBe(count(whole));
    }
  });
  test("follow the reading order of right-to-left text: its first letter is the rightmost", async () => {
    const layer = words("t", "שירה", { moves: [slide({ id: "m", length: 1, split: { by: "letter", overlap: 0 } })] });
    const scene = await sceneOf(designWith([layer]));
    const [first] = scene.sample(0.24).ops;
    if (first?.kind !== "fill") throw new Error("a letter is a fill");
    const { still } = scene;
    const width = still.layers[0]!.box.width;
    expect(first.path.bounds.x).toBeGreaterThan(width / 2);
  });
  test("start their words on cues in turn, and go on at their own pace after the last", async () => {
    const split = { by: "word", cues: ["a", "b"] };
    const layer = words("t", "one two three", { moves: [slide({ id: "m", length: 0.4, split })] });
    const cues = [
      { id: "a", name: "a", at: 0.5 },
      { id: "b", name: "b", at: 1.3 },
    ];
    const scene = await sceneOf(designWith([layer], { cues }));
    expect(scene.table.layers.get("t")!.arrive[0]!.parts!.starts).toEqual([0.5, 1.3, expect.closeTo(1.7, 9)]);
  });
});

describe("starts", () => {
  test("on a cue, with a gap", async () => {
    const layer = box("a", { moves: [slide({ id: "m", start: { to: "cue:beat", gap: -0.1 } })] });
    const scene = await sceneOf(designWith([layer], { cues: [{ id: "beat", name: "Beat", at: 1 }] }));
    expect(scene.table.layers.get("a")!.arrive[0]!.startS).toBeCloseTo(0.9, 9);
  });
  test("on a cue that does not exist are refused", async () => {
    const layer = box("a", { moves: [slide({ id: "m", start: { to: "cue:gone" } })] });
    await expect(sceneOf(designWith([layer]))).rejects.toMatchObject({ issue: { code: "cue_unknown", cue: "gone" } });
  });
});

test("leaving together fades all at once and clears the picture", async () => {
  const layers = [
    box("a", { moves: [slide({ id: "m" })] }),
    box("b", { place: { dx: 40 }, moves: [slide({ id: "n" })] }),
  ];
  const scene = await sceneOf(designWith(layers, { leave: "together" }));
  const opacities = (t: number) => scene.sample(t).ops.map((op) => ("opacity" in op ? op.opacity : 1));
  const [a, b] = opacities(4 - 0.1);
  expect(a).toBe(b);
  expect(a).toBeLessThan(0.5);
  expect(scene.sample(4).ops).toEqual([]);
});

describe("timers", () => {
  test.each([
    ["m:ss", 65.2, "1:05"],
    ["mm:ss", 3599, "59:59"],
    ["h:mm:ss", 3661, "1:01:01"],
    ["s", 95, "95"],
    ["s.f", 9.97, "9.9"],
    ["mm:ss", 6000, "100:00"],
  ])("write %s of %d as %s", (pattern, seconds, text) => expect(writeTime(pattern, seconds)).toBe(text));

  const timer = (more: object) => Timer.parse({ mode: "down", ...more });
  test("count down so that every figure stands a whole second, and zero comes at the end", () => {
    const at = [0, 0.5, 1, 9.01, 9.99, 10].map((t) => timerText(timer({ atZero: "Now" }), 0, 10, t));
    expect(at).toEqual(["0:10", "0:10", "0:09", "0:01", "0:01", "Now"]);
  });
  test("count up and run on as a clock", () => {
    expect(timerText(timer({ mode: "up" }), 1, 9, 3.5)).toBe("0:02");
    expect(timerText(timer({ mode: "clock", fromS: 5, pattern: "s" }), 0, 9, 2)).toBe("7");
  });
  test("never move their box, whatever they show", async () => {
    const layer = words("t", "0:00", { timer: { mode: "down" }, setting: { type: "body", figures: "tabular" } });
    const scene = await sceneOf(designWith([layer]));
    const lefts = [0.5, 1.5, 2.5].map((t) => {
      const op = scene.sample(t).ops[0]!;
      return op.kind === "fill" ? op.matrix.join() : "";
    });
    expect(new Set(lefts).size).toBe(1);
    expect(new Set([0.5, 1.5, 2.5].map((t) => scene.sample(t).key)).size).toBe(3);
  });
});

describe("meters and keys", () => {
  const bar = (more: object) => box("a", { place: { dx: 10, dy: 10 }, ...more });
  const widthAt = async (layer: unknown, timeS: number, lengthS = 10) => {
    const scene = await sceneOf(designWith([layer]), { fields: {}, lengthS });
    const [op] = scene.sample(timeS).ops;
    return op?.kind === "fill" ? op.path.bounds.width : 0;
  };
  test("a meter shows the share of the time, even, and full at the last frame", async () => {
    const layer = bar({ meter: { property: "width" } });
    const full = await widthAt(bar({}), 1);
    const lastS = 10 - 1 / 30;
    for (const share of [0.1, 0.25, 0.5, 0.77]) {
      expect(await widthAt(layer, share * lastS)).toBeCloseTo(full * share, 3);
    }
    expect(await widthAt(layer, lastS)).toBeCloseTo(full, 6);
  });
  test("a meter in steps stands still between them", async () => {
    const layer = bar({ meter: { property: "width", stepS: 1 } });
    expect(await widthAt(layer, 2.9)).toBe(await widthAt(layer, 2.1));
    expect(await widthAt(layer, 3.1)).toBeGreaterThan(await widthAt(layer, 2.9));
  });
  test("keys keep to their anchors in any length, hold, and mix colours", async () => {
    const at = (anchor: string, more = {}) => ({ anchor, ...more });
    const keys = [
      {
        property: "fill.colour",
        keys: [
          { at: at("start", { gap: 1 }), value: "house:dark", hold: true },
          { at: at("end", { gap: -1 }), value: "house:light" },
        ],
      },
      {
        property: "dx",
        keys: [
          { at: at("stay", { share: 0 }), value: 0 },
          { at: at("stay", { share: 1 }), value: 20 },
        ],
      },
    ];
    for (const lengthS of [6, 40]) {
      const scene = await sceneOf(designWith([bar({ keys })]), { fields: {}, lengthS });
      const fill = (t: number) => {
        const op = scene.sample(t).ops[0]!;
        return op.kind === "fill" && op.fill.kind === "plain" ? op.fill.colour.r : NaN;
      };
      const left = (t: number) => {
        const op = scene.sample(t).ops[0]!;
        return op.kind === "fill" ? op.matrix[4] : NaN;
      };
      expect([fill(0), fill(2), fill(lengthS - 1.2), fill(lengthS - 1)]).toEqual([16, 16, 16, 240]);
      expect(left(lengthS / 2) - left(0)).toBeCloseTo(108, 1);
    }
  });
  test("keys of something that is no number or colour of the layer are refused", async () => {
    const keys = [{ property: "corners.0.bevel", keys: [{ at: { anchor: "start" }, value: 1 }] }];
    const scene = await sceneOf(designWith([bar({ keys })]));
    expect(() => scene.sample(1)).toThrow(/property_unknown/);
  });
});
