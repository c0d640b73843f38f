import { describe, expect, test } from "@jest/globals";
import { beginningIds, designFrom } from "../beginnings/beginnings";
import { freshMoveIds } from "../edit/moves";
import { Design } from "../document/design";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { partsOf, wordsInOrder } from "./roles";
import { applySet, motionSets } from "./sets";

const share = (of: string, by: number) => ({ kind: "share", of, share: by });
const picture = (id: string, media: string, more: object) => ({
  ...box(id),
  fill: undefined,
  kind: "picture",
  media,
  ...more,
});
const bare = (layer: object) => Object.fromEntries(Object.entries(layer).filter(([, value]) => value !== undefined));
const half = { width: share("format", 0.5), height: share("format", 1) };

const post = () =>
  designWith([
    box("ground", { width: share("format", 1), height: share("format", 1) }),
    bare(picture("photo", "", half)),
    box("panel", { place: { dx: 90, dy: 60 }, width: { kind: "fixed", u: 60 }, height: { kind: "fixed", u: 20 } }),
    bare(picture("badge", "mark:dot", { place: { at: { x: 0, y: 0.5 }, on: "panel", from: { x: 0, y: 0.5 }, dx: 2 } })),
    words("line", "Friday at nine", { place: { on: "title", at: { x: 0, y: 0 }, from: { x: 0, y: 1 }, dy: 2 } }),
    words("title", "Moths", { setting: { type: "body", size: 9 }, place: { on: "panel", dx: 4, dy: 3 } }),
  ]);

test("a layer's part follows from its size, what it stands on and what lies over it", () => {
  expect(Object.fromEntries(partsOf(post()))).toEqual({
    ...{ ground: "background", photo: "photo", panel: "panel", badge: "mark" },
    ...{ line: "second line", title: "first line" },
  });
  expect(wordsInOrder(post()).map(({ id }) => id)).toEqual(["title", "line"]);
});

const designs = [
  ["a post", post()] as const,
  ...beginningIds.map((id) => [id, Design.parse(designFrom(id, "d", "D", testHouse))] as const),
];

describe.each(motionSets.map(({ id }) => id))("set %s", (set) => {
  test.each(designs)(
    "on %s: a photo is never turned, moved or scaled, and nothing comes before what it lies on",
    async (_, start) => {
      const design = structuredClone(start);
      applySet(design, set, freshMoveIds(design));
      Design.parse(JSON.parse(JSON.stringify(design)));
      const parts = partsOf(design);
      const { table } = await sceneOf(design);
      const startOf = (id: string) => Math.min(...(table.layers.get(id)?.arrive ?? []).map(({ startS }) => startS));
      for (const layer of design.layers) {
        const part = parts.get(layer.id);
        if (part === "photo" || part === "background")
          expect(layer.moves.map(({ kind }) => kind).filter((kind) => !["uncover", "fade"].includes(kind))).toEqual([]);
        const under = parts.get(layer.place.on);
        if (part === "mark" && (under === "panel" || under === "photo"))
          expect([layer.id, startOf(layer.id) >= startOf(layer.place.on)]).toEqual([layer.id, true]);
      }
      const ground = [...parts].filter(([, part]) => part === "background").map(([id]) => id);
      for (const id of ground)
        for (const other of parts.keys())
          if (table.layers.has(other)) expect(startOf(id)).toBeLessThanOrEqual(startOf(other));
    },
  );
});
