import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isMedia, offersNamed } from "./define";
import { asSlot, mostOffers, own, slotOffers } from "./slot";

const schema = z
  .strictObject({
    kind: z.literal("picture"),
    ...base,
    choices: z.array(refTo("picture")).min(1).max(mostOffers).describe("Pictures on offer"),
    own,
    required: z.boolean().default(false),
    default: z.union([refTo("picture"), z.literal("")]).default(""),
    sample: refTo("picture").optional().describe("Shown until one is chosen"),
  })
  .describe("Slot: one of the house's pictures, or an uploaded one");

export const field = defineField({
  ...asSlot("picture"),
  schema,
  fits: (path) => (isMedia(path) ? 1 : undefined),
  make: ({ held, house }) =>
    slotOffers(
      house.pictures.map(({ id }) => id),
      held,
    ),
  offered: (own, house) => offersNamed(house.pictures, own.choices),
  label: "a picture slot",
  help: "Choose a picture, or upload one where the design allows it. Then move and enlarge it inside its frame.",
});
