import { z } from "zod";
import { Id, Name } from "./units";

const base = {
  id: Id,
  label: Name,
  help: z.string().max(300).default(""),
  group: z.string().max(60).default(""),
  drives: z
    .array(
      z.strictObject({
        layer: Id,
        property: z.string().regex(/^[a-zA-Z0-9]+(\.[a-zA-Z0-9]+)*$/),
        part: z
          .enum(["handle", "network", "mark", "ground", "ink"])
          .optional()
          .describe("Of an account: its handle unless said"),
      }),
    )
    .max(64)
    .default([])
    .describe("The properties this field fills"),
};

export const LineField = z
  .strictObject({
    kind: z.literal("line"),
    ...base,
    required: z.boolean().default(false),
    min: z.number().int().min(0).max(500).default(0).describe("Fewest characters"),
    max: z.number().int().min(1).max(500).default(80).describe("Most characters"),
    sample: z.string().max(500).describe("Shown until filled; stops an export when left"),
    default: z.string().max(500).default(""),
  })
  .describe("One line of text");

export const ColourField = z
  .strictObject({
    kind: z.literal("colour"),
    ...base,
    choices: z.array(Id).min(1).max(32).describe("House colours on offer"),
    default: Id,
  })
  .describe("One of the allowed house colours");

export const MarkField = z
  .strictObject({
    kind: z.literal("mark"),
    ...base,
    choices: z.array(Id).min(1).max(64).describe("Marks on offer"),
    default: Id,
  })
  .describe("One of the house's marks");

export const PictureField = z
  .strictObject({
    kind: z.literal("picture"),
    ...base,
    choices: z.array(Id).min(1).max(256).describe("Pictures on offer"),
    required: z.boolean().default(false),
    default: z.union([Id, z.literal("")]).default(""),
    sample: Id.optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's pictures");

export const VideoField = z
  .strictObject({
    kind: z.literal("video"),
    ...base,
    choices: z.array(Id).min(1).max(256).describe("Videos on offer"),
    required: z.boolean().default(false),
    default: z.union([Id, z.literal("")]).default(""),
    sample: Id.optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's videos");

export const AccountField = z
  .strictObject({
    kind: z.literal("account"),
    ...base,
    choices: z.array(Id).min(1).max(64).describe("Accounts on offer"),
    default: Id,
  })
  .describe("One of the brand's accounts");

export const Field = z
  .discriminatedUnion("kind", [LineField, ColourField, MarkField, PictureField, VideoField, AccountField])
  .describe("What a filler may change");
export type Field = z.infer<typeof Field>;
