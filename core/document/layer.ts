import { z } from "zod";
import { shapeKinds, shapeSchemas } from "../shapes/kinds";
import { Fill, Stroke } from "./colour";
import { Finish } from "./finish";
import { Timer } from "./keys";
import { layerBase } from "./layer-base";
import { Framing, MediaRef, Playback } from "./media";
import { SizeAxis } from "./place";
import { Stretch, TextSetting } from "./text";

const natural = { kind: "natural" as const };

export const TextLayer = z
  .strictObject({
    kind: z.literal("text"),
    ...layerBase,
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
    ...layerBase,
    media: MediaRef,
    framing: Framing.default(Framing.parse({})),
    playback: Playback.default(Playback.parse({})),
  })
  .describe("A mark, an uploaded picture or a video");

export const GroupLayer = z
  .strictObject({
    kind: z.literal("group"),
    ...layerBase,
    clip: z.boolean().default(false).describe("Clip to its box"),
    finish: z.array(Finish).max(8).default([]),
  })
  .describe("Layers that are placed, turned and matted as one");

export const Layer = z
  .discriminatedUnion("kind", [...shapeSchemas, TextLayer, PictureLayer, GroupLayer])
  .describe("One drawn thing");
export type Layer = z.infer<typeof Layer>;
export type LayerKind = Layer["kind"];
export type ShapeKind = keyof typeof shapeKinds;
export const shapeKindNames = Object.keys(shapeKinds) as readonly ShapeKind[];
export type ShapeLayer = Extract<Layer, { kind: ShapeKind }>;

/** Every kind of layer. */
export const layerKinds: readonly LayerKind[] = [...shapeKindNames, "text", "picture", "group"];
