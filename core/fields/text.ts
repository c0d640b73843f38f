import { z } from "zod";
import { base, defineField, isText } from "./define";
import { asWritten, mendWritten, written, writtenFaults } from "./written";

const schema = z
  .strictObject({
    kind: z.literal("text"),
    ...base,
    ...written,
    lines: z.number().int().min(1).max(12).default(3).describe("Max lines"),
  })
  .describe("Text of several lines");

const faults = (own: z.infer<typeof schema>, value: string) => {
  const lines = value.trim().split(/\r\n?|\n/);
  const much = `${own.label} may have ${own.lines} lines; this has ${lines.length}.`;
  const more = () => (lines.length > own.lines ? [{ code: "lines" as const, message: much }] : []);
  return writtenFaults(own, value, more, lines.join(""));
};

export const field = defineField({
  ...asWritten,
  schema,
  faults,
  mend: (own, entered) => mendWritten(own, entered, (text) => faults(own, text).length === 0),
  puts: (_, drive, value) => [[drive.property, value]],
  fits: (path) => (isText(path) ? 1 : undefined),
  make: ({ label, held }) => ({ required: true, sample: String(held ?? "") || label, max: 200 }),
  label: "text of several lines",
  help: "Type the text; Enter begins a new line.",
});
