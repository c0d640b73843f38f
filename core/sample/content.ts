import { assertNever } from "../assert-never";
import type { BoundShape } from "../bind/types";
import type { Liquid } from "../document/look";
import type { Framing } from "../document/media";
import type { Box } from "../geometry/box";
import { multiply, rotation, scaling, translation, type Matrix } from "../geometry/matrix";
import type { Path } from "../geometry/path";
import type { Content, Cut } from "../layout/types";
import { wavePath } from "../geometry/shapes";
import { outlinePath, strokePath } from "../layout/outline";
import { drawingOps, drawingSilhouette } from "./drawing";
import { snapMatrix, snapU } from "./key";
import type { Posed } from "./pose";
import { boxPath, drawnPart, fillOp, mirrorFill, placed, sized, strokeOps } from "./steps";
import { textOps } from "./text";
import { layerOp, type FillOp, type PaintOp } from "./types";
import { framedScale, seenPart } from "../media/framing";

type RasterContent = Extract<Content, { kind: "raster" }>;

/** How a wave that calms within so many seconds stands just now. */
export type WaveAt = (calm: number) => { readonly travelS: number; readonly left: number };

/** What a layer itself paints, but for groups, whose layers paint. */
export function contentOps(posed: Posed, shown: Box, turnedRound: boolean, waveAt: WaveAt): PaintOp[] {
  const { layer, content } = posed.still;
  switch (content.kind) {
    case "group":
    case "none":
      return [];
    case "shape":
      return shapeOps(posed, shown, turnedRound, waveAt);
    case "text":
      return layer.kind === "text" ? textOps(posed, layer, content, turnedRound) : [];
    case "drawing": {
      const { matrix, area } = drawn(posed, content);
      return cutOps(drawingOps(content.shapes, matrix, area), content.cut, matrix, area);
    }
    case "raster":
      return layer.kind === "picture" ? rasterOps(posed, content, layer.framing) : [];
    default:
      return assertNever(content);
  }
}

/** What lies on the wanted sides of lines. The two sides of one line come to the whole again when they are added. */
function cutOps(
  ops: readonly PaintOp[],
  cut: readonly Cut[],
  matrix: Matrix,
  area: Box,
  atop: FillOp[] = [],
): PaintOp[] {
  if (cut.length === 0 && atop.length === 0) return [...ops];
  const mattes = cut.map(({ keep, path }) => ({ keep, ops: [fillOp(path, matrix, area)] }));
  return [layerOp(ops, { mattes, atop })];
}

/** A drawing keeps its proportion in the middle of its box. */
function drawn(posed: Posed, content: { width: number; height: number }): { matrix: Matrix; area: Box } {
  const { box } = posed.still;
  const scale = Math.min(box.width / content.width, box.height / content.height);
  const x = box.x + (box.width - content.width * scale) / 2;
  const y = box.y + (box.height - content.height * scale) / 2;
  const matrix = snapMatrix(multiply(posed.world, multiply(translation(x, y), scaling(scale, scale))));
  return { matrix, area: { x: 0, y: 0, width: content.width, height: content.height } };
}

function shapeOps(posed: Posed, shown: Box, turnedRound: boolean, waveAt: WaveAt): PaintOp[] {
  const { content, layer } = posed.still;
  if (content.kind !== "shape") return [];
  const shape = layer as BoundShape;
  const [width, height] = [snapU(shown.width), snapU(shown.height)];
  const path = outlinePath(content.outline, width, height);
  const matrix = placed(posed, shown);
  const area = sized(shown);
  const ops: PaintOp[] = [];
  if (shape.fill && path.commands.length > 0) {
    const fill = mirrorFill(shape.fill, turnedRound);
    if (shape.liquid) {
      const liquid = { ...shape.liquid, level: shape.liquid.level * posed.state.level };
      const wave = liquidPath(liquid, { width, height }, waveAt, turnedRound);
      const mattes = [{ ops: [ruledFill(fillOp(path, matrix, area), posed)], keep: "inside" as const }];
      if (liquid.level > 0) ops.push(layerOp([fillOp(wave, matrix, area, fill)], { mattes }));
    } else ops.push(ruledFill(fillOp(path, matrix, area, fill), posed));
  }
  if (shape.stroke) {
    const along = strokePath(content.outline, width, height);
    ops.push(...strokeOps(drawnPart(shape.stroke, posed.state), along, path, matrix, area, turnedRound));
  }
  return ops;
}

