import type { BoundFill, Rgba } from "../bind/types";
import { cosSin, type Matrix } from "../geometry/matrix";
import type { Box } from "../geometry/box";
import type { Path } from "../geometry/path";
import type { PaintOp, Picture } from "../sample/types";
import type { ContextLike, PaintHost, PathLike, Surface } from "./canvas";

/**
 * Paints a picture on a clear canvas whose top left is the pixel (bounds.x, bounds.y) of the format. The same calls
 * on the same bounds give the same bytes on every side.
 */
export function paint(picture: Picture, bounds: Box, context: ContextLike, host: PaintHost): void {
  new Painter(bounds, host).paint(picture.ops, context);
}

const builtPaths = new WeakMap<Path, PathLike>();

class Painter {
  constructor(
    private readonly bounds: Box,
    private readonly host: PaintHost,
  ) {}

  paint(ops: readonly PaintOp[], context: ContextLike): void {
    for (const op of ops) {
      switch (op.kind) {
        case "fill":
          this.transform(context, op.matrix);
          context.globalAlpha = op.opacity;
          context.fillStyle = fillStyle(op.fill, op.box, context);
          context.fill(this.path(op.path) as never);
          break;
        case "picture":
          this.picture(op, context);
          break;
        case "clip":
          this.matted(op, context);
          break;
        case "blend": {
          const layer = this.host.surface(this.bounds.width, this.bounds.height);
          this.paint(op.ops, layer.context);
          this.lay(layer, context, op.opacity);
          break;
        }
      }
    }
  }

  /**
   * Every soft edge is a matte of its own: the two canvases differ by some levels where they clip a path by a path,
   * and agree where they lay one picture into another.
   */
  private matted(op: Extract<PaintOp, { kind: "clip" }>, context: ContextLike): void {
    const layer = this.host.surface(this.bounds.width, this.bounds.height);
    this.paint(op.ops, layer.context);
    for (const clip of op.clips) {
      const matte = this.host.surface(this.bounds.width, this.bounds.height);
      this.transform(matte.context, clip.matrix);
      matte.context.fillStyle = "#000000ff";
      matte.context.globalAlpha = 1;
      matte.context.fill(this.path(clip.path) as never);
      layer.context.globalCompositeOperation = "destination-in";
      this.lay(matte, layer.context, 1);
      layer.context.globalCompositeOperation = "source-over";
    }
    this.lay(layer, context, 1);
  }

  /** Puts a surface on top and gives it back. */
  private lay(surface: Surface, context: ContextLike, opacity: number): void {
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = opacity;
    context.drawImage(surface.canvas as never, 0, 0);
    this.host.release(surface);
  }

  private picture(op: Extract<PaintOp, { kind: "picture" }>, context: ContextLike): void {
    const { image, width, height } = this.host.picture(op.hash);
    const { box } = op;
    const pick = op.fit === "cover" ? Math.max : Math.min;
    const scale = pick(box.width / width, box.height / height);
    const shownWidth = Math.min(width, box.width / scale);
    const shownHeight = Math.min(height, box.height / scale);
    this.transform(context, op.matrix);
    context.globalAlpha = op.opacity;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = "high";
    context.drawImage(
      image as never,
      (width - shownWidth) / 2,
      (height - shownHeight) / 2,
      shownWidth,
      shownHeight,
      (box.width - shownWidth * scale) / 2,
      (box.height - shownHeight * scale) / 2,
      shownWidth * scale,
      shownHeight * scale,
    );
  }

  private transform(context: ContextLike, m: Matrix): void {
    context.setTransform(m[0], m[1], m[2], m[3], m[4] - this.bounds.x, m[5] - this.bounds.y);
  }

  private path(path: Path): PathLike {
    let built = builtPaths.get(path);
    if (!built) {
      built = this.host.newPath();
      for (const command of path.commands) {
        switch (command[0]) {
          case "M":
            built.moveTo(command[1], command[2]);
            break;
          case "L":
            built.lineTo(command[1], command[2]);
            break;
          case "Q":
            built.quadraticCurveTo(command[1], command[2], command[3], command[4]);
            break;
          case "C":
            built.bezierCurveTo(command[1], command[2], command[3], command[4], command[5], command[6]);
            break;
          case "Z":
            built.closePath();
            break;
        }
      }
      builtPaths.set(path, built);
    }
    return built;
  }
}

const byte = (value: number): string => Math.round(value).toString(16).padStart(2, "0");

/** CSS colour of eight figures: both sides read it into the same bytes. */
export const cssColour = (c: Rgba): string => `#${byte(c.r)}${byte(c.g)}${byte(c.b)}${byte(c.a * 255)}`;

function fillStyle(fill: BoundFill, box: Box, context: ContextLike): unknown {
  if (fill.kind === "plain") return cssColour(fill.colour);
  // As in CSS: the line through the middle is just long enough for the corners to have the end colours.
  const [cos, sin] = cosSin(fill.angle);
  const half = (Math.abs(box.width * cos) + Math.abs(box.height * sin)) / 2;
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  const gradient = context.createLinearGradient(x - cos * half, y - sin * half, x + cos * half, y + sin * half);
  for (const stop of fill.stops) gradient.addColorStop(stop.at, cssColour(stop.colour));
  return gradient;
}
