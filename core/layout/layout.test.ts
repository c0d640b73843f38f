import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { pxPerU, standardFormats } from "../document/format";
import { IssueError } from "../issue";
import { box, boxOf, designWith, sceneOf, words } from "../testing/scene";

const failing = async (layers: readonly unknown[]) => {
  try {
    await sceneOf(designWith(layers));
  } catch (error) {
    if (error instanceof IssueError) return error.issue;
    throw error;
  }
  return undefined;
};

test("one u is 10.8 px in all four standard formats", () => {
  expect(standardFormats.map(pxPerU)).toEqual([10.8, 10.8, 10.8, 10.8]);
});

describe("place", () => {
  test("puts a layer's point on the point of a box, plus an offset", async () => {
    const scene = await sceneOf(
      designWith([box("a", { place: { at: { x: 1, y: 1 }, on: "format", from: { x: 1, y: 1 }, dx: -5, dy: -10 } })]),
      undefined,
      "square",
    );
    expect(boxOf(scene, "a")).toEqual({
      x: expect.closeTo(75, 1),
      y: expect.closeTo(80, 1),
      width: expect.closeTo(20, 1),
      height: expect.closeTo(10, 1),
    });
  });
  test("stands rectangles on whole pixels", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.double({ min: -20, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        async (dx, u) => {
          const scene = await sceneOf(designWith([box("a", { place: { dx, dy: dx }, width: { kind: "fixed", u } })]));
          const { x, width } = boxOf(scene, "a");
          for (const edge of [x * 10.8, (x + width) * 10.8])
            expect(Math.abs(edge - Math.round(edge))).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 30 },
    );
  });
  test("names the layers of a loop", async () => {
    const issue = await failing([box("a", { place: { on: "b" } }), box("b", { place: { on: "a" } })]);
    expect(issue).toMatchObject({ code: "layout_loop", layers: expect.arrayContaining(["a", "b"]) });
  });
  test("names a reference to a layer that is not there", async () => {
    expect(await failing([box("a", { place: { on: "ghost" } })])).toEqual({
      code: "reference_unknown",
      layer: "a",
      reference: "ghost",
    });
  });
});

describe("size", () => {
  test("takes a share of a box plus u", async () => {
    const scene = await sceneOf(
      designWith([box("a", { width: { kind: "share", of: "title-safe", share: 0.5, plus: 4 } })]),
    );
    expect(boxOf(scene, "a").width).toBeCloseTo((1920 / 10.8) * 0.9 * 0.5 + 4, 1);
  });
  test("keeps a ratio to the other side", async () => {
    const scene = await sceneOf(designWith([box("a", { height: { kind: "ratio", ratio: 0.25 } })]));
    expect(boxOf(scene, "a").height).toBeCloseTo(5, 1);
  });
  test("of a picture is natural: its own proportion", async () => {
    const mark = {
      id: "m",
      name: "m",
      kind: "picture",
      media: "mark:dot",
      width: { kind: "fixed", u: 8 },
      height: { kind: "natural" },
    };
    expect(boxOf(await sceneOf(designWith([mark])), "m").height).toBeCloseTo(4, 6);
  });
  test("goes around layers with padding, within a minimum and maximum", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.stringMatching(/^[A-Za-z]{1,24}$/),
        fc.double({ min: 0, max: 8, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        async (text, before, after) => {
          const around = { kind: "around", layers: ["t"], before, after, min: 12, max: 60 };
          const panel = { ...box("p", { width: around }), kind: "group", fill: undefined, clip: false };
          delete (panel as Record<string, unknown>).fill;
          const scene = await sceneOf(designWith([panel, words("t", text, { place: { dx: 30, dy: 30 } })]));
          const inner = boxOf(scene, "t");
          const outer = boxOf(scene, "p");
          expect(outer.width).toBeCloseTo(Math.min(60, Math.max(12, inner.width + before + after)), 6);
          expect(outer.x).toBeCloseTo(inner.x - before, 6);
        },
      ),
      { numRuns: 25 },
    );
  });
  test("around layers that are all absent is nothing", async () => {
    const scene = await sceneOf(
      designWith([box("p", { width: { kind: "around", layers: ["t"] } }), words("t", "x", { hidden: true })]),
    );
    expect(boxOf(scene, "p").width).toBe(0);
  });
});

describe("turning round", () => {
  const design = designWith([box("p", { place: { dx: 10 } }), words("t", "شجرة", { place: { dx: 12, dy: 2 } })], {
    turnRound: "t",
  });
  test("mirrors places when the leading text reads right to left", async () => {
    const scene = await sceneOf(design);
    expect(scene.still.turnedRound).toBe(true);
    expect(boxOf(scene, "p").x).toBeCloseTo(1920 / 10.8 - 10 - 20, 1);
  });
  test("leaves left-to-right text where it is", async () => {
    const plain = designWith([box("p", { place: { dx: 10 } }), words("t", "Tree", {})], { turnRound: "t" });
    expect(boxOf(await sceneOf(plain), "p").x).toBeCloseTo(10, 1);
  });
});
