import { expect, test } from "@jest/globals";
import { layerKinds, Layer } from "../document/layer";
import { limitsOf } from "../document/limits";
import { box, designWith, testHouse } from "../testing/scene";
import { addLayer } from "./layers";
import { numberFacts, propertyLabel, sharedNumbers } from "./property-facts";

const layers: readonly Layer[] = layerKinds.map((kind) => {
  const design = designWith([box("first")]);
  const id = addLayer(design, kind, testHouse);
  return design.layers.find((layer) => layer.id === id)!;
});

test("every number that is spoken of is one that some layer has, with limits", () => {
  for (const path of sharedNumbers) {
    expect([path, layers.some((layer) => limitsOf(layer, path, 1) !== undefined)]).toEqual([path, true]);
  }
});

test("what a shape says of its own numbers goes before what is said of all, and is one of its own", () => {
  const star = layers.find(({ kind }) => kind === "star")!;
  expect(numberFacts(star, "inner")).toEqual({ label: "Inner", unit: "%" });
  expect(numberFacts({ kind: "ring" }, "inner")).toEqual({ label: "Hole", unit: "%" });
  expect(numberFacts({ kind: "text" }, "inner")).toBeUndefined();
  expect(limitsOf(star, "inner", 0.5)).toMatchObject({ min: 0, max: 1 });
  expect(propertyLabel(star, "opacity")).toBe("Opacity");
  expect(propertyLabel(star, "stroke.cap")).toBe("Line cap");
  expect(propertyLabel(star, "stroke.to")).toBe("Line to");
});
