import { z } from "zod";
import { base, defineField } from "./define";

const schema = z
  .strictObject({ kind: z.literal("toggle"), ...base, default: z.boolean().default(false) })
  .describe("On or off; a layer may be there only while it is on");
type Toggle = z.infer<typeof schema>;

const words: Readonly<Record<string, boolean>> = {
  on: true,
  off: false,
  yes: true,
  no: false,
  true: true,
  false: false,
};

export const field = defineField({
  schema,
  value: z.boolean(),
  start: (own: Toggle) => own.default,
  sample: (own) => own.default,
  faults: () => [],
  shown: (_, value) => value,
  isFilled: (value) => value,
  puts: (_, { property }, value) => [[property, value]],
  fromText: (own, text) => (text.trim() === "" ? own.default : words[text.trim().toLowerCase()]),
  toText: (_, value) => (value ? "on" : "off"),
  fits: (_, held) => (typeof held === "boolean" ? 0 : undefined),
  make: ({ held }) => ({ default: held === true }),
  label: "on or off",
  help: "On or off: a part of the graphic is shown, or not.",
});
