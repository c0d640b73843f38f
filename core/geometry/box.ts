import { apply, type Matrix } from "./matrix";

/** An upright rectangle; the unit is the owner's. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const emptyBox: Box = { x: 0, y: 0, width: 0, height: 0 };
export const isEmptyBox = (box: Box): boolean => !(box.width > 0 && box.height > 0);

export function unionBox(a: Box, b: Box): Box {
  if (isEmptyBox(a)) return b;
  if (isEmptyBox(b)) return a;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

export function intersectBox(a: Box, b: Box): Box {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : emptyBox;
}

/** The upright box around a mapped box. */
export function mapBox(m: Matrix, box: Box): Box {
  const [x0, y0] = apply(m, box.x, box.y);
  const [x1, y1] = apply(m, box.x + box.width, box.y);
  const [x2, y2] = apply(m, box.x, box.y + box.height);
  const [x3, y3] = apply(m, box.x + box.width, box.y + box.height);
  const x = Math.min(x0, x1, x2, x3);
  const y = Math.min(y0, y1, y2, y3);
  return { x, y, width: Math.max(x0, x1, x2, x3) - x, height: Math.max(y0, y1, y2, y3) - y };
}

/** A box with a margin all round; an empty one stays empty. */
export function growBox(box: Box, by: number): Box {
  if (isEmptyBox(box) && box.width === 0 && box.height === 0) return box;
  return { x: box.x - by, y: box.y - by, width: box.width + 2 * by, height: box.height + 2 * by };
}
