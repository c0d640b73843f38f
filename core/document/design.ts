import { z } from "zod";
import { Field } from "../fields/field";
import { Finish } from "./finish";
import { Fps } from "./fps";
import { Layer } from "./layer";
import { refTo } from "./references";
import { Id, Name, Seconds, Share } from "./units";

export const designVersion = 2;

/** A named moment, in seconds from the clip's start. */
export const Cue = z.strictObject({ id: Id, name: Name, at: Seconds });
export type Cue = z.infer<typeof Cue>;

export const Sound = z
  .strictObject({
    sound: refTo("sound").describe("A sound of the house style"),
    from: Seconds.default(0).describe("Second of the sound that comes at the clip's start"),
    until: Seconds.optional().describe("Second of the sound at which it ends; its own end unless given"),
    gain: z.number().min(0).max(4).default(1).describe("Times as loud"),
  })
  .describe("The sound under the design, in clips that carry sound");
export type Sound = z.infer<typeof Sound>;

export const MotionBlur = z
  .strictObject({
    angle: z.number().min(0).max(720).default(180).describe("Shutter angle: 360 is open for a whole frame"),
    samples: z.number().int().min(2).max(32).default(8),
  })
  .describe("Motion blur of the whole design");
export type MotionBlur = z.infer<typeof MotionBlur>;

export const mostLayers = 2000;

const designOf = (layer: z.ZodType<Layer>) =>
  z
    .strictObject({
      version: z.literal(designVersion),
      id: Id,
      name: Name,
      about: z.string().max(500).default(""),
      formats: z.array(refTo("format")).min(1).max(32).describe("Formats of the house it serves"),
      length: z
        .strictObject({ default: Seconds.min(0.1), min: Seconds.min(0.1), max: Seconds.min(0.1) })
        .describe("Clip length in seconds")
        .refine((length) => length.min <= length.default && length.default <= length.max, "min ≤ default ≤ max"),
      fps: Fps.optional().describe("Frames a second it is made for; 25 unless given"),
      cues: z.array(Cue).max(500).default([]),
      sound: Sound.optional(),
      leave: z
        .enum(["mirror", "together"])
        .default("mirror")
        .describe("Layers without a leave of their own go backwards in their own order, or fade all at once"),
      motionBlur: MotionBlur.optional(),
      minStay: Seconds.default(0.5).describe("Shortest stay before arrive and leave are squeezed"),
      leavePace: z.number().min(0.1).max(4).default(1).describe("A mirrored leave lasts this times arrive"),
      turnRound: refTo("layer")
        .optional()
        .describe("The text whose right-to-left reading turns the whole design round"),
      posterAt: Share.default(0.5).describe("The poster's instant as a share of the length"),
      seed: z.number().int().min(0).max(4294967295).default(1),
      layers: z.array(layer).max(mostLayers).describe("In painting order, back to front"),
      finish: z.array(Finish).max(8).default([]).describe("Over everything, in this order"),
      locale: z
        .string()
        .regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/)
        .default("en")
        .describe("Language whose rules change case"),
      fields: z.array(Field).max(64).default([]),
      outputs: z
        .array(refTo("output"))
        .min(1)
        .max(32)
        .optional()
        .describe("Outputs it may be exported as; all unless given"),
      notes: z.string().max(1000).default("").describe("Notes for people who fill in"),
    })
    .superRefine((design, context) => {
      const unique = (kind: string, ids: readonly string[]) => {
        const seen = new Set<string>();
        for (const id of ids) {
          if (seen.has(id)) context.addIssue({ code: "custom", message: `the ${kind} id “${id}” is used twice` });
          seen.add(id);
        }
      };
      unique(
        "layer",
        design.layers.map((layer) => layer.id),
      );
      unique(
        "move",
        design.layers.flatMap((layer) => layer.moves.map((move) => move.id)),
      );
      unique(
        "cue",
        design.cues.map((cue) => cue.id),
      );
      unique(
        "field",
        design.fields.map((field) => field.id),
      );
    })
    .describe("Design");

export const Design = designOf(Layer);
/** A design whose layers were read one by one before. */
export const DesignAroundLayers = designOf(z.custom<Layer>());
export type Design = z.infer<typeof Design>;
