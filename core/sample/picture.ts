import type { BoundFill } from "../bind/types";
import { hashText } from "../hash";
import type { Box } from "../geometry/box";
import { about, cosSin, multiply, rotation, scaling, translation, type Matrix } from "../geometry/matrix";
import { makePath, type Path } from "../geometry/path";
import { rectanglePath } from "../geometry/rectangle";
import type { Still, StillLayer } from "../layout/types";
import { isMoving, movesAt } from "../schedule/instant";
import type { Timetable } from "../schedule/timetable";
import { keyOf, snapMatrix, snapShare } from "./key";
import { restState, stateOf, type EdgeClip, type LayerState } from "./state";
import type { Clip, PaintOp, Picture } from "./types";

/** A layer at one instant: where it is and what it may show. */
interface Posed {
  readonly still: StillLayer;
  readonly state: LayerState;
  /** From the format's u to pixels, for the layer's group and for the layer itself. */
  readonly parent: Matrix;
  readonly world: Matrix;
  /** The rectangle or box as far as it is grown, in u; undefined when nothing of it is there. */
  readonly shown: Box | undefined;
}

/** A flat list of paint steps for the instant `timeS` of the clip; any instant, in any order. */
export function sample(still: Still, table: Timetable, timeS: number): Picture {
  const moving = isMoving(table, timeS);
  const poses = pose(still, table, moving ? timeS : undefined);
  const children = new Map<string | undefined, Posed[]>();
  for (const posed of poses.values()) {
    const parent = posed.still.layer.in;
    const siblings = children.get(parent);
    if (siblings) siblings.push(posed);
    else children.set(parent, [posed]);
  }
  const emit = (parent: string | undefined): PaintOp[] =>
    (children.get(parent) ?? []).flatMap((posed) =>
      opsOf(posed, poses, still.turnedRound, () => emit(posed.still.layer.id)),
    );
  const ops = emit(undefined);
  return { format: still.format, ops, key: keyOf(still.format, ops) };
}

function pose(still: Still, table: Timetable, timeS: number | undefined): Map<string, Posed> {
  const poses = new Map<string, Posed>();
  const boxes = new Map(still.layers.map((layer) => [layer.layer.id, layer.box]));
  const sides = { width: still.format.width / still.pxPerU, height: still.format.height / still.pxPerU };
  const root = scaling(still.pxPerU, still.pxPerU);
  for (const entry of still.layers) {
    const { layer, box } = entry;
    const times = timeS === undefined ? undefined : table.layers.get(layer.id);
    const state = times ? stateOf(entry, movesAt(table, times, timeS!), (id) => boxes.get(id), sides) : restState();
    const parent = (layer.in !== undefined && poses.get(layer.in)?.world) || root;
    const pivotX = box.x + box.width * (still.turnedRound ? 1 - layer.pivot.x : layer.pivot.x);
    const pivotY = box.y + box.height * layer.pivot.y;
    const turn = layer.turn * (still.turnedRound ? -1 : 1) + state.turn;
    const own = about(pivotX, pivotY, multiply(rotation(turn), scaling(state.scale, state.scale)));
    const world = multiply(parent, multiply(translation(state.dx, state.dy), own));
    const shown = state.scale > 0 ? grown(box, state.grows) : undefined;
    poses.set(layer.id, { still: entry, state, parent, world, shown });
  }
  return poses;
}

/** The part of a box that has grown so far, from the side each growth starts at. */
function grown(box: Box, grows: LayerState["grows"]): Box | undefined {
  let { x, y, width, height } = box;
  for (const { angle, share } of grows) {
    if (share <= 0) return undefined;
    const [cos, sin] = cosSin(angle);
    if (Math.abs(cos) >= Math.abs(sin)) {
      if (cos < 0) x += width * (1 - share);
      width *= share;
    } else {
      if (sin < 0) y += height * (1 - share);
      height *= share;
    }
  }
  return { x, y, width, height };
}

function opsOf(
  posed: Posed,
  poses: ReadonlyMap<string, Posed>,
  turnedRound: boolean,
  inner: () => PaintOp[],
): PaintOp[] {
  const { layer } = posed.still;
  const opacity = snapShare(layer.opacity * posed.state.opacity);
  if (opacity <= 0 || !posed.shown) return [];

  const clips: Clip[] = posed.state.clips.map((clip) => edgeClip(clip, posed));
  if (layer.inside !== undefined) {
    const matte = poses.get(layer.inside);
    if (matte) {
      const shape = shapeOf(matte);
      if (!shape) return [];
      clips.push(shape);
    }
  }
  const { content } = posed.still;
  if (content.kind === "group" && "clip" in layer && layer.clip) clips.push(boxClip(posed.shown, posed.world));
  // Only a rectangle can be redrawn smaller; everything else is cut where it has not grown yet.
  if (posed.state.grows.length > 0 && content.kind !== "rectangle") clips.push(boxClip(posed.shown, posed.world));

  const ops = contentOps(posed, posed.shown, opacity, turnedRound, inner);
  if (ops.length === 0) return [];
  return clips.length > 0 ? [{ kind: "clip", clips, ops }] : ops;
}

