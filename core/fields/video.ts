import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isMedia, offersNamed } from "./define";
import { asSlot, own } from "./slot";

const schema = z
  .strictObject({
    kind: z.literal("video"),
    ...base,
    choices: z.array(refTo("video")).min(1).max(256).describe("Videos on offer"),
    own,
    required: z.boolean().default(false),
    default: z.union([refTo("video"), z.literal("")]).default(""),
    sample: refTo("video").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's videos, or one of the filler’s own");

export const field = defineField({
  ...asSlot("video"),
  schema,
  fits: (path) => (isMedia(path) ? 2 : undefined),
  make: ({ house }) => {
    const choices = house.videos.map(({ id }) => id);
    return choices.length === 0 ? undefined : { choices, sample: choices[0] };
  },
  offered: (own, house) => offersNamed(house.videos, own.choices),
  label: "a video slot",
});
