import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { moveKinds, type MoveKind } from "../document/move";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { untieStrangers } from "./ties";
import {
  addMove,
  changeKind,
  findMove,
  kindsIn,
  leading,
  makeOwnLeave,
  mayWaitFor,
  putMoves,
  removeMoves,
  setLength,
  shiftMove,
  shiftMoves,
  stagger,
  tieMove,
} from "./moves";

const move = (id: string, start: object = {}, more: object = {}) => ({
  ...{ id, kind: "fade", phase: "arrive", length: 0.4, start: { to: "phase", ...start } },
  ...more,
});
const design = () =>
  structuredClone(
    designWith([
      box("a", { moves: [move("a-in", { gap: 0.1 })] }),
      box("b", { moves: [move("b-in", { to: "a-in", edge: "settle", gap: -0.1 })] }),
      words("c", "Ada Lovelace", { moves: [move("c-in", { to: "b-in" }), move("c-out", {}, { phase: "leave" })] }),
    ]),
  );
const start = (d: Design, id: string) => findMove(d, id)!.move.start;
const valid = (d: Design) => Design.safeParse(d).success;

describe("addMove", () => {
  test.each(Object.keys(moveKinds) as MoveKind[])(
    "puts “%s” where it can act, and it shows at its defaults",
    async (kind) => {
      const d = structuredClone(
        designWith([
          words("t", "Ada", { stroke: { width: 0.2, fill: { kind: "plain", colour: "house:dark" } } }),
          box("p", { liquid: {} }),
        ]),
      );
      const layer = kind === "level-rise" ? d.layers[1]! : d.layers[0]!;
      for (const phase of ["arrive", "stay", "leave"] as const) {
        if (!kindsIn(phase, layer).includes(kind)) continue;
        expect(addMove(d, layer.id, kind, phase)).toBeDefined();
      }
      expect(layer.moves.length).toBeGreaterThan(0);
      expect(valid(d)).toBe(true);
      const scene = await sceneOf(d);
      expect(scene.sample(0.2).key).not.toBe(scene.sample(2).key);
    },
  );
  test("gives every move an id of its own and stops at the most a layer may have", () => {
    const d = design();
    const ids = Array.from({ length: 40 }, () => addMove(d, "a", "fade", "arrive")).filter(Boolean);
    expect(new Set(ids).size).toBe(31);
    expect(valid(d)).toBe(true);
  });
});

describe("removeMoves", () => {
  test("lets what waited start where the removed one did", () => {
    const d = design();
    removeMoves(d, new Set(["b-in"]));
    expect(start(d, "c-in").to).toBe("a-in");
    removeMoves(d, new Set(["a-in"]));
    expect(start(d, "c-in")).toMatchObject({ to: "phase", gap: 0.1 });
  });
});

describe("when moves start", () => {
  test("shiftMove never asks for an instant before the phase", () => {
    const d = design();
    shiftMove(d, "a-in", 0.25, 0.1);
    expect(start(d, "a-in").gap).toBe(0.35);
    shiftMove(d, "a-in", -9, 0.35);
    expect(start(d, "a-in").gap).toBe(0);
  });
  test("shiftMoves stops at the phase's beginning also when it is told again before anything is drawn anew", () => {
    const d = design();
    const drawn = new Map([["a-in", 0.1]]);
    for (let i = 0; i < 4; i++) shiftMoves(d, ["a-in"], -0.04, drawn, false);
    expect(start(d, "a-in").gap).toBe(0);
  });
  test("setLength keeps a move long enough to be seen", () => {
    const d = design();
    setLength(d, "a-in", -1);
    expect(findMove(d, "a-in")!.move.length).toBe(0.04);
  });
  test("tieMove waits for another move of the same phase, but never in a circle", () => {
    const d = design();
    expect(mayWaitFor(d, "a-in", "c-in")).toBe(false);
    expect(mayWaitFor(d, "c-in", "a-in")).toBe(true);
    expect(mayWaitFor(d, "c-out", "a-in")).toBe(false);
    expect(tieMove(d, "a-in", "b-in", "start", 0)).toBe(false);
    expect(tieMove(d, "c-in", "a-in", "settle", 0.05)).toBe(true);
    expect(start(d, "c-in")).toEqual({ to: "a-in", edge: "settle", gap: 0.05 });
  });
  test("leading finds those that take the others along", () => {
    expect(leading(design(), ["a-in", "c-in"])).toEqual(["a-in"]);
    expect(leading(design(), ["b-in", "c-out"])).toEqual(["b-in", "c-out"]);
  });
  test("stagger makes even steps from the first to the last", () => {
    const d = design();
    const starts = new Map([
      ["a-in", 0.1],
      ["b-in", 0.4],
      ["c-in", 0.4],
    ]);
    stagger(d, ["a-in", "b-in", "c-in"], starts, 0.5);
    expect(["a-in", "b-in", "c-in"].map((id) => start(d, id).gap)).toEqual([0.1, 0.3, 0.5]);
    expect(start(d, "b-in").to).toBe("phase");
  });
});

