import { z } from "zod";
import { ColourRef } from "./colour";
import { refTo } from "./references";
import { Degrees, LengthU, PositiveU, Share } from "./units";

/** Shows a layer only inside, or only outside, another layer; or on one side of another layer's edge. */
export const Matte = z
  .discriminatedUnion("by", [
    z
      .strictObject({
        by: z.literal("shape"),
        layer: refTo("layer"),
        keep: z.enum(["inside", "outside"]).default("inside"),
      })
      .describe("By the other layer's outline, whatever its colours"),
    z
      .strictObject({
        by: z.literal("alpha"),
        layer: refTo("layer"),
        keep: z.enum(["inside", "outside"]).default("inside"),
      })
      .describe("By how opaque the other layer is, with its own look and mattes"),
    z
      .strictObject({
        by: z.literal("edge"),
        layer: refTo("layer"),
        edge: z.enum(["left", "right", "top", "bottom"]).describe("The edge of the other layer's box"),
        keep: z.enum(["before", "after"]).describe("Left of or above the edge, or right of or below it"),
      })
      .describe("By one edge of the other layer's box, which may move"),
  ])
  .describe("Where a layer shows");
export type Matte = z.infer<typeof Matte>;

export const Shadow = z
  .strictObject({
    dx: LengthU.default(0),
    dy: LengthU.default(0.6),
    softness: PositiveU.max(40).default(1.2),
    colour: ColourRef,
  })
  .describe("Drop shadow; softness is the width of its soft edge in u");
export type Shadow = z.infer<typeof Shadow>;

export const OuterGlow = z
  .strictObject({
    softness: PositiveU.max(40).default(2),
    colour: ColourRef,
    strength: z.number().min(0).max(4).default(1),
  })
  .describe("Light around a layer");
export type OuterGlow = z.infer<typeof OuterGlow>;

export const Gleam = z
  .strictObject({
    angle: Degrees.default(20).describe("Slant of the band, 0 is upright"),
    width: PositiveU.max(400).default(6),
    at: z.number().min(-1).max(2).default(0.5).describe("Where it stands: 0 just before the layer, 1 just past it"),
    colour: ColourRef.default("#fff3d0ff"),
    strength: Share.default(0.55),
  })
  .describe("A slanted, soft band of light that shows only on the layer itself");
export type Gleam = z.infer<typeof Gleam>;

export const Liquid = z
  .strictObject({
    level: Share.default(1).describe("How far the shape is filled from its lower edge"),
    height: PositiveU.max(50).default(1).describe("From the wave's rest to its crest, in u"),
    length: PositiveU.min(0.5).max(500).default(16).describe("From crest to crest, in u"),
    speed: z.number().min(-100).max(100).default(8).describe("u a second"),
    calm: z.number().min(0).max(60).default(2).describe("Seconds until the wave has calmed; 0 never does"),
    rest: PositiveU.max(50).default(0).describe("Height that a calmed wave keeps, in u"),
  })
  .describe("A wave as the upper edge of a shape");
export type Liquid = z.infer<typeof Liquid>;

export const Trail = z
  .strictObject({
    count: z.number().int().min(1).max(12).default(3),
    delay: z.number().min(0.01).max(2).default(0.06).describe("Seconds between copies"),
    fade: Share.default(0.5).describe("Opacity of each copy, times that of the one before"),
    colours: z
      .array(ColourRef)
      .min(1)
      .max(12)
      .optional()
      .describe("Copies in these colours in turn, the newest first; in the layer's own unless given"),
  })
  .describe("Delayed, dimmed copies that follow a moving layer");
export type Trail = z.infer<typeof Trail>;

export const blends = [
  "normal",
  "multiply",
  "screen",
  "overlay",
  "darken",
  "lighten",
  "soft-light",
  "hard-light",
  "difference",
  "add",
] as const;

/** What every layer may wear; groups wear it as one. */
export const look = {
  blend: z.enum(blends).default("normal"),
  shadow: Shadow.optional(),
  glow: OuterGlow.optional(),
  blur: PositiveU.max(40).default(0).describe("Blur in u"),
  gleam: Gleam.optional(),
  trail: Trail.optional(),
};
