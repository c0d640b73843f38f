import { z } from "zod";
import { base, defineField, isText } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("rating"),
    ...base,
    most: z.number().int().min(1).max(10).default(5).describe("Most stars"),
    default: z.number().int().min(0).max(10).default(0),
  })
  .describe("So many stars");
type Rating = z.infer<typeof schema>;

export const field = defineField({
  schema,
  value: z.number(),
  start: (own: Rating) => own.default,
  sample: (own) => own.most,
  faults: ({ label, most }, value) =>
    Number.isInteger(value) && value >= 0 && value <= most
      ? []
      : [{ code: "range", message: `${label} must be between 0 and ${most} stars.` }],
  shown: (_, value) => value,
  isFilled: (value) => value > 0,
  puts: (own, { property }, value) => [[property, "★".repeat(value) + "☆".repeat(own.most - value)]],
  fromText: (_, text) => Number(text.trim()),
  toText: (_, value) => String(value),
  fits: (path) => (isText(path) ? 9 : undefined),
  make: () => ({}),
  label: "a rating in stars",
  help: "Type how many stars it gets.",
});
