import { z } from "zod";
import { refTo } from "../document/references";
import { asChosen } from "./chosen";
import { base, defineField, isMedia, offers, offersNamed } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("mark"),
    ...base,
    choices: z.array(refTo("mark")).min(1).max(64).describe("Marks on offer"),
    default: refTo("mark"),
  })
  .describe("One of the house's marks");

export const field = defineField({
  ...asChosen,
  schema,
  puts: (_: z.infer<typeof schema>, { property }, value) => [[property, `mark:${value}`]],
  fits: (path) => (isMedia(path) ? 0 : undefined),
  make: ({ held, house }) =>
    offers(
      house.marks.filter(({ piece }) => !piece).map(({ id }) => id),
      held,
    ),
  offered: (own, house) => offersNamed(house.marks, own.choices),
  label: "a choice of marks",
  help: "Choose one of the marks that the designer offers.",
});
