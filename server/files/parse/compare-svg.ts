import { createCanvas } from "@napi-rs/canvas";
import sharp from "sharp";
import { parseHex } from "@/core/bind/colour";
import type { Vector } from "@/core/document/vector";
import { parseSvgPath } from "@/core/geometry/svg-path";
import { scaling } from "@/core/geometry/matrix";
import { paint } from "@/core/paint/paint";
import { drawingOps } from "@/core/sample/drawing";
import { NodeHost } from "@/render/node-host";

/** Longer side in pixels at which a drawing is compared with its file. */
const side = 192;
/** Levels that soft edges differ by between two painters. */
const edgeLevels = 72;

/** The share of the inked pixels at which our painting of a drawing differs from its file as another painter shows it. */
export async function differenceFrom(text: string, drawing: Vector): Promise<number> {
  const scale = side / Math.max(drawing.width, drawing.height);
  const width = Math.max(1, Math.round(drawing.width * scale));
  const height = Math.max(1, Math.round(drawing.height * scale));
  const raster = sharp(Buffer.from(text), { density: 96, limitInputPixels: 40_000_000 })
    .resize(width, height, { fit: "fill" })
    .ensureAlpha()
    .raw();
  const [theirs, ours] = [await raster.toBuffer(), paintedPixels(drawing, width, height)];
  let inked = 0;
  let different = 0;
  for (let at = 0; at < ours.length; at += 4) {
    const [a, b] = [ours[at + 3]! / 255, theirs[at + 3]! / 255];
    if (a === 0 && b === 0) continue;
    inked += 1;
    const colours = [0, 1, 2].map((c) => Math.abs(ours[at + c]! * a - theirs[at + c]! * b));
    if (Math.max(...colours, Math.abs(a - b) * 255) > edgeLevels) different += 1;
  }
  return inked === 0 ? 0 : different / inked;
}

function paintedPixels(drawing: Vector, width: number, height: number): Uint8ClampedArray {
  const pathOf = (d: string) => parseSvgPath(d);
  const shapes = drawing.shapes.map(({ d, colour, rule = "nonzero", mattes = [], ...shape }) => ({
    ...shape,
    rule,
    colour: parseHex(colour),
    path: pathOf(d),
    mattes: mattes.map(({ keep, shapes: cut }) => ({
      keep,
      shapes: cut.map(({ d: edge, rule: inside = "nonzero" as const, alpha }) => ({
        path: pathOf(edge),
        rule: inside,
        alpha,
      })),
    })),
  }));
  const area = { x: 0, y: 0, width: drawing.width, height: drawing.height };
  const ops = drawingOps(shapes, scaling(width / drawing.width, height / drawing.height), area);
  const context = createCanvas(width, height).getContext("2d");
  const format = { id: "svg", name: "SVG", width, height, actionSafe: 0, titleSafe: 0, keepClear: [] };
  paint({ format, ops, key: "" }, { x: 0, y: 0, width, height }, context as never, new NodeHost());
  return context.getImageData(0, 0, width, height).data;
}
