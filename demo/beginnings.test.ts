import { describe, expect, test } from "@jest/globals";
import { addBeginning, beginningIds, beginnings, designFrom } from "@/core/beginnings/beginnings";
import { issuesOf } from "@/core/checks/run";
import { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { copied } from "@/core/edit/copied";
import { clearBox, insetBox } from "@/core/layout/zones";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { fontBook, loadFace } from "@/render/fonts";
import { NodeHost } from "@/render/node-host";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";

/** A house that has nothing but a colour and a type style. */
const bare = House.parse({
  version: 1,
  name: "Bare",
  colours: [{ role: "ink", name: "Ink", hex: "#102030ff", on: [] }],
  types: [{ id: "plain", name: "Plain", style: { family: "Figtree", size: 4 } }],
  marks: [],
});

const prepare = (request: SceneRequest) => prepareScene(request, fontBook(), loadFace);

async function found(design: Design, of: House, format: string) {
  const host = new NodeHost();
  const tools = { host, prepare, load: (refs: Iterable<string>) => host.load([...refs], loadDemoPicture) };
  const values = sampleValues(design);
  return issuesOf({ design, values, house: of, format, samples: true }, tools, "design");
}

describe.each(beginningIds)("%s", (id) => {
  test("can be published as it is: nothing is to be said of it in any format", async () => {
    const design = Design.parse(designFrom(id, "begun", "Begun", house));
    for (const { id: format } of house.formats) expect(await found(design, house, format)).toEqual([]);
  });
  test("has moves, leaves nothing unnamed, and its words and slots are fields", () => {
    const design = Design.parse(designFrom(id, "begun", "Begun", house));
    expect(design.layers.some(({ moves }) => moves.length > 0)).toBe(true);
    const driven = new Set(design.fields.flatMap(({ drives }) => drives.map(({ layer }) => layer)));
    for (const layer of design.layers) {
      const wanted = (layer.kind === "text" && !layer.timer) || layer.kind === "picture";
      if (wanted) expect([layer.id, driven.has(layer.id)]).toEqual([layer.id, true]);
    }
    expect(new Set(design.layers.map(({ name }) => name)).size).toBe(design.layers.length);
  });
  test("keeps words of any length within the clear area, with all that is fitted around them", async () => {
    const design = Design.parse(designFrom(id, "begun", "Begun", house));
    const lines = design.fields.filter(({ kind }) => kind === "line" || kind === "text");
    const fitted = design.layers.filter(
      ({ kind, width }) => kind === "text" || (kind === "rectangle" && width.kind === "around"),
    );
    for (const format of house.formats) {
      const clear = clearBox(format, insetBox(format, format.titleSafe));
      // Short words, so that what is cut off ends close to as wide as it may be.
      for (let count = 4; count < 60; count += 11) {
        const fields = Object.fromEntries(lines.map((field) => [field.id, "nn ".repeat(count).trim()]));
        const scene = await prepare({ design, values: { fields }, house, format: format.id });
        for (const { layer, box } of scene.still.layers) {
          if (!fitted.some((one) => one.id === layer.id)) continue;
          const out = Math.max(clear.x - box.x, box.x + box.width - clear.x - clear.width);
          expect([format.id, layer.name, count, Math.max(0, out - 0.05)]).toEqual([format.id, layer.name, count, 0]);
        }
      }
    }
  });
  test("can be begun in a house that has next to nothing", async () => {
    const design = Design.parse(designFrom(id, "begun", "Begun", bare));
    const scene = await prepare({ design, values: sampleValues(design), house: bare, format: "tall", samples: true });
    expect(rastersOf(scene.sample(scene.posterS).ops)).toBeDefined();
  });
  test("comes on top of what a design has, and leaves that as it was", () => {
    const design = copied(designFrom("two-lines", "begun", "Begun", house));
    const before = copied(design.layers);
    const made = addBeginning(design, house, id);
    Design.parse(design);
    expect(design.layers.filter((layer) => !made.includes(layer.id))).toEqual(before);
    expect(made.length).toBeGreaterThan(0);
    expect(beginnings[id].name).not.toBe("");
  });
});
