import { z } from "zod";
import { looksLike, Pattern } from "../document/pattern";
import { base, defineField, isText } from "./define";
import { asWritten, mendWritten, written, writtenFaults } from "./written";

const schema = z
  .strictObject({ kind: z.literal("line"), ...base, ...written, pattern: Pattern.optional() })
  .describe("One line of text");

const faults = (own: z.infer<typeof schema>, value: string) =>
  writtenFaults(own, value, (trimmed) =>
    own.pattern && !looksLike(own.pattern, trimmed)
      ? [{ code: "pattern", message: `${own.label} must look like “${own.pattern.example}”.` }]
      : [],
  );

export const field = defineField({
  ...asWritten,
  schema,
  faults,
  mend: (own, entered) => mendWritten(own, entered, (text) => faults(own, text).length === 0),
  puts: (_, drive, value) => [[drive.property, value]],
  fits: (path) => (isText(path) ? 0 : undefined),
  make: ({ label, held }) => ({ required: true, sample: String(held ?? "") || label }),
  label: "a line of text",
  help: "Type the text. Long text shrinks, then a check says that it is too long.",
});
