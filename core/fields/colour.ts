import { z } from "zod";
import { refTo } from "../document/references";
import type { House } from "../document/house";
import { asChosen } from "./chosen";
import { base, defineField, isColour, offers } from "./define";
import { likeliest } from "./mend";
import { nearestColour } from "./nearest-colour";

const schema = z
  .strictObject({
    kind: z.literal("colour"),
    ...base,
    choices: z.array(refTo("colour")).min(1).max(32).describe("House colours on offer"),
    default: refTo("colour"),
  })
  .describe("One of the allowed house colours");

const offered = (own: z.infer<typeof schema>, house: House) =>
  house.colours.filter(({ role }) => own.choices.includes(role)).map(({ role, name }) => ({ id: role, label: name }));

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
  offered,
  // A colour of no house is the nearest that is on offer.
  mend: (own, entered, house) =>
    nearestColour(String(entered), own.choices, house) ?? likeliest(String(entered), offered(own, house))?.id,
  label: "a choice of colours",
  help: "Choose one of the colours that the designer offers.",
});
