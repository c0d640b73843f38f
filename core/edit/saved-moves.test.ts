import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { SavedMove } from "../document/saved-move";
import { rolesOf } from "../motion/roles";
import { applySet, motionSets } from "../motion/sets";
import { specimenOf } from "../motion/specimen";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { freshId } from "./blank";
import { allMoves } from "./moves";
import {
  changedBy,
  detachMoves,
  findOfSaved,
  keepMoves,
  keepRoles,
  putSaved,
  refreshSaved,
  wearersOf,
} from "./saved-moves";

const around = (layer: string) => ({ kind: "around", layers: [layer], before: 1, after: 1 });
const strap = () =>
  structuredClone(
    designWith(
      [
        box("panel", { width: around("name"), height: around("name") }),
        words("name", "Ada Lovelace", { setting: { type: "body", size: 6 } }),
        words("role", "Gardener", { place: { dy: 20 } }),
        {
          ...box("mark", { kind: "picture", media: "mark:dot", place: { on: "panel" } }),
          fill: undefined,
        },
      ].map(({ fill, ...rest }) => (fill ? { fill, ...rest } : rest)),
    ),
  );
const valid = (d: Design) => Design.safeParse(d).success;
const fresh = (d: Design) => {
  const taken = new Set(allMoves(d).map(({ id }) => id));
  return (wanted: string) => {
    const id = freshId(wanted, taken);
    taken.add(id);
    return id;
  };
};
const layer = (d: Design, id: string) => d.layers.find((entry) => entry.id === id)!;

test("rolesOf tells what leads, carries, is read and only adds", () => {
  expect([...rolesOf(strap())]).toEqual([
    ["panel", "panel"],
    ["name", "first line"],
    ["role", "second line"],
    ["mark", "mark"],
  ]);
});

describe("roles wherever the layers stand", () => {
  const suits = (panel: string) => ({ fill: { kind: "plain", colour: `pair:${panel}` } });
  const group = (id: string, ...layers: string[]) => {
    const size = { kind: "around", layers };
    return { id, name: id, kind: "group", width: size, height: size };
  };
  const bar = () =>
    structuredClone(
      designWith([
        group("all", "bar", "name"),
        box("bar", { in: "all", width: around("words"), height: around("words") }),
        group("words", "name", "role"),
        words("name", "Ada Lovelace", { in: "words", setting: { type: "body", size: 6 } }),
        words("role", "Gardener", { in: "words", place: { dy: 8 } }),
        box("tag", { width: { kind: "fixed", u: 6 } }),
        words("tagged", "New", { in: "all", ...suits("tag") }),
        { ...box("disc", { place: { on: "bar" } }), kind: "ellipse" },
        { ...box("ring", { place: { on: "disc" } }), kind: "ring" },
        JSON.parse(
          JSON.stringify({
            ...box("leaf", { place: { on: "disc" } }),
            kind: "picture",
            media: "mark:dot",
            fill: undefined,
          }),
        ),
      ]),
    );
  test("a group is no panel: words rise from behind the panel around them, or the one their colour suits", () => {
    const d = bar();
    applySet(d, "unfold", fresh(d));
    const behind = (id: string) => layer(d, id).moves[0]!.behind;
    expect([behind("name"), behind("role"), behind("tagged")]).toEqual(["bar", "bar", "tag"]);
    expect(valid(d)).toBe(true);
  });
  test("a badge comes with its mark, before its bar", () => {
    const d = bar();
    const roles = rolesOf(d);
    expect(["disc", "ring", "leaf", "bar", "tag"].map((id) => roles.get(id))).toEqual([
      "mark",
      "mark",
      "mark",
      "panel",
      "panel",
    ]);
    applySet(d, "unfold", fresh(d));
    const gap = (id: string) => layer(d, id).moves[0]!.start.gap;
    expect(Math.max(gap("disc"), gap("ring"), gap("leaf"))).toBeLessThan(gap("bar"));
  });
});

describe("a set for the whole design", () => {
  test.each(motionSets.map(({ id }) => id))(
    "“%s” lets every layer arrive and leaves the rest to mirror it",
    async (id) => {
      const d = strap();
      applySet(d, id, fresh(d));
      expect(valid(d)).toBe(true);
      for (const { moves } of d.layers) expect(moves.some(({ phase }) => phase === "arrive")).toBe(true);
      const { table } = await sceneOf(d);
      expect(table.arriveS).toBeGreaterThan(0.3);
      expect(table.arriveS).toBeLessThan(1.4);
      expect(table.leaveS).toBeCloseTo(table.arriveS, 6);
      const words = table.layers.get("name")!.arrive[0]!;
      expect(words.startS).toBeGreaterThanOrEqual(table.layers.get("panel")!.arrive[0]!.startS);
    },
  );
  test("in place of what there was, not on top of it", () => {
    const d = strap();
    applySet(d, "unfold", fresh(d));
    applySet(d, "hush", fresh(d));
    for (const { moves } of d.layers) expect(moves.filter(({ phase }) => phase === "arrive")).toHaveLength(1);
  });
});

