import { z } from "zod";
import { refTo } from "../document/references";
import { asChosen } from "./chosen";
import { base, defineField, isColour, offers } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("colour"),
    ...base,
    choices: z.array(refTo("colour")).min(1).max(32).describe("House colours on offer"),
    default: refTo("colour"),
  })
  .describe("One of the allowed house colours");

export const field = defineField({
  ...asChosen,
  schema,
  puts: (_: z.infer<typeof schema>, { property }, value) => [[property, `house:${value}`]],
  fits: (path) => (isColour(path) ? 0 : undefined),
  make: ({ held, house }) =>
    offers(
      house.colours.map(({ role }) => role),
      held,
    ),
  offered: (own, house) =>
    house.colours.filter(({ role }) => own.choices.includes(role)).map(({ role, name }) => ({ id: role, label: name })),
  label: "a choice of colours",
});
