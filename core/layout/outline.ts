import type { BoundShape } from "../bind/types";
import { makePath, mapCommands, type Path } from "../geometry/path";
import type { ShapeFacts } from "../shapes/define";
import { shapeKinds } from "../shapes/kinds";

/** How a shape's outline follows from the size of its box. */
export interface ShapeOutline {
  readonly layer: BoundShape;
  readonly mirrored: boolean;
}

// The shape and its kind belong together, which the table can't say.
const factsOf = ({ kind }: BoundShape) => shapeKinds[kind] as unknown as ShapeFacts<never, BoundShape>;

/** The outline for a box of this size, in u from its top left. Throws with the reason when it can't be read. */
export function outlinePath({ layer, mirrored }: ShapeOutline, width: number, height: number): Path {
  const last = lastOutlines.get(layer);
  if (last?.width === width && last.height === height && last.mirrored === mirrored) return last.path;
  const path = factsOf(layer).outline(layer, { width, height, mirrored });
  lastOutlines.set(layer, { width, height, mirrored, path });
  return path;
}

interface Outlined {
  readonly width: number;
  readonly height: number;
  readonly mirrored: boolean;
  readonly path: Path;
}

/** From frame to frame most shapes keep their size. */
const lastOutlines = new WeakMap<BoundShape, Outlined>();

/** What a stroke follows: the outline, unless its kind says otherwise. */
export function strokePath(outline: ShapeOutline, width: number, height: number): Path {
  const { layer, mirrored } = outline;
  const own = factsOf(layer).along?.(layer, { width, height, mirrored });
  if (own) return own;
  if (!mirrored || layer.kind === "path") return outlinePath(outline, width, height);
  // Mirrored, it starts at the mirrored corner and runs the other way round.
  const plain = outlinePath({ layer, mirrored: false }, width, height);
  return makePath(`${plain.id}~`, mapCommands([-1, 0, 0, 1, width, 0], plain.commands));
}
