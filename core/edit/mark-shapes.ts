import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { freshId } from "./blank";
import { takenLayerIds } from "./copies";

interface Size {
  readonly width: number;
  readonly height: number;
}
type PictureLayer = Extract<Layer, { kind: "picture" }>;

/** The layer as a group of the same size and ties; its picture and how that was framed go. */
function groupOf({ media: _, framing: __, playback: ___, ...base }: PictureLayer, sizeU: Size): Layer {
  const side = (axis: "width" | "height") =>
    base[axis].kind === "natural" ? { ...base[axis], kind: "fixed", u: sizeU[axis] } : base[axis];
  return Layer.parse({ ...base, kind: "group", width: side("width"), height: side("height") });
}

/** Puts a group of layers in the place of a picture layer, which no field can fill any more. */
function replaceLayer(design: Design, at: number, group: Layer, inside: readonly Layer[]): void {
  design.layers.splice(at, 1, group, ...inside);
  for (const field of design.fields) {
    field.drives = field.drives.filter(({ layer, property }) => layer !== group.id || property !== "media");
  }
}

const filling = { kind: "share", of: "group", share: 1 };

/**
 * Turns a picture layer that shows a mark that is cut into a group of its pieces, which meet without a seam and can be
 * moved one by one. They go on following the mark's lines. Gives their ids; none when the mark has no pieces.
 */
export function markToPieces(design: Design, layerId: string, house: House, sizeU: Size): string[] {
  const at = design.layers.findIndex(({ id }) => id === layerId);
  const layer = design.layers[at];
  if (layer?.kind !== "picture") return [];
  const pieces = house.marks.filter(({ piece }) => piece && layer.media === `mark:${piece.of}`);
  if (pieces.length === 0) return [];
  const taken = takenLayerIds(design);
  const inside = pieces.map((piece, i) => {
    const id = freshId("piece", taken);
    taken.add(id);
    return Layer.parse({
      ...{ id, name: piece.name, kind: "picture", in: layerId, media: `mark:${piece.id}` },
      ...{ width: filling, height: filling, place: { on: "group" } },
      // What two pieces share of a pixel comes to the whole again only when it is added.
      ...(i > 0 && { blend: "add" }),
    });
  });
  replaceLayer(design, at, groupOf(layer, sizeU), inside);
  return inside.map(({ id }) => id);
}

/**
 * Turns a picture layer that shows a mark into a group of shapes, one for each path of the drawing, which can then be
 * coloured, matted and moved one by one. Ties to the layer stay, since the group takes its id. `sizeU` is its box at
 * rest, for sides that followed from the picture. Gives the ids of the shapes; none when the layer shows no mark.
 */
export function markToShapes(design: Design, layerId: string, house: House, sizeU: Size): string[] {
  const at = design.layers.findIndex(({ id }) => id === layerId);
  const layer = design.layers[at];
  const mark =
    layer?.kind === "picture" ? house.marks.find(({ id }) => layer.media === `mark:${id}`)?.drawing : undefined;
  if (layer?.kind !== "picture" || !mark) return [];
  const taken = takenLayerIds(design);
  const perUnit = Math.min(sizeU.width / mark.width, sizeU.height / mark.height);
  const shapes = mark.shapes.map(({ d, colour, rule, stroke }, i) => {
    const id = freshId("shape", taken);
    taken.add(id);
    return Layer.parse({
      ...{ id, name: `${layer.name} ${i + 1}`.slice(0, 80), kind: "path", in: layerId },
      ...{ d, view: { width: mark.width, height: mark.height }, fit: "contain" },
      ...{ width: filling, height: filling, place: { on: "group" } },
      ...(rule ? { rule } : {}),
      ...(stroke
        ? { stroke: { ...stroke, width: stroke.width * perUnit, dash: [], fill: { kind: "plain", colour } } }
        : { fill: { kind: "plain", colour } }),
    });
  });
  replaceLayer(design, at, groupOf(layer, sizeU), shapes);
  return shapes.map(({ id }) => id);
}