test("changeKind keeps what the new kind takes and drops the rest", () => {
  const d = structuredClone(
    designWith([box("a", { moves: [move("m", {}, { kind: "slide", from: "top", distance: { value: 2 } })] })]),
  );
  const own = d.layers[0]!.moves[0]!;
  changeKind(own, "rise");
  expect(own).toMatchObject({ kind: "rise", from: "top", length: 0.4 });
  expect(own.distance).toBeUndefined();
  expect(valid(d)).toBe(true);
});

describe("putMoves", () => {
  test("carries moves to another layer in place of those of the same phases, and keeps starts among them", () => {
    const d = design();
    const two = [move("x"), move("y", { to: "x", edge: "settle" })];
    const ids = putMoves(d, [
      { layer: "c", moves: Design.parse({ ...d, layers: [{ ...d.layers[0], moves: two }] }).layers[0]!.moves },
    ]);
    const layer = d.layers[2]!;
    expect(layer.moves.map(({ phase }) => phase)).toEqual(["leave", "arrive", "arrive"]);
    expect(start(d, ids[1]!).to).toBe(ids[0]);
    expect(valid(d)).toBe(true);
  });
  test("leaves out what the layer can't do, and splits of what is no text", () => {
    const d = structuredClone(
      designWith([
        words("t", "Ada", {
          moves: [move("type", {}, { kind: "type-on" }), move("rise", {}, { kind: "rise", split: { by: "word" } })],
        }),
        box("b"),
      ]),
    );
    putMoves(d, [{ layer: "b", moves: d.layers[0]!.moves }]);
    expect(d.layers[1]!.moves.map(({ kind, split }) => [kind, split])).toEqual([["rise", undefined]]);
  });
});

test("a leave of its own looks like the mirrored one it was made from", async () => {
  const d = design();
  d.layers[2]!.moves = d.layers[2]!.moves.filter(({ phase }) => phase === "arrive");
  const before = await sceneOf(d);
  const times = new Map([...before.table.layers.get("c")!.arrive].map((m) => [m.id, m]));
  const made = makeOwnLeave(d, "c", times, before.table.arriveS);
  expect(made).toHaveLength(1);
  expect(valid(d)).toBe(true);
  const after = await sceneOf(d);
  const c = (scene: typeof before) => scene.table;
  expect(c(after).leaveS).toBeCloseTo(c(before).leaveS, 6);
  const [own] = after.table.layers.get("c")!.leave;
  const [arriving] = before.table.layers.get("c")!.arrive;
  expect(after.table.ownLeaveS - own!.endS).toBeCloseTo(arriving!.startS, 6);
});

test("layers that come from another design are freed of moves, cues and layers that are not here", () => {
  const d = design();
  const stranger = structuredClone(
    designWith(
      [
        box("panel"),
        words("s", "Ada", {
          place: { on: "panel" },
          mattes: [{ by: "shape", layer: "panel" }],
          fill: { kind: "plain", colour: "pair:panel" },
          moves: [move("s-in", { to: "cue:go" }), move("s-2", { to: "s-in" }, { kind: "rise", behind: "panel" })],
          keys: [{ property: "dx", keys: [{ at: { anchor: "cue", cue: "go" }, value: 3 }] }],
        }),
      ],
      { cues: [{ id: "go", name: "Go", at: 1 }] },
    ),
  ).layers[1]!;
  d.layers.push(stranger);
  untieStrangers(d, [stranger]);
  const freed = d.layers.find(({ id }) => id === "s")!;
  expect(valid(d)).toBe(true);
  expect(freed.place.on).toBe("format");
  expect(freed.mattes).toEqual([]);
  expect(freed.keys).toEqual([]);
  expect(freed.moves.map(({ start, behind }) => [start.to, behind])).toEqual([
    ["phase", undefined],
    ["s-in", undefined],
  ]);
  expect(JSON.stringify(freed)).not.toContain("pair:panel");
});
