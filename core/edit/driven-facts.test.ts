import { expect, test } from "@jest/globals";
import { Layer, layerKinds } from "../document/layer";
import { linkProperties } from "../document/link";
import { box, designWith, testHouse } from "../testing/scene";
import { keyFacts, linkLabels, meterFacts } from "./driven-facts";
import { addLayer } from "./layers";
import { readPath } from "./property";

const layers: readonly Layer[] = layerKinds.map((kind) => {
  const design = designWith([box("first")]);
  const id = addLayer(design, kind, testHouse);
  return design.layers.find((layer) => layer.id === id)!;
});

test.each(layers.map((layer) => [layer.kind, layer] as const))("%s: every key and meter fits it", (_, layer) => {
  for (const { property, rest, label } of keyFacts(layer)) {
    const keys = [{ property, keys: [{ at: { anchor: "start", gap: 0 }, value: rest, hold: false }] }];
    expect([property, Layer.safeParse({ ...layer, keys }).success]).toEqual([property, true]);
    expect(label).not.toBe(property);
  }
  for (const { property, full } of meterFacts(layer)) {
    const meter = { property, from: 0, to: full, start: { anchor: "start", gap: 0 }, end: { anchor: "end", gap: 0 } };
    expect([property, Layer.safeParse({ ...layer, meter }).success]).toEqual([property, true]);
  }
});

test("what a layer has not is offered for neither", () => {
  const plain = layers.find(({ kind }) => kind === "group")!;
  const names = [...keyFacts(plain), ...meterFacts(plain)].map(({ property }) => property);
  expect(names.filter((name) => name.includes(".") && readPath(plain, name) === undefined)).toEqual([]);
  expect(names).not.toContain("sweep");
  expect(meterFacts(layers.find(({ kind }) => kind === "ring")!).find(({ property }) => property === "sweep")).toEqual({
    property: "sweep",
    words: "its angle",
    unit: "°",
    full: 360,
  });
});

test("every property that can be tied has a name of its own", () => {
  expect(linkLabels.map(([property]) => property)).toEqual([...linkProperties]);
  expect(new Set(linkLabels.map(([, label]) => label)).size).toBe(linkProperties.length);
});
