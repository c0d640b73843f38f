/** 2-D affine map [a, b, c, d, e, f] in the order of Canvas 2D's setTransform: x' = a x + c y + e. */
export type Matrix = readonly [number, number, number, number, number, number];

export const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that does `inner` first, then `outer`. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y: number): Matrix => [x, 0, 0, y, 0, 0];

/** Turn in degrees, clockwise on a screen whose y runs down. Quarter turns are exact. */
export function rotation(degrees: number): Matrix {
  const [cos, sin] = cosSin(degrees);
  return [cos, sin, -sin, cos, 0, 0];
}

/** Cosine and sine of an angle in degrees, exact at multiples of 90. */
export function cosSin(degrees: number): readonly [number, number] {
  const turned = ((degrees % 360) + 360) % 360;
  if (turned === 0) return [1, 0];
  if (turned === 90) return [0, 1];
  if (turned === 180) return [-1, 0];
  if (turned === 270) return [0, -1];
  const radians = (turned * Math.PI) / 180;
  return [Math.cos(radians), Math.sin(radians)];
}

/** The map and then a shift: `multiply(translation(x, y), m)`, for what is worked out for every letter of a frame. */
export const shifted = (m: Matrix, x: number, y: number): Matrix => [m[0], m[1], m[2], m[3], m[4] + x, m[5] + y];

/** A shift and then the map: `multiply(m, translation(x, y))`. */
export const shiftedFirst = (m: Matrix, x: number, y: number): Matrix => [
  m[0],
  m[1],
  m[2],
  m[3],
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
];

/** Scale and turn about a point. */
export const about = (x: number, y: number, inner: Matrix): Matrix => shifted(shiftedFirst(inner, -x, -y), x, y);

export function apply(m: Matrix, x: number, y: number): readonly [number, number] {
  return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
}
