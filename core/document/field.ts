import { z } from "zod";
import { Pattern } from "./pattern";
import { refTo } from "./references";
import { Id, Name, Seconds } from "./units";

const base = {
  id: Id,
  label: Name,
  help: z.string().max(300).default(""),
  group: z.string().max(60).default(""),
  drives: z
    .array(
      z.strictObject({
        layer: refTo("layer"),
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

const written = {
  required: z.boolean().default(false),
  min: z.number().int().min(0).max(500).default(0).describe("Fewest characters"),
  max: z.number().int().min(1).max(500).default(80).describe("Most characters"),
  sample: z.string().max(500).describe("Shown until filled; stops an export when left"),
  default: z.string().max(500).default(""),
};

export const LineField = z
  .strictObject({
    kind: z.literal("line"),
    ...base,
    ...written,
    pattern: Pattern.optional(),
  })
  .describe("One line of text");

export const TextField = z
  .strictObject({
    kind: z.literal("text"),
    ...base,
    ...written,
    lines: z.number().int().min(1).max(12).default(3).describe("Most lines"),
  })
  .describe("Text of several lines");

export const CueField = z
  .strictObject({
    kind: z.literal("cue"),
    ...base,
    cue: refTo("cue").describe("The cue whose time it sets"),
    min: Seconds.default(0),
    max: Seconds.default(3600),
    default: Seconds,
  })
  .describe("When a cue comes, in seconds of the clip");

export const ColourField = z
  .strictObject({
    kind: z.literal("colour"),
    ...base,
    choices: z.array(refTo("colour")).min(1).max(32).describe("House colours on offer"),
    default: refTo("colour"),
  })
  .describe("One of the allowed house colours");

export const MarkField = z
  .strictObject({
    kind: z.literal("mark"),
    ...base,
    choices: z.array(refTo("mark")).min(1).max(64).describe("Marks on offer"),
    default: refTo("mark"),
  })
  .describe("One of the house's marks");

export const PictureField = z
  .strictObject({
    kind: z.literal("picture"),
    ...base,
    choices: z.array(refTo("picture")).min(1).max(256).describe("Pictures on offer"),
    required: z.boolean().default(false),
    default: z.union([refTo("picture"), z.literal("")]).default(""),
    sample: refTo("picture").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's pictures");

export const VideoField = z
  .strictObject({
    kind: z.literal("video"),
    ...base,
    choices: z.array(refTo("video")).min(1).max(256).describe("Videos on offer"),
    required: z.boolean().default(false),
    default: z.union([refTo("video"), z.literal("")]).default(""),
    sample: refTo("video").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's videos");

export const AccountField = z
  .strictObject({
    kind: z.literal("account"),
    ...base,
    choices: z.array(refTo("account")).min(1).max(64).describe("Accounts on offer"),
    default: refTo("account"),
  })
  .describe("One of the brand's accounts");

export const NumberField = z
  .strictObject({
    kind: z.literal("number"),
    ...base,
    min: z.number().min(-10000).max(10000).default(0),
    max: z.number().min(-10000).max(10000).default(100),
    step: z.number().min(0.0001).max(10000).default(1).describe("From one value to the next"),
    default: z.number().min(-10000).max(10000),
  })
  .describe("A number within limits");

export const ToggleField = z
  .strictObject({ kind: z.literal("toggle"), ...base, default: z.boolean().default(false) })
  .describe("On or off; a layer may be there only while it is on");

export const ChoiceField = z
  .strictObject({
    kind: z.literal("choice"),
    ...base,
    options: z
      .array(z.strictObject({ id: Id, label: Name, value: z.union([z.string().max(500), z.number()]) }))
      .min(1)
      .max(64)
      .describe("What may be chosen, and what it puts into the properties"),
    default: Id,
  })
  .describe("One of several values under names of their own");

export const Field = z
  .discriminatedUnion("kind", [
    LineField,
    TextField,
    CueField,
    ColourField,
    MarkField,
    PictureField,
    VideoField,
    AccountField,
    NumberField,
    ToggleField,
    ChoiceField,
  ])
  .describe("What a filler may change");
export type Field = z.infer<typeof Field>;
/** Fields that are written, not chosen. */
export type WrittenField = Extract<Field, { kind: "line" | "text" }>;

export const isWritten = (field: Field): field is WrittenField => field.kind === "line" || field.kind === "text";
