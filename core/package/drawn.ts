import { Design, designVersion } from "../document/design";
import { House } from "../document/house";
import { pxPerU, standardFormats } from "../document/format";
import { Layer } from "../document/layer";
import { LayerId } from "../document/units";
import { Mark, type Vector } from "../document/vector";
import { freshId, idFrom, numberedName } from "../edit/blank";

/** One layer of a drawing that somebody else has made: what it is called, and its outlines as they lie on the whole. */
export interface Panel {
  readonly name: string;
  /** Where it lies, in the drawing's own unit. */
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** Its outlines, from the corner of its box on. */
  readonly drawing: Vector;
}

export interface Drawn {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly panels: readonly Panel[];
}

/** A still of a drawing: each of its layers a mark and a picture layer of its name, all in a group that fits each format. */
export function stillOf({ name, width, height, panels }: Drawn): { readonly design: Design; readonly house: House } {
  const taken = { marks: new Set<string>(), layers: new Set<string>(["drawing"]), names: new Set<string>() };
  const parts = panels.map((panel, i) => {
    const panelName = numberedName(panel.name.slice(0, 80), taken.names);
    taken.names.add(panelName);
    const markId = freshId(idFrom(panelName, "panel"), taken.marks);
    taken.marks.add(markId);
    const wanted = LayerId.safeParse(markId).success ? markId : `${markId}-${i + 1}`;
    const layerId = freshId(wanted, taken.layers);
    taken.layers.add(layerId);
    const mark = Mark.parse({ id: markId, name: panelName, drawing: panel.drawing });
    const side = (axis: "width" | "height", all: number) => ({
      kind: "share",
      of: "group",
      share: panel.box[axis] / all,
    });
    const layer = Layer.parse({
      ...{ id: layerId, name: panelName, kind: "picture", in: "drawing", media: `mark:${markId}` },
      ...{ width: side("width", width), height: side("height", height) },
      place: { on: "group", from: { x: panel.box.x / width, y: panel.box.y / height } },
    });
    return { mark, layer };
  });
  const sizes = standardFormats.map((format) => {
    const pxPerUnit = Math.min(format.width / width, format.height / height);
    const u = (side: number) => Math.round(((side * pxPerUnit) / pxPerU(format)) * 1000) / 1000;
    return { id: format.id, width: { kind: "fixed", u: u(width) }, height: { kind: "fixed", u: u(height) } } as const;
  });
  const first = sizes[0]!;
  const group = Layer.parse({
    ...{ id: "drawing", name: "Drawing", kind: "group", width: first.width, height: first.height },
    place: { at: { x: 0.5, y: 0.5 }, from: { x: 0.5, y: 0.5 } },
    overrides: Object.fromEntries(sizes.slice(1).map(({ id, width: w, height: h }) => [id, { width: w, height: h }])),
  });
  const house = House.parse({
    ...{ version: 1, name, types: [], marks: parts.map(({ mark }) => mark) },
    colours: [{ role: "ink", name: "Ink", hex: "#000000ff" }],
  });
  const design = Design.parse({
    ...{
      version: designVersion,
      id: idFrom(name, "drawing"),
      name: name.slice(0, 80),
      length: { default: 6, min: 3, max: 20 },
    },
    formats: standardFormats.map(({ id }) => id),
    layers: [group, ...parts.map(({ layer }) => layer)],
  });
  return { design, house };
}
