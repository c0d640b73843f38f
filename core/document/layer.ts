import { z } from "zod";
import { Fill } from "./colour";
import { Move } from "./move";
import { Place, SizeAxis } from "./place";
import { TextSetting } from "./text";
import { Anchor, Degrees, Id, Name, PositiveU, Share } from "./units";

/** A corner of a rectangle: its size in u, and whether it is round or cut off straight. */
export const Corner = z.strictObject({ size: PositiveU, style: z.enum(["round", "cut"]).default("round") });
export type Corner = z.infer<typeof Corner>;
const noCorner = { size: 0, style: "round" as const };

/** A picture to show: a mark of the house style, or an uploaded file by its content hash. */
export const MediaRef = z
  .string()
  .regex(/^(mark:[a-z0-9][a-z0-9-]{0,39}|media:[0-9a-f]{64})$/, "mark:<id> or media:<sha-256>")
  .describe("mark:<id> or media:<sha-256>");

/** Property overrides for one format: a path into the layer, such as `place.dx`, and its value. */
export const Overrides = z
  .record(Id, z.record(z.string().regex(/^[a-zA-Z0-9]+(\.[a-zA-Z0-9]+)*$/), z.json()))
  .describe("Per format: property path to value");

const base = {
  id: Id,
  name: Name,
  in: Id.optional().describe("The group it belongs to"),
  hidden: z.boolean().default(false),
  opacity: Share.default(1),
  turn: Degrees.default(0),
  pivot: Anchor.default({ x: 0.5, y: 0.5 }).describe("What it turns and scales about, in shares of its box"),
  place: Place.default({ at: { x: 0, y: 0 }, on: "format", from: { x: 0, y: 0 }, dx: 0, dy: 0 }),
  width: SizeAxis,
  height: SizeAxis,
  inside: Id.optional().describe("Shows only inside this layer's shape"),
  showIf: z
    .strictObject({ field: Id, is: z.enum(["filled", "empty"]) })
    .optional()
    .describe("Present only while the field is filled or empty"),
  moves: z.array(Move).max(32).default([]),
  overrides: Overrides.default({}),
};

const natural = { kind: "natural" as const };

export const RectangleLayer = z.strictObject({
  kind: z.literal("rectangle"),
  ...base,
  corners: z
    .tuple([Corner, Corner, Corner, Corner])
    .default([noCorner, noCorner, noCorner, noCorner])
    .describe("Top left, top right, bottom right, bottom left"),
  fill: Fill,
});

export const TextLayer = z.strictObject({
  kind: z.literal("text"),
  ...base,
  width: SizeAxis.default(natural),
  height: SizeAxis.default(natural),
  text: z.string().max(2000),
  setting: TextSetting,
  fill: Fill,
});

export const PictureLayer = z.strictObject({
  kind: z.literal("picture"),
  ...base,
  media: MediaRef,
  fit: z.enum(["contain", "cover"]).default("contain"),
});

export const GroupLayer = z.strictObject({
  kind: z.literal("group"),
  ...base,
  clip: z.boolean().default(false).describe("Shows its layers only inside its box"),
});

export const Layer = z
  .discriminatedUnion("kind", [RectangleLayer, TextLayer, PictureLayer, GroupLayer])
  .describe("One drawn thing");
export type Layer = z.infer<typeof Layer>;
export type LayerKind = Layer["kind"];
