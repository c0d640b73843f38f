import type { PaintHost, Surface } from "./canvas";

interface Level {
  readonly image: unknown;
  readonly width: number;
  readonly height: number;
}

/**
 * A picture in halves, quarters, eighths of its size. The two canvases shrink pictures by different filters; halved
 * here, and drawn from the nearest larger level, they come out alike and without flicker.
 */
export class PictureLevels {
  private readonly levels: Level[];

  /** `wholeWidth`: of the picture that this one, smaller, stands in for. */
  constructor(
    private readonly host: PaintHost,
    image: unknown,
    width: number,
    height: number,
    readonly wholeWidth = width,
  ) {
    this.levels = [{ image, width, height }];
  }

  /** Pixels of the picture itself. */
  get pixels(): number {
    const { width, height } = this.levels[0]!;
    return width * height;
  }

  /** The level for drawing at this scale: never smaller than what is drawn. */
  forScale(scale: number): Level {
    const own = this.levels[0]!.width / this.wholeWidth;
    const wanted = scale >= own || scale <= 0 ? 0 : Math.floor(Math.log2(own / scale) + 1e-9);
    while (this.levels.length <= wanted) {
      const last = this.levels[this.levels.length - 1]!;
      if (last.width <= 2 || last.height <= 2) break;
      this.levels.push(this.halved(last));
    }
    return this.levels[Math.min(wanted, this.levels.length - 1)]!;
  }

  private halved({ image, width, height }: Level): Level {
    const from = this.host.surface(width, height);
    from.context.imageSmoothingEnabled = false;
    from.context.drawImage(image as never, 0, 0);
    const pixels = from.context.getImageData(0, 0, width, height).data;
    this.host.release(from);
    const half: Surface = this.host.surface(Math.ceil(width / 2), Math.ceil(height / 2));
    const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
    const target = half.context.getImageData(0, 0, w, h);
    halve(pixels, width, height, target.data);
    half.context.putImageData(target as never, 0, 0);
    return { image: half.canvas, width: w, height: h };
  }
}

/** Means of two by two pixels, weighed by their alpha; an odd last row or column stands for itself. */
export function halve(from: Uint8ClampedArray, width: number, height: number, to: Uint8ClampedArray): void {
  const w = Math.ceil(width / 2);
  const h = Math.ceil(height / 2);
  for (let y = 0; y < h; y++) {
    const rows = [2 * y, Math.min(2 * y + 1, height - 1)];
    for (let x = 0; x < w; x++) {
      const columns = [2 * x, Math.min(2 * x + 1, width - 1)];
      let [r, g, b, a] = [0, 0, 0, 0];
      for (const row of rows) {
        for (const column of columns) {
          const at = (row * width + column) * 4;
          const alpha = from[at + 3]!;
          r += from[at]! * alpha;
          g += from[at + 1]! * alpha;
          b += from[at + 2]! * alpha;
          a += alpha;
        }
      }
      const at = (y * w + x) * 4;
      to[at] = a > 0 ? Math.round(r / a) : 0;
      to[at + 1] = a > 0 ? Math.round(g / a) : 0;
      to[at + 2] = a > 0 ? Math.round(b / a) : 0;
      to[at + 3] = Math.round(a / 4);
    }
  }
}
