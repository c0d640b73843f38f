import svgpath from "svgpath";
import type { Mark, Vector } from "../document/vector";
import { vectorInk, visibleAreas, type Ink } from "./ink";

/** Side of the square that prepared marks are drawn in. */
export const markSide = 200;
/** How large a mark looks that fills the square as a disc does. */
const discSide = 192;

const placed = (drawing: Vector, scale: number, dx: number, dy: number): Vector["shapes"] =>
  drawing.shapes.map((shape) => {
    const moved = (d: string) => svgpath(d).abs().scale(scale).translate(dx, dy).round(3).toString();
    const { stroke } = shape;
    return {
      ...shape,
      d: moved(shape.d),
      ...(stroke && { stroke: { ...stroke, width: stroke.width * scale, dash: stroke.dash.map((n) => n * scale) } }),
      ...(shape.mattes && {
        mattes: shape.mattes.map((matte) => ({
          ...matte,
          shapes: matte.shapes.map((edge) => ({ ...edge, d: moved(edge.d) })),
        })),
      }),
    };
  });

/** Cuts a drawing to its ink. */
export function trimMark(drawing: Vector): Vector {
  const { box } = vectorInk(drawing);
  const side = (length: number) => Math.min(8192, Math.max(1, Math.round(length * 1000) / 1000));
  return { width: side(box.width), height: side(box.height), shapes: placed(drawing, 1, -box.x, -box.y) };
}

/**
 * How large ink looks, as the side of a square: half by the box it fills, half by how much of it there is. A disc of a
 * given width looks smaller than a square of it, a thin ring smaller than a full disc.
 */
export function opticalSide({ box, area }: Ink): number {
  const covered = Math.min(area, box.width * box.height);
  return Math.sqrt(Math.sqrt(box.width * box.height) * Math.sqrt(covered));
}

/** What the optical side of a full disc is to its width. */
const discOptical = Math.sqrt(Math.sqrt(Math.PI / 4));

/** Where ink goes in the common square: as large as all others look, times `by`, and centred on where its weight is. */
export function equalPlace(ink: Ink, by = 1): { readonly scale: number; readonly dx: number; readonly dy: number } {
  const { box, centre } = ink;
  const wanted = (by * discSide * discOptical) / opticalSide(ink);
  // Nothing leaves the square, whatever the weight of the ink says.
  const scale = Math.min(wanted, discSide / Math.max(box.width, box.height));
  const half = markSide / 2;
  const shift = (weight: number, from: number, length: number) => {
    const middle = (weight + from + length / 2) / 2;
    const ideal = half - middle * scale;
    const margin = (markSide - discSide) / 2;
    const [least, most] = [margin - from * scale, markSide - margin - (from + length) * scale];
    return Math.min(Math.max(ideal, Math.min(least, most)), Math.max(least, most));
  };
  return { scale, dx: shift(centre.x, box.x, box.width), dy: shift(centre.y, box.y, box.height) };
}

/** The drawing in the common square. */
export function equalMark(drawing: Vector): Vector {
  const { scale, dx, dy } = equalPlace(vectorInk(drawing));
  return { width: markSide, height: markSide, shapes: placed(drawing, scale, dx, dy) };
}

/** A set of marks, each as large as the others look. */
export const equaliseMarks = (marks: readonly Mark[]): Mark[] =>
  marks.map((mark) => (mark.drawing ? { ...mark, drawing: equalMark(mark.drawing) } : mark));

/** The colours of a mark by their share of what is seen of it, the largest first; references of the house are left as they are. */
export function colourShares(drawing: Vector): { readonly colour: string; readonly share: number }[] {
  const areas = new Map<string, number>();
  const visible = visibleAreas(drawing);
  for (const [i, { colour }] of drawing.shapes.entries()) {
    if (visible[i]! > 0) areas.set(colour, (areas.get(colour) ?? 0) + visible[i]!);
  }
  const total = [...areas.values()].reduce((sum, area) => sum + area, 0) || 1;
  return [...areas].sort(([, a], [, b]) => b - a).map(([colour, area]) => ({ colour, share: area / total }));
}

export const mainColours = (drawing: Vector): string[] => colourShares(drawing).map(({ colour }) => colour);
