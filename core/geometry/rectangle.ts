import type { Corner } from "../document/corner";
import { makePath, type Path, type PathCommand } from "./path";

/** Distance of the control points of a quarter circle drawn as one cubic, for radius 1. */
export const quarterArc = 0.5522847498307936;

export type Corners = readonly [Corner, Corner, Corner, Corner];

/**
 * Path of a rectangle from (0, 0), in u. Corners in the order top left, top right, bottom right, bottom left.
 * Corners that would meet shrink together by one factor, as in CSS.
 */
export function rectanglePath(width: number, height: number, corners: Corners): Path {
  const [tl, tr, br, bl] = corners;
  const fit = Math.min(
    1,
    width / Math.max(tl.size + tr.size, 1e-9),
    width / Math.max(bl.size + br.size, 1e-9),
    height / Math.max(tl.size + bl.size, 1e-9),
    height / Math.max(tr.size + br.size, 1e-9),
  );
  const [a, b, c, d] = [tl.size * fit, tr.size * fit, br.size * fit, bl.size * fit];
  const commands: PathCommand[] = [["M", a, 0]];
  const turn = (corner: Corner, x0: number, y0: number, xc: number, yc: number, x1: number, y1: number) => {
    commands.push(["L", x0, y0]);
    if (corner.size * fit <= 0) return;
    if (corner.style === "cut") commands.push(["L", x1, y1]);
    else {
      commands.push([
        "C",
        x0 + (xc - x0) * quarterArc,
        y0 + (yc - y0) * quarterArc,
        x1 + (xc - x1) * quarterArc,
        y1 + (yc - y1) * quarterArc,
        x1,
        y1,
      ]);
    }
  };
  turn(tr, width - b, 0, width, 0, width, b);
  turn(br, width, height - c, width, height, width - c, height);
  turn(bl, d, height, 0, height, 0, height - d);
  turn(tl, 0, a, 0, 0, a, 0);
  commands.push(["Z"]);
  let id = `r${width},${height}`;
  for (const { size, style } of corners) id += `,${size},${style}`;
  return makePath(id, commands);
}