describe("saved moves", () => {
  const kept = (d: Design) =>
    keepMoves(
      "Rise",
      ["calm"],
      layer(d, "name"),
      layer(d, "name").moves.map(({ id }) => id),
    );
  test("are free of what only their design has", () => {
    const d = strap();
    applySet(d, "unfold", fresh(d));
    const saved = kept(d);
    expect(SavedMove.safeParse(saved).success).toBe(true);
    expect(saved.parts[0]!.moves[0]).toMatchObject({ kind: "rise", start: { to: "phase" } });
    expect(saved.parts[0]!.moves[0]!.behind).toBeUndefined();
  });
  test("put on other layers know where they came from, rise from the panel there, and can change everywhere", () => {
    const d = strap();
    applySet(d, "unfold", fresh(d));
    const saved = kept(d);
    const other = strap();
    putSaved(other, "rise", saved, ["name", "role", "mark"]);
    expect(valid(other)).toBe(true);
    expect(wearersOf(other, "rise").map(({ id }) => id)).toEqual(["name", "role", "mark"]);
    expect(layer(other, "name").moves[0]!.behind).toBe("panel");
    expect(findOfSaved(layer(other, "role").moves)).toBe("rise");
    layer(other, "role").moves[0]!.start = { to: "phase", edge: "start", gap: 0.3 };
    const slower = { ...saved, parts: [{ moves: [{ ...saved.parts[0]!.moves[0]!, length: 1.5 }] }] };
    expect(refreshSaved(other, "rise", slower)).toBe(3);
    expect(refreshSaved(other, "rise", slower)).toBe(0);
    expect(layer(other, "role").moves[0]).toMatchObject({ length: 1.5, start: { gap: 0.3 } });
    expect(layer(other, "name").moves[0]!.behind).toBe("panel");
    detachMoves(other, [layer(other, "role").moves[0]!.id]);
    expect(wearersOf(other, "rise")).toHaveLength(2);
  });
  test("of a whole design go by the parts its layers play, and keep who waits for whom", async () => {
    const d = strap();
    applySet(d, "unfold", fresh(d));
    const saved = keepRoles("Strap", [], d)!;
    expect(saved.parts.map(({ role }) => role)).toEqual(["panel", "first line", "second line", "mark"]);
    const other = strap();
    other.layers.reverse();
    putSaved(other, "strap", saved, []);
    expect(valid(other)).toBe(true);
    const name = layer(other, "name").moves.find(({ phase }) => phase === "arrive")!;
    expect(name.start.to).toBe(layer(other, "panel").moves[0]!.id);
    expect((await sceneOf(other)).table.arriveS).toBeCloseTo((await sceneOf(d)).table.arriveS, 6);
    expect(keepRoles("None", [], strap())).toBeUndefined();
  });
  test("of a whole design are changed by what one layer wears in that layer's part alone, and stay tied together", () => {
    const d = strap();
    applySet(d, "unfold", fresh(d));
    const saved = keepRoles("Strap", [], d)!;
    const other = strap();
    putSaved(other, "strap", saved, []);
    const name = layer(other, "name").moves[0]!;
    Object.assign(name, { length: 1.9, start: { to: "phase", edge: "start", gap: 0.7 } });
    const changed = changedBy(other, "name", "strap", saved)!;
    expect(SavedMove.safeParse(changed).success).toBe(true);
    const partOf = (of: SavedMove, role: string) => of.parts.find((part) => part.role === role)!;
    for (const role of ["panel", "second line", "mark"]) expect(partOf(changed, role)).toEqual(partOf(saved, role));
    const [before, after] = [saved, changed].map((of) => partOf(of, "first line").moves[0]!);
    expect(after).toEqual({ ...before, length: 1.9 });
    // The one it came from wears it already; another one follows, and starts when it did.
    expect(refreshSaved(other, "strap", changed)).toBe(0);
    const third = strap();
    putSaved(third, "strap", saved, []);
    const { start } = layer(third, "name").moves[0]!;
    expect(refreshSaved(third, "strap", changed)).toBe(1);
    expect(layer(third, "name").moves[0]).toMatchObject({ length: 1.9, start });
    expect(changedBy(strap(), "name", "strap", saved)).toBeUndefined();
  });
  test("have a specimen on a mark, a panel and a text that moves", async () => {
    const d = strap();
    applySet(d, "grow", fresh(d));
    const saved = keepMoves("Grow", [], layer(d, "panel"), [layer(d, "panel").moves[0]!.id]);
    const specimen = specimenOf("grow", saved, testHouse);
    expect(specimen.layers.every(({ moves }) => moves.length === 1)).toBe(true);
    const scene = await sceneOf(specimen);
    expect(scene.sample(0.1).key).not.toBe(scene.sample(2).key);
    // Its picture is of the way, not of what all of them come to.
    expect(scene.sample(specimen.posterAt * specimen.length.default).key).not.toBe(scene.sample(2).key);
  });
});
