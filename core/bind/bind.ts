import { assertNever } from "../assert-never";
import type { Design } from "../document/design";
import type { Field } from "../document/field";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";
import type { Values } from "../document/values";
import { IssueError } from "../issue";
import { ColourBinder } from "./house-colours";
import { withProperty } from "./property";
import type { Bound, BoundLayer, BoundMedia } from "./types";

export interface BindOptions {
  /** Show samples where a line is still empty: for the preview of a fresh form and for posters. */
  readonly samples?: boolean;
}

/** The text, role or mark a field stands for with these values. */
export function valueOf(field: Field, values: Values, samples: boolean): string {
  const value = values.fields[field.id] ?? field.default;
  if (field.kind !== "line") return value;
  return value.trim() === "" && samples && field.required ? field.sample : value.trim();
}

function propertyValue(field: Field, value: string): string {
  switch (field.kind) {
    case "line":
      return value;
    case "colour":
      return `house:${value}`;
    case "mark":
      return `mark:${value}`;
    default:
      return assertNever(field);
  }
}

/**
 * Puts overrides of the format and the filled-in values into the layers and makes house roles real.
 * Throws an IssueError for unknown formats, roles, types, marks, properties and refused values.
 */
export function bind(design: Design, values: Values, house: House, formatId: string, options: BindOptions = {}): Bound {
  const format = design.formats.includes(formatId) ? house.formats.find((f) => f.id === formatId) : undefined;
  if (!format) throw new IssueError({ code: "format_unknown", format: formatId });

  const layers = new Map<string, Layer>(design.layers.map((layer) => [layer.id, layer]));
  const put = (layerId: string, path: string, value: unknown) => {
    const layer = layers.get(layerId);
    if (!layer) throw new IssueError({ code: "reference_unknown", layer: layerId, reference: layerId });
    layers.set(layerId, withProperty(layer, path, value));
  };
  for (const layer of design.layers) {
    for (const [path, value] of Object.entries(layer.overrides[formatId] ?? {})) put(layer.id, path, value);
  }
  const filled = new Map<string, boolean>();
  for (const field of design.fields) {
    const value = valueOf(field, values, options.samples ?? false);
    filled.set(field.id, value !== "");
    for (const drive of field.drives) put(drive.layer, drive.property, propertyValue(field, value));
  }

  const absent = absentLayers([...layers.values()], filled);
  const colours = new ColourBinder(house, layers);
  const bound = [...layers.values()]
    .filter((layer) => !absent.has(layer.id))
    .map((layer) => bindLayer(layer, house, colours));
  return {
    format,
    layers: bound,
    absent,
    turnRound: design.turnRound,
    leavePace: design.leavePace,
    minStay: design.minStay,
    seed: design.seed,
    issues: [],
  };
}

/** Hidden layers, layers whose condition fails, and everything inside an absent group. */
function absentLayers(layers: readonly Layer[], filled: ReadonlyMap<string, boolean>): Set<string> {
  const absent = new Set<string>();
  for (const layer of layers) {
    const condition = layer.showIf;
    if (condition && !filled.has(condition.field)) {
      throw new IssueError({ code: "reference_unknown", layer: layer.id, reference: condition.field });
    }
    const fails = condition !== undefined && filled.get(condition.field) !== (condition.is === "filled");
    if (layer.hidden || fails) absent.add(layer.id);
  }
  const parent = new Map(layers.map((layer) => [layer.id, layer.in]));
  for (const layer of layers) {
    const seen = new Set<string>();
    for (let up = layer.in; up !== undefined && !seen.has(up); up = parent.get(up)) {
      seen.add(up);
      if (absent.has(up)) absent.add(layer.id);
    }
  }
  return absent;
}

function bindLayer(layer: Layer, house: House, colours: ColourBinder): BoundLayer {
  switch (layer.kind) {
    case "rectangle":
      return { ...layer, fill: colours.fill(layer.fill, layer.id) };
    case "group":
      return layer;
    case "picture":
      return { ...layer, media: bindMedia(layer.media, layer.id, house, colours) };
    case "text": {
      const { type, ...setting } = layer.setting;
      const style = house.types.find((entry) => entry.id === type)?.style;
      if (!style) throw new IssueError({ code: "type_unknown", layer: layer.id, type });
      const changed = {
        ...style,
        size: setting.size ?? style.size,
        weight: setting.weight ?? style.weight,
        italic: setting.italic ?? style.italic,
        tracking: setting.tracking ?? style.tracking,
        leading: setting.leading ?? style.leading,
      };
      return { ...layer, setting, style: changed, fill: colours.fill(layer.fill, layer.id) };
    }
    default:
      return assertNever(layer);
  }
}

function bindMedia(reference: string, layer: string, house: House, colours: ColourBinder): BoundMedia {
  if (reference.startsWith("media:")) return { kind: "raster", hash: reference.slice(6) };
  const id = reference.slice(5);
  const drawing = house.marks.find((mark) => mark.id === id)?.drawing;
  if (!drawing) throw new IssueError({ code: "mark_unknown", layer, mark: id });
  const shapes = drawing.shapes.map((shape) => ({ d: shape.d, colour: colours.colour(shape.colour, layer) }));
  return { kind: "drawing", width: drawing.width, height: drawing.height, shapes };
}
