import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";
import { limitsOf, within } from "../document/limits";
import { valueOf, type Values } from "../document/values";
import type { Filling } from "../fields/define";
import type { Mark, MarkVersion } from "../document/vector";
import { kindOf } from "../fields/field";
import { OwnMedia } from "../fields/value";
import { IssueError, type Issue } from "../issue";
import { cutPath } from "../media/cut-path";
import { ColourBinder } from "./house-colours";
import { inTurns } from "./turns";
import { withProperties, type Put } from "./property";
import type { Bound, BoundLayer, BoundMedia } from "./types";

export interface BindOptions {
  /** Show samples where a line is still empty: for the preview of a fresh form and for posters. */
  readonly samples?: boolean;
}

/**
 * Puts overrides of the format and the filled-in values into the layers and makes house roles real.
 * Throws an IssueError for unknown formats, roles, types, marks, properties and refused values.
 */
export function bind(asked: Design, told: Values, house: House, formatId: string, options: BindOptions = {}): Bound {
  const { design, values } = inTurns(asked, told, house);
  if (!design.formats.includes(formatId)) throw new IssueError({ code: "format_unknown", format: formatId });
  const format = house.formats.find((f) => f.id === formatId);
  if (!format) throw new IssueError({ code: "format_gone", format: formatId });

  const puts = new Map<string, { layer: Layer; entries: Put[] }>(
    design.layers.map((layer) => [layer.id, { layer, entries: Object.entries(layer.overrides[formatId] ?? {}) }]),
  );
  const filled = new Map<string, boolean>();
  const brought = new Map<string, OwnMedia>();
  for (const field of design.fields) {
    const kind = kindOf(field);
    const value = valueOf(field, values, options.samples ?? false);
    filled.set(field.id, kind.isFilled(value));
    for (const drive of field.drives) {
      const target = puts.get(drive.layer);
      if (!target) throw new IssueError({ code: "drive_unknown", field: field.label, layer: drive.layer });
      for (const [path, told] of kind.puts(field, drive, value, { house, format: formatId })) {
        const own = ownIn(told);
        if (own) brought.set(drive.layer, own);
        else if (path === "media") brought.delete(drive.layer);
        target.entries.push([path, own ? "" : held(target.layer, path, told)]);
      }
    }
  }
  const layers = new Map(
    [...puts].map(([id, { layer, entries }]) => [id, filledLayer(design, layer, entries)] as const),
  );

  const absent = absentLayers([...layers.values()], filled);
  const colours = new ColourBinder(house, layers);
  const bound = [...layers.values()]
    .filter((layer) => !absent.has(layer.id))
    // Hidden, what others are masked by is not drawn, and masks all the same.
    .map((layer) => (layer.hidden ? { ...layer, matteOnly: true } : layer))
    .map((layer) => withOwn(bindLayer(layer, house, colours), brought.get(layer.id)));
  return {
    format,
    layers: bound,
    absent,
    turnRound: design.turnRound,
    leavePace: design.leavePace,
    minStay: design.minStay,
    seed: design.seed,
    locale: design.locale,
    cues: cuesOf(design, values),
    leave: design.leave,
    motionBlur: design.motionBlur,
    lengthS: values.lengthS ?? design.length.default,
    finish: design.finish,
    issues: [],
  };
}

/** A layer with what fills it; a fault names the field that it comes from. */
function filledLayer(design: Design, layer: Layer, entries: readonly Put[]): Layer {
  try {
    return withProperties(layer, entries);
  } catch (error) {
    if (!(error instanceof IssueError) || !("property" in error.issue)) throw error;
    const { property } = error.issue;
    const filler = design.fields.find(({ drives }) =>
      drives.some((drive) => drive.layer === layer.id && drive.property === property),
    );
    throw filler ? new IssueError({ ...error.issue, field: filler.label } as Issue) : error;
  }
}

/** The file that was brought along, where one was. */
const ownIn = (told: Filling): OwnMedia | undefined =>
  typeof told === "object" && "own" in told ? OwnMedia.parse(told.own) : undefined;

/** A picture layer that shows a file which is no part of the house style. */
function withOwn(layer: BoundLayer, own: OwnMedia | undefined): BoundLayer {
  if (!own || layer.kind !== "picture") return layer;
  const { hash, width, height } = own;
  const clip = "frames" in own ? { clip: { fps: own.fps, frames: own.frames } } : {};
  return { ...layer, media: { kind: "raster", hash, width, height, ...clip } };
}

/** A filled-in number as far as the property can take it: the field's own limits may be wider. */
function held(layer: Layer, path: string, value: Filling): Filling {
  const limits = typeof value === "number" ? limitsOf(layer, path, value) : undefined;
  return limits ? within(Number(value), limits) : value;
}

/** When the cues come: where the filler set them, and otherwise where the design has them. */
function cuesOf(design: Design, values: Values): Map<string, number> {
  const cues = new Map(design.cues.map((cue) => [cue.id, cue.at]));
  for (const field of design.fields) {
    if (field.kind !== "cue" || !cues.has(field.cue)) continue;
    const at = Number(valueOf(field, values, false));
    if (Number.isFinite(at)) cues.set(field.cue, Math.min(field.max, Math.max(field.min, at)));
  }
  return cues;
}

