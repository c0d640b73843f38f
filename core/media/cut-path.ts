import type { CutLine } from "../document/vector";

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Times the picture's size that a line goes on beyond its ends: well out of everything that is drawn. */
const beyond = 1;
/** Corners of the way around, in parts of a full turn. */
const corners = 16;

const written = ({ x, y }: Point): string => `${Math.round(x * 1000) / 1000} ${Math.round(y * 1000) / 1000}`;

/** From one end on, straight out in the line's own direction. */
function carriedOn(from: Point, to: Point, length: number): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const size = Math.hypot(dx, dy) || 1;
  return { x: to.x + (dx / size) * length, y: to.y + (dy / size) * length };
}

/** A line as it is drawn over a picture of this size, from its first point to its last. */
export function linePath({ points, bent }: CutLine, width: number, height: number): string {
  const own = points.map(({ x, y }) => ({ x: x * width, y: y * height }));
  const rest =
    bent && own.length > 2
      ? through(own)
      : own
          .slice(1)
          .map((point) => `L${written(point)}`)
          .join("");
  return `M${written(own[0]!)}${rest}`;
}

/** The curve through all points, as cubics. Source: Catmull–Rom spline, tension ½, in Bézier form. */
function through(points: readonly Point[]): string {
  const at = (i: number) => points[Math.min(points.length - 1, Math.max(0, i))]!;
  return points
    .slice(1)
    .map((_, i) => {
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const first = { x: b.x + (c.x - a.x) / 6, y: b.y + (c.y - a.y) / 6 };
      const second = { x: c.x - (d.x - b.x) / 6, y: c.y - (d.y - b.y) / 6 };
      return `C${written(first)} ${written(second)} ${written(c)}`;
    })
    .join("");
}

/**
 * The outline of all that lies to the left of a line, looking along it, over a picture of this size: the line goes on
 * straight beyond its ends, and far around the picture.
 */
export function cutPath(cut: CutLine, width: number, height: number): string {
  const own = cut.points.map(({ x, y }) => ({ x: x * width, y: y * height }));
  const far = beyond * (width + height);
  const start = carriedOn(own[1]!, own[0]!, far);
  const end = carriedOn(own[own.length - 2]!, own[own.length - 1]!, far);
  const middle = { x: width / 2, y: height / 2 };
  const angle = ({ x, y }: Point) => Math.atan2(y - middle.y, x - middle.x);
  const [from, to] = [angle(end), angle(start)];
  // With y downwards, left of the way lies where angles fall.
  const turn = (from - to + 4 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
  const steps = Math.max(2, Math.ceil((turn / (2 * Math.PI)) * corners));
  const around = Array.from({ length: steps - 1 }, (_, i) => {
    const at = from - (turn * (i + 1)) / steps;
    return { x: middle.x + 2 * far * Math.cos(at), y: middle.y + 2 * far * Math.sin(at) };
  });
  const line = linePath(cut, width, height).replace("M", "L");
  const rest = [end, ...around].map((point) => `L${written(point)}`).join("");
  // Corners without area, so that its bounds tell nothing: all pieces are painted on one surface, edge for edge alike.
  const everywhere = [
    { x: -far, y: -far },
    { x: width + far, y: height + far },
  ].map((point) => `M${written(point)}L${written(point)}Z`);
  return `M${written(start)}${line}${rest}Z${everywhere.join("")}`;
}
