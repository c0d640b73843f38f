import { assertNever } from "../assert-never";
import { applyFinish } from "../finish/finish";
import { intersectBox, isEmptyBox, type Box } from "../geometry/box";
import type { Matrix } from "../geometry/matrix";
import { layerBounds } from "../sample/bounds";
import type { FillOp, LayerOp, PaintOp, Picture, PictureOp, StrokeOp, UnderOp } from "../sample/types";
import type { ContextLike, PaintHost, Surface } from "./canvas";
import { cssColour, hostPath, inkOf } from "./ink";

/**
 * Paints a picture on a clear canvas whose top left is the pixel (bounds.x, bounds.y) of the format. The same calls
 * on the same bounds give the same bytes on every side.
 */
export function paint(picture: Picture, bounds: Box, context: ContextLike, host: PaintHost): void {
  new Painter(bounds, host).paint(picture.ops, context);
}

class Painter {
  constructor(
    private readonly bounds: Box,
    private readonly host: PaintHost,
  ) {}

  paint(ops: readonly PaintOp[], context: ContextLike): void {
    for (const op of ops) {
      switch (op.kind) {
        case "fill":
          this.fill(op, context);
          break;
        case "stroke":
          this.stroke(op, context);
          break;
        case "picture":
          this.picture(op, context);
          break;
        case "layer":
          this.layer(op, context);
          break;
        default:
          assertNever(op);
      }
    }
  }

  private fill(op: FillOp, context: ContextLike): void {
    this.transform(context, op.matrix);
    context.globalAlpha = op.opacity;
    context.fillStyle = inkOf(op.fill, op.box, context);
    context.fill(hostPath(op.path, this.host) as never);
  }

  private stroke(op: StrokeOp, context: ContextLike): void {
    this.transform(context, op.matrix);
    context.globalAlpha = op.opacity;
    context.strokeStyle = inkOf(op.fill, op.box, context);
    context.lineWidth = op.width;
    context.lineCap = op.cap;
    context.lineJoin = op.join;
    context.miterLimit = 10;
    context.setLineDash([...op.dash]);
    context.lineDashOffset = op.dashOffset;
    context.stroke(hostPath(op.path, this.host) as never);
  }

  private picture(op: PictureOp, context: ContextLike): void {
    const { source, target } = op;
    const [a, b, c, d] = op.matrix;
    const scale = (Math.sqrt(Math.abs(a * d - b * c)) * target.width) / source.width;
    const levels = this.host.picture(op.hash);
    const { width } = levels.forScale(1);
    const level = levels.forScale(scale);
    const share = level.width / width;
    this.transform(context, op.matrix);
    context.globalAlpha = op.opacity;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = "low";
    context.drawImage(
      level.image as never,
      source.x * share,
      source.y * share,
      source.width * share,
      source.height * share,
      target.x,
      target.y,
      target.width,
      target.height,
    );
  }

  /**
   * Painted apart, changed as one, laid on what is below. Every soft edge is a matte of its own: the two canvases
   * differ by some levels where they clip a path by a path, and agree where they lay one picture into another.
   */
  private layer(op: LayerOp, context: ContextLike): void {
    const area = this.pixelsOf(layerBounds(op));
    if (!area) return;
    let surface = this.surface();
    this.paint(op.ops, surface.context);
    if (op.atop.length > 0) {
      surface.context.globalCompositeOperation = "source-atop";
      for (const light of op.atop) this.fill(light, surface.context);
      surface.context.globalCompositeOperation = "source-over";
    }
    if (op.blur > 0) surface = this.blurred(surface, op.blur);
    if (op.finish.length > 0) this.finish(surface, area, op);
    for (const matte of op.mattes) {
      const cut = this.surface();
      this.paint(matte.ops, cut.context);
      surface.context.globalCompositeOperation = matte.keep === "inside" ? "destination-in" : "destination-out";
      this.lay(cut, surface.context, area, 1);
      surface.context.globalCompositeOperation = "source-over";
      this.host.release(cut);
    }
    for (const under of op.under) this.under(surface, under, area, context, op.opacity);
    context.globalCompositeOperation = op.blend === "normal" ? "source-over" : op.blend;
    this.lay(surface, context, area, op.opacity);
    context.globalCompositeOperation = "source-over";
    this.host.release(surface);
  }

  private blurred(surface: Surface, deviation: number): Surface {
    const soft = this.surface();
    soft.context.filter = `blur(${deviation}px)`;
    soft.context.drawImage(surface.canvas as never, 0, 0);
    soft.context.filter = "none";
    this.host.release(surface);
    return soft;
  }

  private finish(surface: Surface, area: Box, op: LayerOp): void {
    const { context } = surface;
    const [x, y] = [area.x - this.bounds.x, area.y - this.bounds.y];
    const pixels = context.getImageData(x, y, area.width, area.height);
    for (const finish of op.finish) applyFinish({ ...area, data: pixels.data }, finish);
    context.putImageData(pixels as never, x, y);
  }

  /** A soft copy in one colour, below the layer. */
  private under(surface: Surface, under: UnderOp, area: Box, context: ContextLike, opacity: number): void {
    const { width, height } = this.bounds;
    const tinted = this.surface();
    this.lay(surface, tinted.context, area, 1);
    tinted.context.globalCompositeOperation = "source-in";
    tinted.context.fillStyle = cssColour(under.colour);
    tinted.context.fillRect(0, 0, width, height);
    tinted.context.globalCompositeOperation = "source-over";
    const soft = under.soft > 0 ? this.blurred(tinted, under.soft) : tinted;
    context.setTransform(1, 0, 0, 1, 0, 0);
    for (let left = under.strength; left > 0; left -= 1) {
      context.globalAlpha = opacity * Math.min(1, left);
      context.drawImage(soft.canvas as never, under.dx, under.dy);
    }
    this.host.release(soft);
  }

  private surface(): Surface {
    return this.host.surface(this.bounds.width, this.bounds.height);
  }

  /** Whole pixels around a box, on this canvas; undefined when it lies outside. */
  private pixelsOf(box: Box): Box | undefined {
    const x = Math.floor(box.x) - 1;
    const y = Math.floor(box.y) - 1;
    const whole = { x, y, width: Math.ceil(box.x + box.width) + 1 - x, height: Math.ceil(box.y + box.height) + 1 - y };
    const area = intersectBox(whole, this.bounds);
    return isEmptyBox(area) ? undefined : area;
  }

  /** Copies an area of a surface to the same place of another. */
  private lay(surface: Surface, context: ContextLike, area: Box, opacity: number): void {
    const [x, y] = [area.x - this.bounds.x, area.y - this.bounds.y];
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = opacity;
    context.imageSmoothingEnabled = false;
    context.drawImage(surface.canvas as never, x, y, area.width, area.height, x, y, area.width, area.height);
  }

  private transform(context: ContextLike, m: Matrix): void {
    context.setTransform(m[0], m[1], m[2], m[3], m[4] - this.bounds.x, m[5] - this.bounds.y);
  }
}
