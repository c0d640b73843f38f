import { describe, expect, test } from "@jest/globals";
import type { Layer } from "../document/layer";
import { moveKinds, type MoveKind } from "../document/move";
import { designWith, sceneOf, testHouse } from "../testing/scene";
import type { PaintOp } from "../sample/types";
import { opBounds } from "../sample/bounds";
import { addMove } from "./moves";
import { keepMoves, putSaved } from "./saved-moves";

/** A square mark of 512 px and a flat one of 300 × 120 px. */
const house = {
  ...testHouse,
  marks: [
    ["square", 512, 512],
    ["flat", 300, 120],
  ].map(([id, width, height]) => ({
    ...{ id: id as string, name: id as string },
    drawing: { width, height, shapes: [{ d: `M0 0H${width}V${height}H0Z`, colour: "house:dark" }] },
  })) as typeof testHouse.marks,
};
const layer = (mark: string, widthPx: number, heightPx: number) => ({
  ...{ id: "mark", name: "Mark", kind: "picture", media: `mark:${mark}` },
  ...{ width: { kind: "fixed", u: widthPx / 10.8 }, height: { kind: "fixed", u: heightPx / 10.8 } },
  place: { at: { x: 0.5, y: 0.5 }, on: "format", from: { x: 0.5, y: 0.5 } },
});
const made = () => structuredClone(designWith([layer("square", 512, 512)]));
const other = () => structuredClone(designWith([layer("flat", 300, 120)]));

/** Where what is painted lies, in shares of the layer's own box, and how strongly. */
async function relative(design: ReturnType<typeof made>, format: string, timeS: number) {
  const scene = await sceneOf(design, { fields: {} }, format, house);
  const { box } = scene.still.layers[0]!;
  const scale = scene.still.pxPerU;
  const { ops } = scene.sample(timeS);
  const round = (value: number) => Math.round(value * 1e4) / 1e4 + 0;
  return ops.map((op: PaintOp) => {
    const { x, y, width, height } = opBounds(op);
    const opacity = "opacity" in op ? op.opacity : 1;
    return [
      round((x / scale - box.x) / box.width),
      round((y / scale - box.y) / box.height),
      round(width / scale / box.width),
      round(height / scale / box.height),
      round(opacity),
    ];
  });
}

// What is measured in u, or turns, is not relative to the sides of a mark and is left out here.
const own: MoveKind[] = ["fade", "slide", "push", "grow", "pop", "drop", "unroll", "breathe"];

describe("a move saved on a mark of 512 px in wide", () => {
  test.each(own)("%s gives the same relative pictures on one of 300 × 120 px in tall", async (kind) => {
    const first = made();
    const phase = moveKinds[kind].returns ? "stay" : "arrive";
    addMove(first, "mark", kind, phase);
    const [mark] = first.layers as [Layer];
    const saved = keepMoves(
      "Kept",
      [],
      mark,
      mark.moves.map(({ id }) => id),
    );
    const second = other();
    putSaved(second, "kept", saved, ["mark"]);
    const from = phase === "stay" ? 0 : 0.02;
    for (const share of [0.1, 0.3, 0.5, 0.8]) {
      const timeS = from + share * (first.layers[0]!.moves[0]!.length ?? 0.6);
      const seen = await relative(first, "wide", timeS);
      expect(seen.length).toBeGreaterThan(0);
      expect(await relative(second, "tall", timeS)).toEqual(seen);
    }
  });
});
