import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isColour, notOffered, offers } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("colour"),
    ...base,
    choices: z.array(refTo("colour")).min(1).max(32).describe("House colours on offer"),
    default: refTo("colour"),
  })
  .describe("One of the allowed house colours");

export const field = defineField({
  schema,
  value: z.string().max(2000),
  start: (own: z.infer<typeof schema>) => own.default,
  sample: (own) => own.default,
  faults: notOffered,
  shown: (own, value) => value || own.default,
  isFilled: (value) => value !== "",
  puts: (_, { property }, value) => [[property, `house:${value}`]],
  fromText: (_, text) => text.trim(),
  toText: (_, value) => value,
  fits: (path) => (isColour(path) ? 0 : undefined),
  make: ({ held, house }) =>
    offers(
      house.colours.map(({ role }) => role),
      held,
    ),
  label: "a choice of colours",
});