function contentOps(
  posed: Posed,
  shown: Box,
  opacity: number,
  turnedRound: boolean,
  inner: () => PaintOp[],
): PaintOp[] {
  const { still, world } = posed;
  const { layer, content, box } = still;
  const blend = (ops: PaintOp[]): PaintOp[] =>
    opacity < 1 && ops.length > 0 ? [{ kind: "blend", opacity, ops }] : ops;
  const placed = (x: number, y: number) => snapMatrix(multiply(world, translation(x, y)));
  switch (content.kind) {
    case "group":
      return blend(inner());
    case "rectangle": {
      const path = rectanglePath(snapU(shown.width), snapU(shown.height), content.corners);
      const fill = mirrorFill(fillOf(layer), turnedRound);
      return [{ kind: "fill", path, matrix: placed(shown.x, shown.y), fill, box: sized(shown), opacity }];
    }
    case "text": {
      if (content.path.commands.length === 0) return [];
      const fill = fillOf(layer);
      return [{ kind: "fill", path: content.path, matrix: placed(box.x, box.y), fill, box: sized(box), opacity }];
    }
    case "drawing": {
      const scale = Math.min(box.width / content.width, box.height / content.height);
      const x = box.x + (box.width - content.width * scale) / 2;
      const y = box.y + (box.height - content.height * scale) / 2;
      const matrix = snapMatrix(multiply(world, multiply(translation(x, y), scaling(scale, scale))));
      const whole = { x: 0, y: 0, width: content.width, height: content.height };
      const single = content.shapes.length === 1;
      const ops = content.shapes.map((shape): PaintOp => ({
        kind: "fill",
        path: shape.path,
        matrix,
        fill: { kind: "plain", colour: shape.colour },
        box: whole,
        opacity: single ? opacity : 1,
      }));
      return single ? ops : blend(ops);
    }
    case "raster": {
      const fit = layer.kind === "picture" ? layer.fit : "contain";
      return [{ kind: "picture", hash: content.hash, fit, matrix: placed(box.x, box.y), box: sized(box), opacity }];
    }
  }
}

const sized = (box: Box): Box => ({ x: 0, y: 0, width: box.width, height: box.height });
const snapU = (value: number): number => Math.round(value * 65536) / 65536;

function fillOf(layer: StillLayer["layer"]): BoundFill {
  if ("fill" in layer) return layer.fill;
  throw new Error(`${layer.id} has no fill`);
}

function mirrorFill(fill: BoundFill, turnedRound: boolean): BoundFill {
  return fill.kind === "linear" && turnedRound ? { ...fill, angle: 180 - fill.angle } : fill;
}

function boxClip(box: Box, world: Matrix): Clip {
  const path = rectanglePath(snapU(box.width), snapU(box.height), squareCorners);
  return { path, matrix: snapMatrix(multiply(world, translation(box.x, box.y))) };
}

const square = { size: 0, style: "round" } as const;
const squareCorners = [square, square, square, square] as const;

/** Half the plane, as a rectangle far larger than any format; it runs along the negative x of its own matrix. */
const halfPlane: Path = makePath("half", [
  ["M", 0, -4000],
  ["L", 0, 4000],
  ["L", -8000, 4000],
  ["L", -8000, -4000],
  ["Z"],
]);

function edgeClip(clip: EdgeClip, posed: Posed): Clip {
  const base = clip.moves ? posed.world : posed.parent;
  const matrix = multiply(base, multiply(translation(clip.x, clip.y), rotation(clip.angle)));
  return { path: halfPlane, matrix: snapMatrix(matrix) };
}

/** The outline of a layer as it stands, for what shows only inside it. */
function shapeOf(posed: Posed): Clip | undefined {
  const { still, shown, world } = posed;
  if (!shown || still.layer.opacity * posed.state.opacity <= 0) return undefined;
  const { content, box } = still;
  if (content.kind === "text") {
    return { path: content.path, matrix: snapMatrix(multiply(world, translation(box.x, box.y))) };
  }
  if (content.kind === "rectangle") {
    const path = rectanglePath(snapU(shown.width), snapU(shown.height), content.corners);
    return { path, matrix: snapMatrix(multiply(world, translation(shown.x, shown.y))) };
  }
  if (content.kind === "drawing") {
    const commands = content.shapes.flatMap((shape) => shape.path.commands);
    const id = `d${hashText(content.shapes.map((shape) => shape.path.id).join())}`;
    const scale = Math.min(box.width / content.width, box.height / content.height);
    const x = box.x + (box.width - content.width * scale) / 2;
    const y = box.y + (box.height - content.height * scale) / 2;
    const matrix = multiply(world, multiply(translation(x, y), scaling(scale, scale)));
    return { path: makePath(id, commands), matrix: snapMatrix(matrix) };
  }
  return boxClip(shown, world);
}
