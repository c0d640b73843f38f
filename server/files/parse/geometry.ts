import svgpath from "svgpath";
import { multiply, type Matrix } from "@/core/geometry/matrix";
import { refuse, type SvgElement } from "./tree";

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** The map of a transform attribute. Source: SVG 2, 8.5. */
export function transformOf(text: string | undefined): Matrix {
  if (text === undefined || text.trim() === "") return identity;
  let matrix = identity;
  for (const [, name, list] of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
    const n = list!
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    if (!n.every(Number.isFinite)) refuse("a transform can’t be read");
    matrix = multiply(matrix, oneTransform(name!, n));
  }
  return matrix;
}

function oneTransform(name: string, [a = 0, b, c, d = 0, e = 0, f = 0]: number[]): Matrix {
  const radians = (a * Math.PI) / 180;
  switch (name) {
    case "matrix":
      return [a, b ?? 0, c ?? 0, d, e, f];
    case "translate":
      return [1, 0, 0, 1, a, b ?? 0];
    case "scale":
      return [a, 0, 0, b ?? a, 0, 0];
    case "rotate": {
      const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
      const [x, y] = [b ?? 0, c ?? 0];
      return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
    }
    case "skewX":
      return [1, 0, Math.tan(radians), 1, 0, 0];
    case "skewY":
      return [1, Math.tan(radians), 0, 1, 0, 0];
    default:
      return refuse(`the transform “${name.slice(0, 20)}” is not known`);
  }
}

/** The outline that an element draws, as path data in its own space; undefined for what draws none. */
export function outlineOf({ name, attributes: a }: SvgElement): string | undefined {
  const n = (key: string) => parseFloat(a[key] ?? "0") || 0;
  const oval = (cx: number, cy: number, rx: number, ry: number) =>
    rx > 0 && ry > 0
      ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`
      : undefined;
  switch (name) {
    case "path":
      return a.d?.trim() || undefined;
    case "rect":
      return rectangle(n("x"), n("y"), n("width"), n("height"), n("rx") || n("ry"), n("ry") || n("rx"));
    case "circle":
      return oval(n("cx"), n("cy"), n("r"), n("r"));
    case "ellipse":
      return oval(n("cx"), n("cy"), n("rx"), n("ry"));
    case "line":
      return `M${n("x1")} ${n("y1")}L${n("x2")} ${n("y2")}`;
    case "polygon":
    case "polyline": {
      const points = (a.points ?? "")
        .trim()
        .split(/[\s,]+/)
        .map(Number);
      if (points.length < 4 || !points.every(Number.isFinite)) return undefined;
      return `M${points.join(" ")}${name === "polygon" ? "Z" : ""}`;
    }
    default:
      return undefined;
  }
}

function rectangle(x: number, y: number, w: number, h: number, roundX: number, roundY: number): string | undefined {
  if (w <= 0 || h <= 0) return undefined;
  const [rx, ry] = [Math.min(w / 2, roundX), Math.min(h / 2, roundY)];
  if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`;
  const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}Z`;
}

/** Farther out nothing of a drawing of at most 8192 units can matter. */
const farthest = 100_000;

/** Path data mapped to the drawing's space, rounded to thousandths. Refuses data that can't be read. */
export function mapped(d: string, matrix: Matrix): string {
  const path = svgpath(d);
  if ("err" in path && path.err) refuse("an outline can’t be read");
  const moved = path
    .abs()
    .matrix([...matrix])
    .round(3);
  moved.iterate((segment) => {
    for (const part of segment.slice(1)) {
      if (!(Math.abs(Number(part)) <= farthest)) refuse("an outline reaches beyond all bounds");
    }
  });
  const text = moved.toString();
  if (text.length > 20000) refuse("one of its outlines is too long");
  return text;
}
