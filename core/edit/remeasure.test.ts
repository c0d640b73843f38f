import { describe, expect, test } from "@jest/globals";
import { produce } from "immer";
import { beginningIds, designFrom } from "../beginnings/beginnings";
import { Design } from "../document/design";
import type { SizeAxis } from "../document/place";
import { sampleValues } from "../document/values";
import type { Box } from "../geometry/box";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { panelBehind } from "./panels";
import { measureAs, putOnPoint, standOn, type Seen } from "./remeasure";

async function seenIn(design: Design): Promise<Seen> {
  const formats = await Promise.all(
    design.formats.map(async (id) => {
      const { still } = await sceneOf(design, sampleValues(design), id);
      const boxes = new Map(still.layers.map(({ layer, box: own }) => [layer.id, own]));
      return { format: still.format, boxes, turnedRound: still.turnedRound };
    }),
  );
  return { formats };
}

/** The farthest that any box has moved or grown in any format, in u. */
function farthest(before: Seen, after: Seen): number {
  const off = (a: Box, b: Box) =>
    Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y), Math.abs(a.width - b.width), Math.abs(a.height - b.height));
  return Math.max(
    ...before.formats.flatMap(({ boxes }, i) =>
      [...boxes].map(([id, was]) => off(was, after.formats[i]!.boxes.get(id)!)),
    ),
  );
}

/** As stored: no two parts of it are one object. */
const stored = (design: Design): Design => Design.parse(JSON.parse(JSON.stringify(design)));
const starters = beginningIds.map((id) => [id, stored(designFrom(id, "d", "D", testHouse))] as const);

describe.each(starters)("%s", (_, start) => {
  test("stays where it is in every format, however a size is measured", async () => {
    const before = await seenIn(start);
    for (const layer of start.layers) {
      for (const axis of ["width", "height"] as const) {
        const kinds = (["fixed", "share", "ratio"] as const).filter((kind) => kind !== layer[axis].kind);
        for (const kind of layer.kind === "text" ? [] : kinds) {
          const other = axis === "width" ? "height" : "width";
          if (kind === "ratio" && layer[other].kind === "ratio") continue;
          const design = stored(start);
          measureAs(design, layer.id, axis, kind as SizeAxis["kind"], "format", before);
          const moved = farthest(before, await seenIn(Design.parse(design)));
          expect([layer.id, axis, kind, Math.max(0, moved - 0.06)]).toEqual([layer.id, axis, kind, 0]);
        }
      }
    }
  });
  test("stays where it is in every format, whatever a layer stands on", async () => {
    const before = await seenIn(start);
    for (const layer of start.layers) {
      for (const part of [{ on: "format" }, { on: "clear" }, { at: { x: 1, y: 0.5 } }]) {
        const design = stored(start);
        standOn(design, layer.id, part, before);
        const moved = farthest(before, await seenIn(Design.parse(design)));
        expect([layer.id, part, Math.max(0, moved - 0.06)]).toEqual([layer.id, part, 0]);
      }
    }
  });
});

test("put on another point, a layer stands right there, also as the bench edits", async () => {
  const start = designWith([box("a", { place: { dx: 7, dy: 9 } })]);
  const seen = await seenIn(start);
  const design = produce(start, (draft) => {
    standOn(draft as Design, "a", { on: "clear" }, seen);
    standOn(draft as Design, "a", { on: "format" }, seen);
    putOnPoint(draft as Design, "a", { x: 1, y: 0 }, seen);
  });
  expect(design.layers[0]!.place).toMatchObject({ from: { x: 1, y: 0 }, dx: 0, dy: expect.closeTo(9, 1) });
});

test("a panel behind a text that stands on another panel leaves that panel where it is", async () => {
  const design = structuredClone(
    designWith([
      box("panel", {
        place: { at: { x: 0, y: 1 }, on: "clear", from: { x: 0, y: 1 } },
        width: { kind: "fixed", u: 60 },
      }),
      words("below", "Head gardener", { place: { at: { x: 0, y: 1 }, on: "panel", from: { x: 0, y: 0 }, dy: -1 } }),
      words("inside", "Ada", { place: { at: { x: 0, y: 0.5 }, on: "panel", from: { x: 0, y: 0.5 }, dx: 2 } }),
    ]),
  );
  const before = await seenIn(design);
  panelBehind(design, testHouse, ["inside"]);
  panelBehind(design, testHouse, ["below"]);
  const after = await seenIn(Design.parse(JSON.parse(JSON.stringify(design))));
  for (const [i, { boxes }] of before.formats.entries())
    for (const id of ["panel", "below"]) expect(after.formats[i]!.boxes.get(id)).toEqual(boxes.get(id));
});

test("what a format gets of its own only to stay as it was is told, and what it had of its own is not", async () => {
  const start = designWith([box("a"), box("b", { width: { kind: "share", of: "format", share: 0.5 } })]);
  const own = { ...start, layers: start.layers.map((one) => ({ ...one })) } as Design;
  own.layers[0]!.overrides = { tall: { "width.u": 9 } };
  const told = async (design: Design) => {
    const held: string[] = [];
    const seen = await seenIn(design);
    measureAs(stored(design), "a", "width", "share", "b", { ...seen, onHeld: ({ format }) => held.push(format) });
    return held;
  };
  const [plain, other] = [await told(start), await told(own)];
  expect(plain).toContain("tall");
  expect(other).toEqual(plain.filter((format) => format !== "tall"));
});
