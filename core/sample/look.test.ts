import { describe, expect, test } from "@jest/globals";
import { IssueError } from "../issue";
import { box, designWith, sceneOf, words } from "../testing/scene";
import type { Rgba } from "../bind/types";
import type { LayerOp, PaintOp } from "./types";

const opsOf = async (layers: readonly unknown[], timeS = 2, more = {}) =>
  (await sceneOf(designWith(layers, more))).sample(timeS).ops;
const layerOps = (ops: readonly PaintOp[]) => ops.filter((op): op is LayerOp => op.kind === "layer");
const at = (dx: number, dy: number) => ({ place: { dx, dy } });

describe("mattes", () => {
  test("by a layer that surely covers change nothing and cost nothing", async () => {
    const inner = box("inner", { ...at(34, 34), width: { kind: "fixed", u: 5 }, height: { kind: "fixed", u: 4 } });
    const ops = await opsOf([
      box("panel", { ...at(30, 30), corners: [{ size: 1 }, { size: 1 }, { size: 1 }, { size: 1 }] }),
      { ...inner, mattes: [{ by: "shape", layer: "panel" }] },
    ]);
    expect(ops.map((op) => op.kind)).toEqual(["fill", "fill"]);
  });
  test("inside a layer that is not there yet hide everything; outside one hide nothing", async () => {
    const late = { moves: [{ id: "m", kind: "unroll", phase: "arrive", start: { gap: 1 }, length: 0.5 }] };
    const show = (keep: string) =>
      opsOf(
        [box("hole", { ...late, matteOnly: true }), box("a", { mattes: [{ by: "shape", layer: "hole", keep }] })],
        0.5,
      );
    expect(await show("inside")).toEqual([]);
    expect((await show("outside")).length).toBe(1);
  });
  test("by a group go by all that is in it", async () => {
    const group = { id: "g", name: "g", kind: "group", matteOnly: true, ...sides(90), ...at(0, 0) };
    const [op] = layerOps(
      await opsOf([
        group,
        box("x", { in: "g" }),
        box("y", { in: "g", ...at(40, 0) }),
        box("a", { width: { kind: "fixed", u: 80 }, mattes: [{ by: "shape", layer: "g" }] }),
      ]),
    );
    expect(op!.mattes[0]!.ops.length).toBe(2);
  });
  test("by alpha carry the other layer's own look and mattes", async () => {
    const [op] = layerOps(
      await opsOf([
        box("deep", { ...at(2, 2), matteOnly: true }),
        box("half", { opacity: 0.5, matteOnly: true, mattes: [{ by: "shape", layer: "deep" }] }),
        box("a", { mattes: [{ by: "alpha", layer: "half" }] }),
      ]),
    );
    const inner = op!.mattes[0]!.ops[0] as LayerOp;
    expect([inner.kind, inner.opacity, inner.mattes.length]).toEqual(["layer", 0.5, 1]);
  });
  test("by a layer that does not exist are refused", async () => {
    const wrong = box("a", { mattes: [{ by: "shape", layer: "gone" }] });
    const issue = await opsOf([wrong]).catch((error: IssueError) => error.issue);
    expect(issue).toEqual({ code: "reference_unknown", layer: "a", reference: "gone" });
  });
  test("in a circle are refused with the layers' names", async () => {
    const circle = [
      box("a", { mattes: [{ by: "alpha", layer: "b" }] }),
      box("b", { mattes: [{ by: "alpha", layer: "a" }] }),
    ];
    const issue = await opsOf(circle).catch((error: IssueError) => error.issue);
    expect(issue).toEqual({ code: "matte_loop", layers: ["a", "b", "a"] });
  });
});

