import type { PictureLevels } from "./levels";

/**
 * The Canvas 2D calls that painting uses, as both sides have them: the browser's OffscreenCanvas in a worker and
 * the canvas of the render worker.
 */
export interface PathLike {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void;
  closePath(): void;
}

export interface GradientLike {
  addColorStop(offset: number, colour: string): void;
}

export interface PixelsLike {
  readonly data: Uint8ClampedArray;
}

export interface ContextLike {
  globalAlpha: number;
  globalCompositeOperation: string;
  filter: string;
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: "low" | "medium" | "high";
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  miterLimit: number;
  lineDashOffset: number;
  setLineDash(lengths: number[]): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  fill(path: never, rule?: "nonzero" | "evenodd"): void;
  stroke(path: never): void;
  getImageData(x: number, y: number, width: number, height: number): PixelsLike;
  putImageData(pixels: never, x: number, y: number): void;
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): GradientLike;
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): GradientLike;
  createConicGradient(startAngle: number, x: number, y: number): GradientLike;
  drawImage(image: never, dx: number, dy: number): void;
  drawImage(
    image: never,
    sx: number,
    sy: number,
    sw: number,
    sh: number,
    dx: number,
    dy: number,
    dw: number,
    dh: number,
  ): void;
}

export interface Surface {
  readonly canvas: unknown;
  readonly context: ContextLike;
}

/** What the side that paints provides. */
export interface PaintHost {
  newPath(): PathLike;
  /** A clear canvas of at least this size; painting gives it back with `release` so that it can be used again. */
  surface(width: number, height: number): Surface;
  release(surface: Surface): void;
  /** A decoded picture by content hash, in all its sizes. Throws when it was not loaded. */
  picture(hash: string): PictureLevels;
}
