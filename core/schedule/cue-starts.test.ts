import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { planClip } from "../sample/clip";
import { box, designWith, sceneOf, words } from "../testing/scene";

const cue = (at: number) => ({ cues: [{ id: "go", name: "Go", at }] });
const move = (id: string, phase: string, more: object = {}) => ({
  ...{ id, kind: "fade", phase, length: 0.4 },
  start: { to: "cue:go" },
  ...more,
});
const long = (id: string) => box(id, { moves: [move(`${id}-in`, "arrive", { start: { to: "phase" }, length: 3 })] });

/** Opacity of the layers that show, by their order. */
const opacities = (scene: Awaited<ReturnType<typeof sceneOf>>, timeS: number) =>
  scene.sample(timeS).ops.map((op) => ("opacity" in op ? Math.round(op.opacity * 100) / 100 : 1));

describe("what starts on a cue", () => {
  test.each([
    ["arrive", 2],
    ["leave", 2],
    ["leave", 0.1],
    ["arrive", 3.8],
  ])("starts at that instant of the clip, whichever phase it is of (%s at %d s)", async (phase, at) => {
    const scene = await sceneOf(designWith([box("a", { moves: [move("m", phase)] })], cue(at)));
    const half = opacities(scene, at + 0.2);
    expect(half[0]).toBeGreaterThan(0);
    expect(half[0]).toBeLessThan(1);
    const [before, after] = [opacities(scene, at - 0.01), opacities(scene, at + 0.41)];
    expect(phase === "arrive" ? before : after).toEqual([]);
    expect(phase === "arrive" ? after.length : before.length).toBe(1);
  });
  test("stays away after a leave, in one rest that costs one sample", async () => {
    const scene = await sceneOf(designWith([box("a", { moves: [move("m", "leave")] }), box("b")], cue(1)), {
      fields: {},
      lengthS: 60,
    });
    expect([opacities(scene, 0.9).length, opacities(scene, 30).length, opacities(scene, 60).length]).toEqual([2, 1, 1]);
    const plan = planClip(scene, { num: 30, den: 1 });
    expect(plan.distinct.length).toBeLessThan(20);
    expect(plan.frames[1799]).not.toBe(plan.frames[0]);
  });
  test("is not moved, and its words don't run ahead, when the clip is squeezed", () =>
    fc.assert(
      fc.asyncProperty(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: 2, max: 6, noNaN: true }),
        async (at, lengthS) => {
          const spoken = words("t", "one two", {
            moves: [
              {
                ...move("w", "arrive", { start: { to: "phase" } }),
                split: { by: "word", cues: ["go", "late"] },
              },
            ],
          });
          const late = { id: "late", name: "Late", at: at + 0.7 };
          const design = designWith([long("slow"), box("a", { moves: [move("m", "arrive")] }), spoken], {
            cues: [...cue(at).cues, late],
          });
          const { table } = await sceneOf(design, { fields: {}, lengthS });
          expect(table.squeeze).toBeLessThan(1);
          const [own, text] = [table.layers.get("a")!.arrive[0]!, table.layers.get("t")!.arrive[0]!];
          expect([own.onCue, own.startS, own.endS]).toEqual([true, at, at + 0.4]);
          expect([text.onCue, ...text.parts!.starts.map((s) => text.startS + s)]).toEqual([true, at, at + 0.7]);
        },
      ),
      { numRuns: 25 },
    ));
  test("makes no phase longer", async () => {
    const quick = box("b", { moves: [move("q", "arrive", { start: { to: "phase" } })] });
    const scene = await sceneOf(designWith([quick, box("a", { moves: [move("m", "arrive")] })], cue(2.5)));
    expect([scene.table.arriveS, scene.table.leaveS]).toEqual([0.4, 0.4]);
  });
  test("takes along what waits for it", async () => {
    const after = { start: { to: "m", edge: "settle", gap: 0.1 } };
    const scene = await sceneOf(
      designWith(
        [box("a", { moves: [move("m", "arrive")] }), box("b", { moves: [move("n", "arrive", after)] })],
        cue(1),
      ),
    );
    expect(scene.table.layers.get("b")!.arrive[0]).toMatchObject({ onCue: true, startS: expect.closeTo(1.5, 9) });
  });
  test("is mirrored from the clip's end", async () => {
    const scene = await sceneOf(designWith([box("a", { moves: [move("m", "arrive")] })], cue(1)));
    for (const tau of [0.5, 1.05, 1.2, 1.33, 1.4]) expect(scene.sample(4 - tau).key).toBe(scene.sample(tau).key);
  });
  test("wins over a mirrored leave that would begin before it: the layer is still there, and that is told", async () => {
    const scene = await sceneOf(designWith([box("a", { moves: [move("m", "arrive")] })], cue(3)));
    expect(opacities(scene, 2.9)).toEqual([]);
    expect(opacities(scene, 3.6)).toEqual([1]);
    expect(opacities(scene, 3.99)).toEqual([1]);
    expect(scene.issues).toContainEqual({ code: "leave_before_cue", layer: "a" });
    const gone = await sceneOf(designWith([box("a", { moves: [move("m", "arrive")] })], cue(7)));
    expect(gone.issues).toContainEqual({ code: "cue_late", layer: "a", atS: 7, lengthS: 4 });
  });
});

