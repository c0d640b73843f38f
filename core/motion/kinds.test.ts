import { describe, expect, test } from "@jest/globals";
import { Move, moveKinds, type MoveKind } from "../document/move";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { kinds } from "./kinds";
import { mixColours } from "./mix";

const names = Object.keys(moveKinds) as MoveKind[];
const moveOf = (kind: MoveKind, phase = moveKinds[kind].returns ? "stay" : "arrive") => ({ id: "m", kind, phase });

/** A layer on which the kind shows: text for what goes letter by letter, a line to draw, a pool to fill. */
function layerFor(kind: MoveKind, move: object) {
  if (kind === "type-on" || kind === "strew")
    return words("a", "Quill leaf", { place: { dx: 20, dy: 20 }, moves: [move] });
  const more = {
    place: { dx: 20, dy: 20 },
    moves: [move],
    stroke: { width: 0.5, fill: { kind: "plain", colour: "house:light" } },
  };
  return box("a", kind === "level-rise" ? { ...more, liquid: { calm: 0.1 } } : more);
}

describe.each(names)("%s", (kind) => {
  const scene = async (more: object = {}) =>
    sceneOf(designWith([layerFor(kind, { ...moveOf(kind), start: { gap: 0.5 }, ...more })]), {
      fields: {},
      lengthS: 12,
    });

  test("is at rest when it has settled, and shows something on its way", async () => {
    const { table, sample } = await scene();
    const still = sample(7);
    const times = table.layers.get("a")!;
    const [move] = [...times.arrive, ...times.stay];
    const from = move!.cycles?.fromS ?? move!.startS;
    const keys = [0.2, 0.4, 0.6, 0.8].map((share) => sample(from + share * (move!.endS - move!.startS)).key);
    const rest = sample(from + (move!.endS - move!.startS) + 1e-6);
    expect(keys.some((key) => key !== rest.key)).toBe(true);
    if (moveKinds[kind].returns) expect(rest.key).toBe(still.key);
  });
  test("never shows the rest before it starts, unless it comes back to it", async () => {
    const { sample } = await scene();
    const rest = sample(7).key;
    for (const timeS of [0, 0.25, 0.49]) {
      if (moveKinds[kind].returns) expect(sample(timeS).key).toBe(rest);
      else expect(sample(timeS).key).not.toBe(rest);
    }
  });
  test("gives finite steps at any instant", async () => {
    const { sample } = await scene();
    for (let t = 0; t <= 12; t += 0.087) expect(JSON.stringify(sample(t).ops)).not.toMatch(/null|NaN/);
  });
  test("takes the parameters it names and refuses the others", () => {
    const values = {
      from: "top",
      distance: { value: 1, of: "u" },
      behind: "x",
      soft: 1,
      overshoot: 0.1,
      turn: 10,
      strength: 1,
      pivot: { x: 0, y: 0 },
    };
    for (const [name, value] of Object.entries(values)) {
      const good = Move.safeParse({ ...moveOf(kind), [name]: value }).success;
      expect([name, good]).toEqual([name, (moveKinds[kind].takes as readonly string[]).includes(name)]);
    }
  });
  test("ends its tracks at rest", () => {
    for (const { property, keys } of kinds[kind].tracks) {
      const last = keys[keys.length - 1]!.value;
      if (property === "gleam" || property === "gleam-strength") continue;
      const rest = ["opacity", "scale", "uncover", "grow", "draw", "level"].includes(property) ? 1 : 0;
      expect([property, last]).toEqual([property, rest]);
    }
  });
});

test("only what comes back to rest may loop in the stay, and only there", () => {
  expect(Move.safeParse({ id: "m", kind: "slide", phase: "stay" }).success).toBe(false);
  expect(Move.safeParse({ id: "m", kind: "bob", phase: "stay", loop: { pause: 1 } }).success).toBe(true);
  expect(Move.safeParse({ id: "m", kind: "fade", phase: "arrive", loop: { count: 2 } }).success).toBe(false);
  expect(Move.safeParse({ id: "m", kind: "vanish", phase: "arrive" }).success).toBe(false);
});

describe("mixColours", () => {
  const [red, green] = [
    { r: 240, g: 60, b: 50, a: 1 },
    { r: 40, g: 170, b: 80, a: 1 },
  ];
  test("gives its ends exactly", () => {
    expect(mixColours(red, green, 0)).toBe(red);
    expect(mixColours(red, green, 1)).toBe(green);
  });
  test("keeps its middle as strong in colour as its ends", () => {
    const spread = ({ r, g, b }: typeof red) => Math.max(r, g, b) - Math.min(r, g, b);
    const middle = mixColours(red, green, 0.5);
    expect(spread(middle)).toBeGreaterThan(0.6 * Math.min(spread(red), spread(green)));
  });
  test("takes no hue from a clear colour", () => {
    const clear = { r: 0, g: 0, b: 0, a: 0 };
    const half = mixColours(clear, red, 0.5);
    expect(half.a).toBe(0.5);
    expect([half.r, half.g, half.b].map(Math.round)).toEqual([240, 60, 50]);
  });
});
