import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isMedia, offersNamed } from "./define";
import { asSlot, mostOffers, own, slotOffers } from "./slot";

const schema = z
  .strictObject({
    kind: z.literal("video"),
    ...base,
    choices: z.array(refTo("video")).min(1).max(mostOffers).describe("Videos on offer"),
    own,
    required: z.boolean().default(false),
    default: z.union([refTo("video"), z.literal("")]).default(""),
    sample: refTo("video").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's videos, or an uploaded one");

export const field = defineField({
  ...asSlot("video"),
  schema,
  fits: (path) => (isMedia(path) ? 2 : undefined),
  make: ({ held, house }) =>
    slotOffers(
      house.videos.map(({ id }) => id),
      held,
    ),
  offered: (own, house) => offersNamed(house.videos, own.choices),
  label: "a video slot",
  help: "Choose a video, or upload one where the design allows it. Then choose where it begins.",
});
