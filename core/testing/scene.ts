import { madeOutput, Output, type MadeOutput } from "@/core/outputs/output";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { Design } from "../document/design";
import { House } from "../document/house";
import { Layer } from "../document/layer";
import type { Values } from "../document/values";
import { prepareScene, type Scene } from "../scene";
import { bundledFonts } from "../type/catalogue";
import { FontBook } from "../type/font-book";

const book = new FontBook(bundledFonts);
export const loadFace = async (id: string): Promise<Uint8Array> =>
  readFileSync(join(process.cwd(), "public/fonts", id));

/** A house style with two colours, one type style and one mark. */
export const testHouse: House = House.parse({
  version: 1,
  name: "Test house",
  colours: [
    { role: "dark", name: "Dark", hex: "#102030ff", on: ["light"] },
    { role: "light", name: "Light", hex: "#f0f0e0ff", on: ["dark"] },
    { role: "grey", name: "Grey", hex: "#777777ff" },
  ],
  types: [
    { id: "body", name: "Body", style: { family: "Figtree", weight: 600, size: 5 } },
    { id: "cap", name: "Cap", style: { family: "Figtree", weight: 600, size: 5, box: "cap" } },
  ],
  marks: [
    {
      id: "dot",
      name: "Dot",
      drawing: { width: 100, height: 50, shapes: [{ d: "M0 0H100V50H0Z", colour: "house:dark" }] },
    },
  ],
});

/** A house style with formats of a quarter of their size, where what is tested does not depend on it: a sixteenth of the work. */
export const quartered = (house: House): House => ({
  ...house,
  formats: house.formats.map((format) => ({
    ...format,
    width: 2 * Math.round(format.width / 8),
    height: 2 * Math.round(format.height / 8),
  })),
});

export const smallHouse: House = quartered(testHouse);

/** A design around these layers, with whatever else the test needs. */
export function designWith(layers: readonly unknown[], more: Record<string, unknown> = {}): Design {
  return Design.parse({
    version: 2,
    id: "test",
    name: "Test",
    formats: ["wide", "square", "portrait", "tall"],
    length: { default: 4, min: 0.1, max: 600 },
    layers: layers.map((layer) => Layer.parse(layer)),
    ...more,
  });
}

export function box(id: string, more: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    id,
    name: id,
    kind: "rectangle",
    width: { kind: "fixed", u: 20 },
    height: { kind: "fixed", u: 10 },
    fill: { kind: "plain", colour: "house:dark" },
    ...more,
  };
}

export function words(id: string, text: string, more: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    id,
    name: id,
    kind: "text",
    text,
    setting: { type: "body" },
    fill: { kind: "plain", colour: "house:light" },
    ...more,
  };
}

export async function sceneOf(
  design: Design,
  values: Values = { fields: {} },
  format = "wide",
  house: House = testHouse,
): Promise<Scene> {
  return prepareScene({ design, values, house, format }, book, loadFace);
}

export function boxOf(scene: Scene, id: string) {
  const layer = scene.still.layers.find((entry) => entry.layer.id === id);
  if (!layer) throw new Error(`no layer ${id}`);
  return layer.box;
}

/** An output of a kind, at 25 frames a second unless said otherwise. */
export const outputOf = (settings: object): MadeOutput =>
  madeOutput(Output.parse({ id: "o", name: "O", ...settings }), {});
