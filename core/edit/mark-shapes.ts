import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { freshId } from "./blank";
import { takenLayerIds } from "./copies";

/**
 * Turns a picture layer that shows a mark into a group of shapes, one for each path of the drawing, which can then be
 * coloured, matted and moved one by one. Ties to the layer stay, since the group takes its id. `sizeU` is its box at
 * rest, for sides that followed from the picture. Gives the ids of the shapes; none when the layer shows no mark.
 */
export function markToShapes(
  design: Design,
  layerId: string,
  house: House,
  sizeU: { readonly width: number; readonly height: number },
): string[] {
  const at = design.layers.findIndex(({ id }) => id === layerId);
  const layer = design.layers[at];
  const mark =
    layer?.kind === "picture" ? house.marks.find(({ id }) => layer.media === `mark:${id}`)?.drawing : undefined;
  if (layer?.kind !== "picture" || !mark) return [];
  const { media: _, framing: __, playback: ___, ...base } = layer;
  const side = (axis: "width" | "height") =>
    layer[axis].kind === "natural" ? { ...layer[axis], kind: "fixed", u: sizeU[axis] } : layer[axis];
  const group = Layer.parse({ ...base, kind: "group", width: side("width"), height: side("height") });
  const taken = takenLayerIds(design);
  const perUnit = Math.min(sizeU.width / mark.width, sizeU.height / mark.height);
  const whole = { kind: "share", of: "group", share: 1 };
  const shapes = mark.shapes.map(({ d, colour, rule, stroke }, i) => {
    const id = freshId("shape", taken);
    taken.add(id);
    return Layer.parse({
      ...{ id, name: `${layer.name} ${i + 1}`.slice(0, 80), kind: "path", in: layerId },
      ...{ d, view: { width: mark.width, height: mark.height }, fit: "contain" },
      ...{ width: whole, height: whole, place: { on: "group" } },
      ...(rule ? { rule } : {}),
      ...(stroke
        ? { stroke: { ...stroke, width: stroke.width * perUnit, dash: [], fill: { kind: "plain", colour } } }
        : { fill: { kind: "plain", colour } }),
    });
  });
  design.layers.splice(at, 1, group, ...shapes);
  for (const field of design.fields) {
    field.drives = field.drives.filter(({ layer, property }) => layer !== layerId || property !== "media");
  }
  return shapes.map(({ id }) => id);
}
