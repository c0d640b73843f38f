import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isMedia, offersNamed } from "./define";
import { asSlot, own } from "./slot";

const schema = z
  .strictObject({
    kind: z.literal("picture"),
    ...base,
    choices: z.array(refTo("picture")).min(1).max(256).describe("Pictures on offer"),
    own,
    required: z.boolean().default(false),
    default: z.union([refTo("picture"), z.literal("")]).default(""),
    sample: refTo("picture").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's pictures, or one of the filler’s own");

export const field = defineField({
  ...asSlot("picture"),
  schema,
  fits: (path) => (isMedia(path) ? 1 : undefined),
  make: ({ house }) => {
    const choices = house.pictures.map(({ id }) => id);
    return choices.length === 0 ? undefined : { choices, sample: choices[0] };
  },
  offered: (own, house) => offersNamed(house.pictures, own.choices),
  label: "a picture slot",
});