describe("looks", () => {
  test("a plain layer of full opacity is painted straight, without a canvas of its own", async () => {
    expect((await opsOf([box("a")]))[0]!.kind).toBe("fill");
    expect((await opsOf([box("a", { opacity: 0.5 })]))[0]).toMatchObject({ kind: "fill", opacity: 0.5 });
  });
  test("shadow and glow are as large as the layer is scaled", async () => {
    const shadow = { dx: 0, dy: 1, softness: 2, colour: "#000000ff" };
    const [one] = layerOps(await opsOf([box("a", { shadow })]));
    const [two] = layerOps(await opsOf([box("a", { shadow, scale: 2 })]));
    expect(two!.under[0]!.soft / one!.under[0]!.soft).toBeCloseTo(2, 2);
    expect(two!.under[0]!.dy).toBe(2 * one!.under[0]!.dy);
  });
  test("a group's opacity goes over all its layers at once", async () => {
    const group = { id: "g", name: "g", kind: "group", opacity: 0.4, ...sides(50) };
    const ops = await opsOf([group, box("x", { in: "g" }), box("y", { in: "g" })]);
    expect(ops).toMatchObject([{ kind: "layer", ops: [{ kind: "fill" }, { kind: "fill" }] }]);
    expect(layerOps(ops)[0]!.opacity).toBeCloseTo(0.4, 3);
  });
  test("stressed words have their own colour and ground", async () => {
    const stretches = [{ of: { kind: "stressed" }, colour: "#ff0000ff", ground: { colour: "#00ff00ff" } }];
    const ops = await opsOf([words("t", "one *two* three", { stretches })]);
    const colours = ops.map((op) => (op.kind === "fill" && op.fill.kind === "plain" ? op.fill.colour : undefined));
    expect(colours.map((c) => [c!.r, c!.g])).toEqual([
      [0, 255],
      [240, 240],
      [255, 0],
    ]);
  });
});

describe("a wave", () => {
  const pool = (more: object) => box("a", { liquid: { height: 2, length: 10, calm: 1.5, ...more } });
  const keyAt = async (layer: unknown, timeS: number) => (await sceneOf(designWith([layer]))).sample(timeS).key;

  test("calms, then rests, and wakes again in the same way at the end", async () => {
    const layer = pool({});
    expect(await keyAt(layer, 0.4)).not.toBe(await keyAt(layer, 0.8));
    expect(await keyAt(layer, 1.6)).toBe(await keyAt(layer, 2.3));
    expect(await keyAt(layer, 4 - 0.4)).toBe(await keyAt(layer, 0.4));
  });
  test("that never calms makes every frame its own", async () => {
    const layer = pool({ calm: 0 });
    expect(await keyAt(layer, 2)).not.toBe(await keyAt(layer, 2.1));
  });
});

describe("what follows", () => {
  const slide = { id: "m", kind: "slide", phase: "arrive", length: 1, ease: "linear" };
  test("a trail leaves dimmed copies behind, and none at rest", async () => {
    const layer = box("a", { moves: [slide], trail: { count: 3, delay: 0.1, fade: 0.5 } });
    const moving = await opsOf([layer], 0.8);
    expect(moving.length).toBe(4);
    expect(layerOps(moving).map(({ opacity }) => opacity)).toEqual([0.125, 0.25, 0.5]);
    expect((await opsOf([layer], 2)).length).toBe(1);
  });
  test("a trail's copies take its colours in turn, the newest first", async () => {
    const colours = ["#ff0000ff", "#0000ffff"];
    const layer = box("a", { moves: [slide], trail: { count: 3, delay: 0.1, fade: 0.5, colours } });
    const inks = layerOps(await opsOf([layer], 0.8)).map(({ atop }) => (atop[0]!.fill as { colour: Rgba }).colour);
    const [red, blue] = [expect.objectContaining({ r: 255, b: 0 }), expect.objectContaining({ r: 0, b: 255 })];
    expect(inks).toEqual([red, blue, red]);
  });
  test("a slide without its fade is as strong on its way as at rest", async () => {
    const early = async (solid: object) => (await opsOf([box("a", { moves: [{ ...slide, ...solid }] })], 0.1))[0];
    expect(await early({ solid: true })).toMatchObject({ kind: "fill", opacity: 1 });
    expect(await early({})).not.toMatchObject({ opacity: 1 });
  });
  test("a link follows another layer's move, later by its delay", async () => {
    const follow = {
      kind: "sum",
      property: "dx",
      delay: 0.2,
      sources: [{ name: "lead", of: "a", read: "shift-x" }],
      sum: "lead",
    };
    const scene = await sceneOf(designWith([box("a", { moves: [slide] }), box("b", { links: [follow] })]));
    const left = (timeS: number, layer: number) => {
      const op = scene.sample(timeS).ops[layer]!;
      return op.kind === "fill" ? op.matrix[4] : NaN;
    };
    expect(left(0.7, 1)).toBeCloseTo(left(0.5, 0), 3);
    expect(scene.table.arriveS).toBeCloseTo(1.2, 9);
  });
});

function sides(u: number) {
  return { width: { kind: "fixed", u }, height: { kind: "fixed", u } };
}