/** Hidden layers that mask nothing, layers whose condition fails, and everything inside an absent group. */
function absentLayers(layers: readonly Layer[], filled: ReadonlyMap<string, boolean>): Map<string, Layer> {
  const absent = new Map<string, Layer>();
  const masking = new Set(layers.flatMap(({ hidden, mattes }) => (hidden ? [] : mattes.map(({ layer }) => layer))));
  for (const layer of layers) {
    const condition = layer.showIf;
    if (condition && !filled.has(condition.field)) {
      throw new IssueError({ code: "condition_unknown", layer: layer.id, field: condition.field });
    }
    const fails = condition !== undefined && filled.get(condition.field) !== (condition.is === "filled");
    if ((layer.hidden && !masking.has(layer.id)) || fails) absent.set(layer.id, layer);
  }
  const parent = new Map(layers.map((layer) => [layer.id, layer.in]));
  for (const layer of layers) {
    const seen = new Set<string>();
    for (let up = layer.in; up !== undefined && !seen.has(up); up = parent.get(up)) {
      seen.add(up);
      if (absent.has(up)) absent.set(layer.id, layer);
    }
  }
  return absent;
}

function bindLayer(layer: Layer, house: House, colours: ColourBinder): BoundLayer {
  const { id } = layer;
  const worn = {
    shadow: colours.tinted(layer.shadow, id),
    glow: colours.tinted(layer.glow, id),
    gleam: colours.tinted(layer.gleam, id),
    trail: layer.trail && { ...layer.trail, colours: layer.trail.colours?.map((ref) => colours.colour(ref, id)) },
    keys: layer.keys.map(({ property, keys }) => ({
      property,
      keys: keys.map((key) => ({
        ...key,
        value: typeof key.value === "string" ? colours.colour(key.value, id) : key.value,
      })),
    })),
  };
  switch (layer.kind) {
    case "group":
      return { ...layer, ...worn };
    case "picture":
      return { ...layer, ...worn, media: bindMedia(layer.media, id, house, colours) };
    case "text": {
      const { type, ...setting } = layer.setting;
      const style = house.types.find((entry) => entry.id === type)?.style;
      if (!style) throw new IssueError({ code: "type_unknown", layer: id, type });
      const changed = {
        ...style,
        size: setting.size ?? style.size,
        weight: setting.weight ?? style.weight,
        italic: setting.italic ?? style.italic,
        tracking: setting.tracking ?? style.tracking,
        leading: setting.leading ?? style.leading,
        figures: setting.figures ?? style.figures,
        case: setting.case ?? style.case,
      };
      const stretches = layer.stretches.map((stretch) => ({
        ...stretch,
        colour: stretch.colour === undefined ? undefined : colours.colour(stretch.colour, id),
        groundColour: stretch.ground && colours.colour(stretch.ground.colour, id),
      }));
      const fill = colours.fill(layer.fill, id);
      return { ...layer, ...worn, setting, style: changed, stretches, fill, stroke: colours.stroke(layer.stroke, id) };
    }
    default: {
      const fill = layer.fill && colours.fill(layer.fill, id);
      return { ...layer, ...worn, fill, stroke: colours.stroke(layer.stroke, id) };
    }
  }
}

function bindMedia(reference: string, layer: string, house: House, colours: ColourBinder): BoundMedia {
  if (reference === "") return { kind: "none" };
  const id = reference.slice(reference.indexOf(":") + 1);
  if (reference.startsWith("picture:")) {
    const picture = house.pictures.find((entry) => entry.id === id);
    if (!picture) throw new IssueError({ code: "picture_unknown", layer, picture: id });
    return { kind: "raster", hash: picture.hash, width: picture.width, height: picture.height };
  }
  if (reference.startsWith("video:")) {
    const video = house.videos.find((entry) => entry.id === id);
    if (!video) throw new IssueError({ code: "video_unknown", layer, video: id });
    const { hash, width, height, fps, frames } = video;
    return { kind: "raster", hash, width, height, clip: { fps, frames } };
  }
  const mark = house.marks.find((one) => one.id === id);
  if (!mark) throw new IssueError({ code: "mark_unknown", layer, mark: id });
  const shown = bindMark(mark, layer, colours);
  const version = (other: MarkVersion | undefined): BoundMedia | undefined => {
    if (!other) return undefined;
    if ("ink" in other) return bindMark({ ...mark, tint: other.ink }, layer, colours);
    const found = house.marks.find((one) => one.id === other.mark);
    return found && bindMark(found, layer, colours);
  };
  const versions = { onLight: version(mark.onLight), onDark: version(mark.onDark) };
  return versions.onLight || versions.onDark ? { ...shown, versions } : shown;
}

function bindMark(
  { drawing, picture, tint, piece }: Mark,
  layer: string,
  colours: ColourBinder,
): Exclude<BoundMedia, { kind: "none" }> {
  const { width, height } = (drawing ?? picture)!;
  const cut = piece && {
    cut: piece.lines.map((line, i) => ({
      keep: piece.sides[i] === "l" ? ("inside" as const) : ("outside" as const),
      d: cutPath(line, width, height),
    })),
  };
  const colour = tint === undefined ? undefined : colours.colour(tint, layer);
  if (picture) return { kind: "raster", hash: picture.hash, width, height, ...cut, ...(colour && { tint: colour }) };
  const shapes = drawing!.shapes.map((shape) => ({ ...shape, colour: colour ?? colours.colour(shape.colour, layer) }));
  return { kind: "drawing", width, height, shapes, ...cut };
}