/** A fill by the rule of its layer, which only free outlines have. */
const ruledFill = (op: FillOp, { still: { layer } }: Posed): FillOp =>
  layer.kind === "path" && layer.rule === "evenodd" ? { ...op, rule: "evenodd" } : op;

/** The wave of a liquid edge at one instant; its height dies down to what it keeps, its travel with it. */
function liquidPath(
  liquid: Liquid,
  box: { width: number; height: number },
  waveAt: WaveAt,
  turnedRound: boolean,
): Path {
  const { level, height, length, speed, calm, rest } = liquid;
  const { travelS, left } = waveAt(calm);
  const high = rest + (height - rest) * left * left;
  const phase = snapU((speed * travelS) % length);
  return wavePath(box, {
    level: snapU(level),
    height: snapU(high),
    length,
    phase: turnedRound ? box.width - phase : phase,
  });
}

/** Cuts the picture to its box; turned, it is drawn whole and matted. */
function rasterOps(posed: Posed, content: RasterContent, framing: Framing): PaintOp[] {
  const { box } = posed.still;
  const matrix = placed(posed, box);
  const scale = framedScale(box, content, framing);
  const common = { kind: "picture" as const, hash: content.hash, opacity: 1 };
  const x = seenPart(box.width, content.width, scale, framing.focus.x);
  const y = seenPart(box.height, content.height, scale, framing.focus.y);
  const whole = { x: 0, y: 0, width: content.width, height: content.height };
  const scaled = scaling(scale, scale);
  const dressed = (op: PaintOp, own: Matrix) => {
    const atop = content.tint ? [fillOp(boxPath(whole), own, whole, { kind: "plain", colour: content.tint })] : [];
    return cutOps([op], content.cut, own, whole, atop);
  };
  if (framing.turn === 0) {
    const source = { x: x.from, y: y.from, width: x.seen, height: y.seen };
    const target = { x: x.at, y: y.at, width: x.seen * scale, height: y.seen * scale };
    const own = multiply(matrix, multiply(translation(x.at - x.from * scale, y.at - y.from * scale), scaled));
    return dressed({ ...common, matrix, source, target }, snapMatrix(own));
  }
  const middle = multiply(translation(box.width / 2, box.height / 2), rotation(framing.turn));
  const shift = multiply(middle, multiply(scaled, translation(-x.from - x.seen / 2, -y.from - y.seen / 2)));
  const own = snapMatrix(multiply(matrix, shift));
  const ops = dressed({ ...common, matrix: own, source: whole, target: whole }, own);
  return [layerOp(ops, { mattes: [{ ops: [fillOp(boxPath(box), matrix, sized(box))], keep: "inside" }] })];
}

/** The silhouette of a layer as it stands, for what shows only inside or outside it; empty when it is not there. */
export function silhouette(posed: Posed, layersIn: (group: string) => readonly Posed[]): PaintOp[] {
  const { still, shown } = posed;
  if (!shown || still.opacity * posed.state.opacity <= 0) return [];
  const { content, box } = still;
  switch (content.kind) {
    case "group":
      return layersIn(still.layer.id).flatMap((inner) => silhouette(inner, layersIn));
    case "shape":
      return [
        ruledFill(
          fillOp(
            outlinePath(content.outline, snapU(shown.width), snapU(shown.height)),
            placed(posed, shown),
            sized(shown),
          ),
          posed,
        ),
      ];
    case "text":
      return [fillOp(content.outline.whole, placed(posed, box), sized(box))];
    case "drawing": {
      const { matrix, area } = drawn(posed, content);
      return cutOps(drawingSilhouette(content.shapes, matrix, area), content.cut, matrix, area);
    }
    case "raster":
    case "none":
      return [fillOp(boxPath(shown), placed(posed, shown), sized(shown))];
    default:
      return assertNever(content);
  }
}
