import { expect, test } from "@jest/globals";
import { layerKinds, Layer } from "../document/layer";
import { limitsOf } from "../document/limits";
import { box, designWith, testHouse } from "../testing/scene";
import { addLayer } from "./layers";
import type { Facts } from "../facts/fact";
import { layerFacts } from "../facts/layer";
import { shapeKinds } from "../shapes/kinds";
import { numberFacts, propertyLabel, sharedNumbers } from "./property-facts";

const layers: readonly Layer[] = layerKinds.map((kind) => {
  const design = designWith([box("first")]);
  const id = addLayer(design, kind, testHouse);
  return design.layers.find((layer) => layer.id === id)!;
});

type Own = { readonly numbers?: Facts; readonly properties?: Facts };
const shapeFacts = (kind: string): Facts => {
  const own = (shapeKinds as Readonly<Record<string, Own>>)[kind];
  return { ...own?.numbers, ...own?.properties };
};

test("every number that is spoken of is one that some layer has, with limits", () => {
  for (const path of sharedNumbers) {
    expect([path, layers.some((layer) => limitsOf(layer, path, 1) !== undefined)]).toEqual([path, true]);
  }
});

test("what a shape says of its own numbers goes before what is said of all, and is one of its own", () => {
  const star = layers.find(({ kind }) => kind === "star")!;
  expect(numberFacts(star, "inner")).toMatchObject({ label: "Inner", unit: "%" });
  expect(numberFacts({ kind: "ring" }, "inner")).toMatchObject({ label: "Hole", unit: "%" });
  expect(numberFacts({ kind: "text" }, "inner")).toBeUndefined();
  expect(limitsOf(star, "inner", 0.5)).toMatchObject({ min: 0, max: 1 });
  expect(propertyLabel(star, "opacity")).toBe("Opacity");
  expect(propertyLabel(star, "stroke.cap")).toBe("Stroke cap");
  expect(propertyLabel(star, "stroke.to")).toBe("Stroke to");
});

test("all that is known has a name, and a sentence that says what it does", () => {
  const own = layers.flatMap(({ kind }) => Object.values(shapeFacts(kind)));
  for (const { label, help } of [...Object.values(layerFacts), ...own]) {
    expect(label).not.toBe("");
    expect([label, help.length > 10 && /[.]$/.test(help)]).toEqual([label, true]);
  }
});
