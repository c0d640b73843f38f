import { apply, type Matrix } from "@/core/geometry/matrix";
import type { RestBox } from "@/core/sample/rest";

export type Point = { readonly x: number; readonly y: number };

export const toPoint = (m: Matrix, x: number, y: number): Point => {
  const [px, py] = apply(m, x, y);
  return { x: px, y: py };
};

/** Corners of a layer's box as the format shows it, in pixels: top left first, clockwise. */
export const cornersOf = ({ box, world }: RestBox): Point[] => [
  toPoint(world, box.x, box.y),
  toPoint(world, box.x + box.width, box.y),
  toPoint(world, box.x + box.width, box.y + box.height),
  toPoint(world, box.x, box.y + box.height),
];

/** A way in pixels of the format as one in u along the axes of a map. */
export function inverseWay([a, b, c, d]: Matrix, dx: number, dy: number): Point {
  const det = a * d - b * c || 1e-9;
  return { x: (d * dx - c * dy) / det, y: (a * dy - b * dx) / det };
}

export const pathOf = (points: readonly Point[]): string => `M${points.map(({ x, y }) => `${x} ${y}`).join("L")}Z`;
