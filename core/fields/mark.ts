import { z } from "zod";
import { refTo } from "../document/references";
import { base, defineField, isMedia, notOffered, offers } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("mark"),
    ...base,
    choices: z.array(refTo("mark")).min(1).max(64).describe("Marks on offer"),
    default: refTo("mark"),
  })
  .describe("One of the house's marks");

export const field = defineField({
  schema,
  value: z.string().max(2000),
  start: (own: z.infer<typeof schema>) => own.default,
  sample: (own) => own.default,
  faults: notOffered,
  shown: (own, value) => value || own.default,
  isFilled: (value) => value !== "",
  puts: (_, { property }, value) => [[property, `mark:${value}`]],
  fromText: (_, text) => text.trim(),
  toText: (_, value) => value,
  fits: (path) => (isMedia(path) ? 0 : undefined),
  make: ({ held, house }) =>
    offers(
      house.marks.map(({ id }) => id),
      held,
    ),
  label: "a choice of marks",
});
