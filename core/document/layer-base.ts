import { z } from "zod";
import { KeyTrack, Meter } from "./keys";
import { Link } from "./link";
import { look, Matte } from "./look";
import { Move } from "./move";
import { Place, SizeAxis } from "./place";
import { asOverrides, refTo } from "./references";
import { Anchor, Degrees, Id, LayerId, Name, Share } from "./units";

/** Property overrides for one format: a path into the layer, such as `place.dx`, and its value. */
export const Overrides = asOverrides(
  z
    .record(Id, z.record(z.string().regex(/^[a-zA-Z0-9]+(\.[a-zA-Z0-9]+)*$/), z.json()))
    .describe("Per format: property path to value"),
);

/** What every layer has, whatever its kind. */
export const layerBase = {
  id: LayerId,
  name: Name,
  in: refTo("layer").optional().describe("The group it belongs to"),
  hidden: z.boolean().default(false),
  locked: z.boolean().default(false).describe("Can’t be moved or changed on the stage"),
  matteOnly: z.boolean().default(false).describe("Not drawn itself, but there for others to be tied to or matted by"),
  guide: z.literal(true).optional().describe("A line that layers are anchored to; never seen in a clip"),
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
