import { z } from "zod";
import { Fill, Stroke } from "./colour";
import { Finish } from "./finish";
import { KeyTrack, Meter, Timer } from "./keys";
import { Link } from "./link";
import { Liquid, look, Matte } from "./look";
import { Framing, MediaRef, Playback } from "./media";
import { Move } from "./move";
import { Place, SizeAxis } from "./place";
import { asOverrides, refTo } from "./references";
import { shapeProperties, type ShapeKind } from "./shapes";
import { Stretch, TextSetting } from "./text";
import { Anchor, Degrees, Id, LayerId, Name, Share } from "./units";

/** Property overrides for one format: a path into the layer, such as `place.dx`, and its value. */
export const Overrides = asOverrides(
  z
    .record(Id, z.record(z.string().regex(/^[a-zA-Z0-9]+(\.[a-zA-Z0-9]+)*$/), z.json()))
    .describe("Per format: property path to value"),
);

const base = {
  id: LayerId,
  name: Name,
  in: refTo("layer").optional().describe("The group it belongs to"),
  hidden: z.boolean().default(false),
  locked: z.boolean().default(false).describe("Kept from being moved or changed by hand on the stage"),
  matteOnly: z.boolean().default(false).describe("Not drawn itself, but there for others to be tied to or matted by"),
  opacity: Share.default(1),
  turn: Degrees.default(0),
  scale: z.number().min(0).max(100).default(1),
  pivot: Anchor.default({ x: 0.5, y: 0.5 }).describe("What it turns and scales about, in shares of its box"),
  place: Place.default({ at: { x: 0, y: 0 }, on: "format", from: { x: 0, y: 0 }, dx: 0, dy: 0 }),
  width: SizeAxis,
  height: SizeAxis,
  mattes: z.array(Matte).max(8).default([]).describe("All must let a pixel show"),
  links: z.array(Link).max(16).default([]),
  ...look,
  showIf: z
    .strictObject({ field: refTo("field"), is: z.enum(["filled", "empty"]) })
    .optional()
    .describe("Present only while the field is filled or empty"),
  moves: z.array(Move).max(32).default([]),
  keys: z.array(KeyTrack).max(32).default([]),
  meter: Meter.optional(),
  motionBlur: z.boolean().default(true).describe("Whether the design's motion blur takes it in"),
  overrides: Overrides.default({}),
};

const natural = { kind: "natural" as const };

function shapeLayer<K extends ShapeKind>(kind: K, about: string) {
  return z
    .strictObject({
      kind: z.literal(kind),
      ...base,
      ...shapeProperties[kind],
      fill: Fill.optional(),
      stroke: Stroke.optional(),
      liquid: Liquid.optional(),
    })
    .describe(about);
}

export const RectangleLayer = shapeLayer("rectangle", "Rectangle with four corners of its own");
export const EllipseLayer = shapeLayer("ellipse", "Ellipse or circle");
export const RingLayer = shapeLayer("ring", "Ring, part of a ring, or sector");
export const LineLayer = shapeLayer("line", "Line through several points");
export const PolygonLayer = shapeLayer("polygon", "Regular polygon");
export const StarLayer = shapeLayer("star", "Star");
export const PathLayer = shapeLayer("path", "Any outline, from SVG path data");

export const TextLayer = z
  .strictObject({
    kind: z.literal("text"),
    ...base,
    width: SizeAxis.default(natural),
    height: SizeAxis.default(natural),
    text: z.string().max(2000),
    timer: Timer.optional(),
    setting: TextSetting,
    stretches: z.array(Stretch).max(32).default([]).describe("Parts of the text with a look of their own"),
    fill: Fill,
    stroke: Stroke.optional(),
  })
  .describe("Text");

export const PictureLayer = z
  .strictObject({
    kind: z.literal("picture"),
    ...base,
    media: MediaRef,
    framing: Framing.default(Framing.parse({})),
    playback: Playback.default(Playback.parse({})),
  })
  .describe("A mark, an uploaded picture or a video");

export const GroupLayer = z
  .strictObject({
    kind: z.literal("group"),
    ...base,
    clip: z.boolean().default(false).describe("Shows its layers only inside its box"),
    finish: z.array(Finish).max(8).default([]),
  })
  .describe("Layers that are placed, turned and matted as one");

export const Layer = z
  .discriminatedUnion("kind", [
    RectangleLayer,
    EllipseLayer,
    RingLayer,
    LineLayer,
    PolygonLayer,
    StarLayer,
    PathLayer,
    TextLayer,
    PictureLayer,
    GroupLayer,
  ])
  .describe("One drawn thing");
export type Layer = z.infer<typeof Layer>;
export type LayerKind = Layer["kind"];
export type ShapeLayer = Extract<Layer, { kind: ShapeKind }>;
