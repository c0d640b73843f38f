import type { BoundFill, BoundStroke, Rgba } from "../bind/types";
import type { Box } from "../geometry/box";
import { trimPath } from "../geometry/curve";
import { multiply, rotation, shifted, shiftedFirst, translation, type Matrix } from "../geometry/matrix";
import { makePath, type Path } from "../geometry/path";
import { rectanglePath } from "../geometry/rectangle";
import { snapMatrix, snapShare, snapU } from "./key";
import type { Posed } from "./pose";
import type { EdgeClip } from "./state";
import { layerOp, type FillOp, type PaintOp } from "./types";

export const sized = (box: Box): Box => ({ x: 0, y: 0, width: box.width, height: box.height });
const square = { size: 0, style: "round" } as const;
export const boxPath = (box: Box): Path =>
  rectanglePath(snapU(box.width), snapU(box.height), [square, square, square, square]);

/** The map from a layer's own corner to pixels. */
export const placed = (posed: Posed, box: Box): Matrix => snapMatrix(shiftedFirst(posed.world, box.x, box.y));

const black: BoundFill = { kind: "plain", colour: { r: 0, g: 0, b: 0, a: 1 } };

/** A fill step; in black it is a matte's. */
export const fillOp = (path: Path, matrix: Matrix, box: Box, fill: BoundFill = black): FillOp => ({
  kind: "fill",
  path,
  matrix,
  fill,
  box,
  opacity: 1,
});

/** One colour over an upright box of pixels, to be laid on top of what is painted there. */
export const inkOp = ({ x, y, width, height }: Box, colour: Rgba): FillOp => {
  const own = { x: 0, y: 0, width: Math.ceil(width) + 2, height: Math.ceil(height) + 2 };
  return fillOp(boxPath(own), translation(Math.floor(x) - 1, Math.floor(y) - 1), own, { kind: "plain", colour });
};

/** As much of a stroke as is drawn so far. */
export function drawnPart(stroke: BoundStroke, state: { readonly draw: number }): BoundStroke {
  if (state.draw >= 1) return stroke;
  const end = stroke.to >= stroke.from ? stroke.to : stroke.to + 1;
  const to = stroke.from + (end - stroke.from) * snapShare(state.draw);
  return state.draw <= 0 ? { ...stroke, width: 0 } : { ...stroke, to: to > 1 ? to - 1 : to };
}

/** A line along an outline. One that lies inside or outside is drawn twice as wide and cut by the shape. */
export function strokeOps(
  stroke: BoundStroke,
  along: Path,
  shape: Path,
  matrix: Matrix,
  area: Box,
  turnedRound: boolean,
): PaintOp[] {
  const path = trimPath(along, stroke.from, stroke.to);
  if (stroke.width <= 0 || path.commands.length === 0) return [];
  const { cap, join, dash, dashOffset } = stroke;
  const width = stroke.side === "centre" ? stroke.width : stroke.width * 2;
  const fill = mirrorFill(stroke.fill, turnedRound);
  const op: PaintOp = { kind: "stroke", path, matrix, fill, box: area, opacity: 1, width, cap, join, dash, dashOffset };
  if (stroke.side === "centre") return [op];
  return [layerOp([op], { mattes: [{ ops: [fillOp(shape, matrix, area)], keep: stroke.side }] })];
}

export function mirrorFill(fill: BoundFill, turnedRound: boolean): BoundFill {
  if (!turnedRound || fill.kind === "plain") return fill;
  if (fill.kind === "linear") return { ...fill, angle: 180 - fill.angle };
  if (fill.kind === "conic") {
    // It runs the other way round from the mirrored start.
    const stops = [...fill.stops].reverse().map(({ at, colour }) => ({ at: 1 - at, colour }));
    return { ...fill, centre: { x: 1 - fill.centre.x, y: fill.centre.y }, angle: -fill.angle, stops };
  }
  return { ...fill, centre: { x: 1 - fill.centre.x, y: fill.centre.y } };
}

/** Half the plane, as a rectangle far larger than any format; it runs along the negative x of its own matrix. */
export const halfPlane: Path = makePath("half", [
  ["M", 0, -4000],
  ["L", 0, 4000],
  ["L", -8000, 4000],
  ["L", -8000, -4000],
  ["Z"],
]);
export const halfPlaneOp = (matrix: Matrix): FillOp => fillOp(halfPlane, snapMatrix(matrix), halfPlane.bounds);

const fade: BoundFill = {
  kind: "linear",
  angle: 0,
  stops: [0, 0.25, 0.5, 0.75, 1].map((at) => ({
    at,
    colour: { r: 0, g: 0, b: 0, a: 0.5 + 0.5 * Math.cos(Math.PI * at) },
  })),
};

/** What a straight cut leaves, as a matte; its edge fades over the cut's softness. */
export function edgeOp(clip: EdgeClip, base: Matrix): FillOp {
  const matrix = multiply(base, shifted(rotation(clip.angle), clip.x, clip.y));
  if (clip.soft <= 0) return halfPlaneOp(matrix);
  return fillOp(halfPlane, snapMatrix(matrix), { x: -clip.soft, y: -1, width: clip.soft, height: 2 }, fade);
}
