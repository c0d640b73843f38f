import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { box, designWith, words } from "../testing/scene";
import { copied } from "./copied";
import { hangingOn, tie, tieOfPull, tieWords } from "./pulled-tie";

const clear = { x: 8, y: 5, width: 160, height: 90 };
const around = (id: string) => ({ kind: "around", layers: [id], before: 1, after: 1 });
const design = designWith([
  box("panel", { place: { at: { x: 0, y: 1 }, on: "title-safe", from: { x: 0, y: 1 } } }),
  box("small"),
  words("name", "Name", { place: { at: { x: 0, y: 0 }, on: "clear", from: { x: 0, y: 0 } } }),
  words("below", "Below", { place: { at: { x: 0, y: 0 }, on: "name", from: { x: 0, y: 1 } } }),
  box("fitted", { width: around("name"), height: around("name") }),
]);
const boxes = new Map(
  Object.entries({
    panel: { x: 10, y: 60, width: 60, height: 20 },
    small: { x: 90, y: 10, width: 3, height: 3 },
    name: { x: 20, y: 10, width: 20, height: 5 },
    below: { x: 20, y: 16, width: 20, height: 5 },
    fitted: { x: 19, y: 9, width: 22, height: 7 },
  }),
);
const pulled = (id: string, at: { x: number; y: number }) =>
  tieOfPull(design, id, { ...boxes.get(id)!, ...at }, { boxes, clear });

describe("a layer that is let go", () => {
  test("on a panel stands on it, by the nearest point of both", () => {
    expect(pulled("name", { x: 12, y: 62 })).toEqual({ on: "panel", at: { x: 0, y: 0 }, dx: 2, dy: 2 });
    expect(pulled("name", { x: 48, y: 73 })).toEqual({ on: "panel", at: { x: 1, y: 1 }, dx: -2, dy: -2 });
  });
  test("near a corner of the clear area stands on that corner", () => {
    const held = pulled("name", { x: 145, y: 12 })!;
    expect(held).toMatchObject({ on: "clear", at: { x: 1, y: 0 } });
    expect(tieWords(held, (id) => id)).toBe("top right of the clear area");
    // Where it is tied so already nothing changes but how far it is from there.
    expect(pulled("name", { x: 12, y: 8 })).toBeUndefined();
  });
  test("is never tied to what hangs on it, nor to what is smaller", () => {
    expect([...hangingOn(design, "name")].sort()).toEqual(["below", "fitted", "name"]);
    expect(pulled("name", { x: 90, y: 10 })?.on).not.toBe("small");
    expect(pulled("name", { x: 20, y: 11 })).toBeUndefined();
  });
  test("below another one stays with that, wherever it is pulled but onto a panel", () => {
    expect(pulled("below", { x: 140, y: 12 })).toBeUndefined();
    expect(pulled("below", { x: 12, y: 62 })).toMatchObject({ on: "panel" });
  });
  test("fitted around others goes where they go", () => expect(pulled("fitted", { x: 12, y: 62 })).toBeUndefined());
  test("keeps a place that a format has of its own, and drops parts of another tie", () => {
    const draft = copied(design);
    const name = draft.layers.find(({ id }) => id === "name")!;
    name.overrides = { tall: { "place.dx": 9 }, square: { place: { on: "format" } } };
    tie(draft, "name", { on: "panel", at: { x: 0, y: 0 }, dx: 2, dy: 2 });
    const after = Design.parse(draft).layers.find(({ id }) => id === "name")!;
    expect(after.place).toMatchObject({ on: "panel", dx: 2 });
    expect(after.overrides).toEqual({ tall: {}, square: { place: { on: "format" } } });
  });
});
