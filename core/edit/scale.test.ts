import { describe, expect, test } from "@jest/globals";
import { beginningIds, designFrom } from "../beginnings/beginnings";
import { Design } from "../document/design";
import { sampleValues } from "../document/values";
import type { Box } from "../geometry/box";
import { boxOf, sceneOf, testHouse } from "../testing/scene";
import { nudge } from "./arrange";
import { groupLayers } from "./layers";
import { scaleLayers } from "./scale";

const fresh = (id: (typeof beginningIds)[number]): Design =>
  structuredClone(Design.parse(designFrom(id, "d", "D", testHouse)));

async function boxesIn(design: Design, format: string): Promise<Map<string, Box>> {
  const scene = await sceneOf(design, sampleValues(design), format);
  return new Map(scene.still.layers.map(({ layer }) => [layer.id, boxOf(scene, layer.id)]));
}

/** Everything but what is as large as the format: that has no size of its own. */
const ownLayers = (design: Design): string[] =>
  design.layers.filter(({ width }) => width.kind !== "share" || width.of !== "format").map(({ id }) => id);

const starters = beginningIds.filter((id) => !["split", "outline"].includes(id));

describe.each(starters)("%s", (id) => {
  test.each([0.6, 0.9])("is scaled as one by %d about a corner: every box by the same", async (factor) => {
    const design = fresh(id);
    const before = await boxesIn(design, "wide");
    const about = { x: 10, y: 90 };
    scaleLayers(design, testHouse, ownLayers(design), { factor, about, boxes: before, turnedRound: false });
    Design.parse(JSON.parse(JSON.stringify(design)));
    const after = await boxesIn(design, "wide");
    for (const layer of ownLayers(design)) {
      const [was, is] = [before.get(layer)!, after.get(layer)!];
      const off = Math.max(
        Math.abs(is.x - (about.x + factor * (was.x - about.x))),
        Math.abs(is.y - (about.y + factor * (was.y - about.y))),
        Math.abs(is.width - factor * was.width),
        Math.abs(is.height - factor * was.height),
      );
      // Shrinking type is found to a twentieth of a u, which tells in the width of a line.
      expect([layer, Math.max(0, off - 0.25)]).toEqual([layer, 0]);
    }
  });
  test("is moved as one once it is a group, in every format", async () => {
    const design = fresh(id);
    const group = groupLayers(design, ownLayers(design))!;
    const before = new Map<string, Map<string, Box>>();
    for (const format of design.formats) before.set(format, await boxesIn(design, format));
    nudge(design, group, "width", 3, "wide", false);
    nudge(design, group, "height", -2, "wide", false);
    for (const format of design.formats) {
      const after = await boxesIn(design, format);
      for (const layer of [group, ...ownLayers(design)]) {
        const [was, is] = [before.get(format)!.get(layer)!, after.get(layer)!];
        const off = Math.max(Math.abs(is.x - was.x - 3), Math.abs(is.y - was.y + 2));
        expect([format, layer, Math.max(0, off - 0.1)]).toEqual([format, layer, 0]);
      }
    }
  });
});

test("in one format only, the others stay as they are", async () => {
  const design = fresh("two-lines");
  const [wide, tall] = [await boxesIn(design, "wide"), await boxesIn(design, "tall")];
  scaleLayers(
    design,
    testHouse,
    ownLayers(design),
    { factor: 0.5, about: { x: 0, y: 0 }, boxes: wide, turnedRound: false },
    "wide",
  );
  expect(await boxesIn(design, "tall")).toEqual(tall);
  const [layer] = ownLayers(design);
  expect((await boxesIn(design, "wide")).get(layer!)!.width).toBeCloseTo(wide.get(layer!)!.width / 2, 1);
});
