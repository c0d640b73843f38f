import { assertNever } from "../assert-never";
import type { BoundShape } from "../bind/types";
import { makePath, mapCommands, type Path } from "../geometry/path";
import { rectanglePath, type Corners } from "../geometry/rectangle";
import { arcPath, ellipsePath, polylinePath, ringPath, slantedPath, starPoints } from "../geometry/shapes";

/** How a shape's outline follows from the size of its box. */
export type ShapeOutline =
  | { readonly kind: "regular"; readonly layer: Exclude<BoundShape, { kind: "path" }>; readonly mirrored: boolean }
  | {
      readonly kind: "path";
      readonly path: Path;
      readonly layer: Extract<BoundShape, { kind: "path" }>;
      readonly mirrored: boolean;
    };

/** The outline for a box of this size, in u from its top left. */
export function outlinePath(outline: ShapeOutline, width: number, height: number): Path {
  if (outline.kind === "path") return fittedPath(outline, width, height);
  const { layer, mirrored } = outline;
  switch (layer.kind) {
    case "rectangle": {
      const [tl, tr, br, bl] = layer.corners;
      const corners: Corners = mirrored ? [tr, tl, bl, br] : layer.corners;
      return layer.slant === 0
        ? rectanglePath(width, height, corners)
        : slantedPath(width, height, corners, mirrored ? -layer.slant : layer.slant);
    }
    case "ellipse":
      return ellipsePath(width, height, layer.round);
    case "ring":
      return ringPath(width, height, { inner: layer.inner, ...mirroredArc(layer, mirrored) });
    case "line": {
      const points = layer.points.map(({ x, y }) => [(mirrored ? 1 - x : x) * width, y * height] as const);
      return polylinePath(points, layer.closed, layer.rounding);
    }
    case "polygon":
      return polylinePath(starPoints(width, height, layer.sides, undefined), true, layer.rounding);
    case "star":
      return polylinePath(starPoints(width, height, layer.points, layer.inner), true, layer.rounding);
    default:
      return assertNever(layer);
  }
}

/** What a stroke follows: the outline, but for a full ring without fill its circle from its own start. */
export function strokePath(outline: ShapeOutline, width: number, height: number): Path {
  if (outline.kind === "regular" && outline.layer.kind === "ring" && outline.layer.inner === 1) {
    const { from, sweep } = mirroredArc(outline.layer, outline.mirrored);
    return arcPath(width, height, from, sweep);
  }
  if (outline.kind === "path" || !outline.mirrored) return outlinePath(outline, width, height);
  // Mirrored, it starts at the mirrored corner and runs the other way round.
  const plain = outlinePath({ ...outline, mirrored: false }, width, height);
  return makePath(`${plain.id}~`, mapCommands([-1, 0, 0, 1, width, 0], plain.commands));
}

function mirroredArc({ from, sweep }: { from: number; sweep: number }, mirrored: boolean) {
  return mirrored ? { from: -from, sweep: -sweep } : { from, sweep };
}

function fittedPath(outline: Extract<ShapeOutline, { kind: "path" }>, width: number, height: number): Path {
  const { path, layer, mirrored } = outline;
  const { view } = layer;
  let [sx, sy] = [width / view.width, height / view.height];
  if (layer.fit === "contain") sx = sy = Math.min(sx, sy);
  const x = (width - view.width * sx) / 2;
  const y = (height - view.height * sy) / 2;
  const map = mirrored ? ([-sx, 0, 0, sy, width - x, y] as const) : ([sx, 0, 0, sy, x, y] as const);
  return makePath(`${path.id}@${map.join()}`, mapCommands(map, path.commands));
}
