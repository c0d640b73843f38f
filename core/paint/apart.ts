import { applyFinish } from "../finish/finish";
import { intersectBox, isEmptyBox, type Box } from "../geometry/box";
import { blurReach } from "../sample/reach";
import type { LayerOp, MeanOp, UnderOp } from "../sample/types";
import type { ContextLike, PaintHost, PixelsLike, Surface } from "./canvas";
import { cssColour } from "./ink";
import { MeanOf } from "./mean";
import type { Brush } from "./steps/define";

/** Names of the canvas for blends that are called otherwise there. Adding is exact: parts of a pixel come to the whole again. */
const blendOps = { normal: "source-over", add: "lighter" } as const;

/** Whole pixels around a box, within others; undefined when it lies outside them. */
export function pixelsOf(box: Box, within: Box): Box | undefined {
  const x = Math.floor(box.x) - 1;
  const y = Math.floor(box.y) - 1;
  const whole = { x, y, width: Math.ceil(box.x + box.width) + 1 - x, height: Math.ceil(box.y + box.height) + 1 - y };
  const area = intersectBox(whole, within);
  return isEmptyBox(area) ? undefined : area;
}

/** Paints one layer step on a canvas no larger than what it touches. */
export class LayerPainter {
  private readonly area: Box;
  private readonly host: PaintHost;

  /** With a brush for the canvas that it paints on. */
  constructor(private readonly brush: Brush) {
    this.area = brush.bounds;
    this.host = brush.host;
  }

  /** Paints the step and lays what is `seen` of it on a canvas of these bounds. */
  lay(op: LayerOp, context: ContextLike, bounds: Box, seen: Box): void {
    let surface = this.surface();
    this.brush.paint(op.ops, surface.context);
    if (op.atop.length > 0) {
      surface.context.globalCompositeOperation = "source-atop";
      this.brush.paint(op.atop, surface.context);
      surface.context.globalCompositeOperation = "source-over";
    }
    if (op.blur > 0) surface = this.blurred(surface, op.blur);
    if (op.finish.length > 0) this.finish(surface, op);
    const cut = new LayerPainter(this.brush.on(seen));
    cut.matted(op, this.area === seen ? surface : this.cropped(surface, seen), context, bounds);
  }

  /** Cuts a painted step by its mattes, and lays it with its shadows. */
  private matted(op: LayerOp, surface: Surface, context: ContextLike, bounds: Box): void {
    for (const matte of op.mattes) {
      const cut = this.surface();
      this.brush.paint(matte.ops, cut.context);
      surface.context.globalCompositeOperation = matte.keep === "inside" ? "destination-in" : "destination-out";
      this.copy(cut, surface.context, 0, 0, 1);
      surface.context.globalCompositeOperation = "source-over";
      this.host.release(cut);
    }
    const [x, y] = [this.area.x - bounds.x, this.area.y - bounds.y];
    for (const under of op.under) this.under(surface, under, context, x, y, op.opacity);
    context.globalCompositeOperation = blendOps[op.blend as keyof typeof blendOps] ?? op.blend;
    this.copy(surface, context, x, y, op.opacity);
    context.globalCompositeOperation = "source-over";
    this.host.release(surface);
  }

  /** Paints every sample by itself and lays their mean. */
  mean(op: MeanOp, context: ContextLike, bounds: Box): void {
    const { width, height } = this.area;
    const mean = new MeanOf(width * height);
    let first: PixelsLike | undefined;
    for (const ops of op.samples) {
      const surface = this.surface();
      this.brush.paint(ops, surface.context);
      const pixels = surface.context.getImageData(0, 0, width, height);
      first ??= pixels;
      mean.add(pixels.data);
      this.host.release(surface);
    }
    const result = this.surface();
    // Written over the first sample: reading pixels once more only to have some would cost as much as a sample.
    if (first) mean.write(first.data);
    if (first) result.context.putImageData(first as never, 0, 0);
    this.copy(result, context, this.area.x - bounds.x, this.area.y - bounds.y, 1);
    this.host.release(result);
  }

  /** A part of a surface of this area, on one of its own size. */
  private cropped(surface: Surface, { x, y, width, height }: Box): Surface {
    const part = this.host.surface(width, height);
    this.copy(surface, part.context, this.area.x - x, this.area.y - y, 1);
    this.host.release(surface);
    return part;
  }

  private blurred(surface: Surface, deviation: number): Surface {
    const soft = this.surface();
    soft.context.filter = `blur(${deviation}px)`;
    this.copy(surface, soft.context, 0, 0, 1);
    soft.context.filter = "none";
    this.host.release(surface);
    return soft;
  }

  private finish({ context }: Surface, op: LayerOp): void {
    const { width, height } = this.area;
    const pixels = context.getImageData(0, 0, width, height);
    for (const finish of op.finish) applyFinish({ ...this.area, data: pixels.data }, finish);
    context.putImageData(pixels as never, 0, 0);
  }

  /** A soft copy in one colour, below the layer. */
  private under(surface: Surface, under: UnderOp, context: ContextLike, x: number, y: number, opacity: number): void {
    const { width, height } = this.area;
    const margin = blurReach(under.soft);
    const tinted = this.host.surface(width + 2 * margin, height + 2 * margin);
    this.copy(surface, tinted.context, margin, margin, 1);
    tinted.context.globalCompositeOperation = "source-in";
    tinted.context.fillStyle = cssColour(under.colour);
    tinted.context.fillRect(0, 0, width + 2 * margin, height + 2 * margin);
    tinted.context.globalCompositeOperation = "source-over";
    const wide = { x: 0, y: 0, width: width + 2 * margin, height: height + 2 * margin };
    const soft = under.soft > 0 ? new LayerPainter(this.brush.on(wide)).blurred(tinted, under.soft) : tinted;
    for (let left = under.strength; left > 0; left -= 1) {
      const strength = opacity * Math.min(1, left);
      copyArea(soft, context, wide, x + under.dx - margin, y + under.dy - margin, strength);
    }
    this.host.release(soft);
  }

  private surface(): Surface {
    return this.host.surface(this.area.width, this.area.height);
  }

  private copy(surface: Surface, context: ContextLike, x: number, y: number, opacity: number): void {
    copyArea(surface, context, this.area, x, y, opacity);
  }
}

/** Copies the used part of a surface, pixel by pixel, to (x, y) of another. */
function copyArea(
  surface: Surface,
  context: ContextLike,
  { width, height }: { width: number; height: number },
  x: number,
  y: number,
  opacity: number,
): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = opacity;
  context.imageSmoothingEnabled = false;
  context.drawImage(surface.canvas as never, 0, 0, width, height, x, y, width, height);
}
