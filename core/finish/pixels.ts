/** Straight-alpha RGBA, row by row; (x, y) is where its top left lies in the format, in pixels. */
export interface Pixels {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  readonly x: number;
  readonly y: number;
}
