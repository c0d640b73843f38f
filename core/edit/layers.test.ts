import { layerKinds } from "../document/layer";
import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { box, designWith, testHouse, words } from "../testing/scene";
import { blankDesign, freshId, idFrom } from "./blank";
import { addLayer, duplicateLayers, groupLayers, moveLayer, removeLayers, stepLayer, ungroup } from "./layers";

const around = (...layers: string[]) => ({ kind: "around", layers, before: 1, after: 1 });
const strap = () =>
  structuredClone(
    designWith(
      [
        box("panel", { width: around("name"), height: around("name") }),
        words("name", "Ada", {
          place: { on: "title-safe", dx: 3 },
          fill: { kind: "plain", colour: "pair:panel" },
          mattes: [{ by: "shape", layer: "panel" }],
          moves: [{ id: "name-in", phase: "arrive", kind: "fade", start: { to: "phase" }, length: 0.4 }],
        }),
        box("mark", { place: { on: "panel", from: { x: 1, y: 0.5 } }, overrides: { tall: { "place.on": "name" } } }),
      ],
      {
        turnRound: "name",
        fields: [{ id: "who", kind: "line", label: "Who", sample: "A", drives: [{ layer: "name", property: "text" }] }],
      },
    ),
  );
const ids = (design: Design) => design.layers.map(({ id }) => id);
const layer = (design: Design, id: string) => design.layers.find((entry) => entry.id === id)!;

describe("addLayer", () => {
  test.each(layerKinds)("makes a sound %s under a name of its own", (kind) => {
    const design = strap();
    const first = addLayer(design, kind, testHouse);
    const second = addLayer(design, kind, testHouse);
    expect(Design.safeParse(design).success).toBe(true);
    expect(first).not.toBe(second);
    expect(layer(design, first).name).not.toBe(layer(design, second).name);
  });
});

describe("removeLayers", () => {
  test("unties what was tied to what is gone", () => {
    const design = strap();
    removeLayers(design, ["name"]);
    expect(ids(design)).toEqual(["panel", "mark"]);
    expect(layer(design, "panel").width).toEqual({ kind: "fixed", u: 40 });
    expect(layer(design, "mark").overrides).toEqual({ tall: {} });
    expect(design.fields[0]!.drives).toEqual([]);
    expect(design.turnRound).toBeUndefined();
    expect(Design.safeParse(design).success).toBe(true);
  });
  test("puts what stood on a layer onto what that one stood on", () => {
    const design = strap();
    removeLayers(design, ["panel"]);
    expect(layer(design, "mark").place.on).toBe("format");
    expect(layer(design, "name").mattes).toEqual([]);
    expect(layer(design, "name")).toMatchObject({ fill: { colour: "#000000ff" } });
  });
  test("takes a group's layers along, and the last layer too", () => {
    const design = strap();
    groupLayers(design, ["name", "panel"]);
    removeLayers(design, ["group-2"]);
    expect(ids(design)).toEqual(["mark"]);
    removeLayers(design, ["mark"]);
    expect(ids(design)).toEqual([]);
  });
});

test("duplicateLayers ties copies to copies and leaves the originals as they were", () => {
  const design = strap();
  const before = structuredClone(design.layers);
  const copies = duplicateLayers(design, ["panel", "name"]);
  expect(copies).toEqual(["panel-2", "name-2"]);
  expect(ids(design)).toEqual(["panel", "name", "panel-2", "name-2", "mark"]);
  expect(layer(design, "panel-2").width).toMatchObject({ layers: ["name-2"] });
  expect(layer(design, "name-2")).toMatchObject({
    text: "Ada",
    fill: { colour: "pair:panel-2" },
    mattes: [{ layer: "panel-2" }],
  });
  expect(layer(design, "name-2").moves[0]!.id).toBe("name-in-2");
  expect(design.layers.filter(({ id }) => !copies.includes(id))).toEqual(before);
  expect(Design.safeParse(design).success).toBe(true);
});

describe("the painting order", () => {
  test("changes by one step, or to beside another layer", () => {
    const design = strap();
    stepLayer(design, "panel", 1);
    expect(ids(design)).toEqual(["name", "panel", "mark"]);
    stepLayer(design, "mark", 1);
    expect(ids(design)).toEqual(["name", "panel", "mark"]);
    moveLayer(design, "mark", "name", "below");
    expect(ids(design)).toEqual(["mark", "name", "panel"]);
  });
  test("keeps a group together, and takes a layer into the group of the one beside it", () => {
    const design = strap();
    const group = groupLayers(design, ["name", "panel"])!;
    expect(ids(design)).toEqual([group, "panel", "name", "mark"]);
    moveLayer(design, "mark", "panel", "above");
    expect(ids(design)).toEqual([group, "panel", "mark", "name"]);
    expect(layer(design, "mark").in).toBe(group);
    moveLayer(design, group, "mark", "above");
    expect(ids(design)).toEqual([group, "panel", "mark", "name"]);
    expect(ungroup(design, group)).toEqual(["panel", "mark", "name"]);
    expect(design.layers.some((entry) => entry.in !== undefined)).toBe(false);
  });
});

test("ids read like names, and never clash", () => {
  expect([idFrom("Größe № 1"), idFrom("ليلى"), idFrom("  A  b ")]).toEqual(["gro-e-no-1", "design", "a-b"]);
  expect(freshId("a", new Set(["a", "a-2"]))).toBe("a-3");
  expect(Design.safeParse(blankDesign("blank", "Blank", testHouse)).success).toBe(true);
});