describe("words on cues", () => {
  const times = [0.5, 1.1, 1.75, 2.4];
  const spoken = async (lengthS: number, more: object[] = [], at = times) => {
    const cues = at.map((at, i) => ({ id: `c${i}`, name: `C${i}`, at }));
    const moves = [
      {
        ...move("w", "arrive", { start: { to: "phase" }, length: 0.3 }),
        split: { by: "word", cues: cues.map(({ id }) => id) },
      },
      ...more,
    ];
    return sceneOf(designWith([words("t", "sow water wait moths", { moves })], { cues }), { fields: {}, lengthS });
  };
  const seenAt = async (scene: Awaited<ReturnType<typeof spoken>>, timeS: number) =>
    scene
      .sample(timeS)
      .ops.flatMap((op) => ("opacity" in op ? [op.opacity] : [1]))
      .filter((opacity) => opacity > 0.5).length;
  test("all appear, also those in the second half of the clip, and that they stay is told", async () => {
    const scene = await spoken(4);
    for (const [k, at] of times.entries()) {
      expect(await seenAt(scene, at - 0.05)).toBe(k === 0 ? 0 : await seenAt(scene, times[k - 1]! + 0.32));
    }
    const all = scene.sample(2.8).key;
    expect(scene.sample(3.9).key).toBe(all);
    expect(scene.sample(2.39).key).not.toBe(all);
    expect(scene.issues).toContainEqual({ code: "leave_before_cue", layer: "t" });
  });
  test("that come when the layer is already leaving are found, and those after the clip too", async () => {
    const out = { id: "out", kind: "fade", phase: "leave", length: 0.8 };
    const leaving = await spoken(3, [out]);
    expect(leaving.issues).toContainEqual(
      expect.objectContaining({ code: "word_after_leave", layer: "t", word: "moths", atS: 2.4 }),
    );
    expect((await spoken(4, [out])).issues.map(({ code }) => code)).not.toContain("word_after_leave");
    const late = await spoken(4, [out], [0.5, 1.1, 1.75, 4.2]);
    expect(late.issues).toContainEqual({ code: "cue_late", layer: "t", atS: 4.2, lengthS: 4 });
  });
});

test("a move that waits for a layer that is absent does not wait", async () => {
  const hidden = box("a", { hidden: true, moves: [move("m", "arrive", { start: { to: "phase", gap: 0.2 } })] });
  const other = box("b", { moves: [move("n", "arrive", { start: { to: "m", edge: "settle" } })] });
  const { table } = await sceneOf(designWith([hidden, other]));
  expect(table.layers.get("b")!.arrive[0]!.startS).toBeCloseTo(0.2, 9);
});
