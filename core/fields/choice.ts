import { z } from "zod";
import { Id, Name } from "../document/units";
import { base, defineField, isText, notOffered } from "./define";

const schema = z
  .strictObject({
    kind: z.literal("choice"),
    ...base,
    options: z
      .array(z.strictObject({ id: Id, label: Name, value: z.union([z.string().max(500), z.number()]) }))
      .min(1)
      .max(64)
      .describe("What may be chosen, and what it puts into the properties"),
    default: Id,
  })
  .describe("One of several values under names of their own");
type Choice = z.infer<typeof schema>;

/** Properties that hold one of a few words. */
const isWord = (path: string): boolean => /^[a-z]+\.(align|case|figures|fit|side|cap|join)$/.test(path);

export const field = defineField({
  schema,
  value: z.string().max(2000),
  start: (own: Choice) => own.default,
  sample: (own) => own.default,
  faults: ({ label, options }, value) => notOffered({ label, choices: options.map(({ id }) => id) }, value),
  shown: (_, value) => value,
  isFilled: (value) => value !== "",
  puts: ({ options }, { property }, value) => [
    [property, (options.find(({ id }) => id === value) ?? options[0]!).value],
  ],
  // A table may name an option as the form does.
  fromText: ({ options }, text) =>
    options.find(({ id, label }) => id === text.trim() || label.toLowerCase() === text.trim().toLowerCase())?.id ??
    text,
  toText: ({ options }, value) => options.find(({ id }) => id === value)?.label ?? value,
  fits: (path, held) =>
    isText(path) || typeof held === "number" ? 2 : typeof held === "string" && isWord(path) ? 0 : undefined,
  make: ({ label, held }) => {
    const text = String(held ?? "");
    const value = text !== "" && Number.isFinite(Number(text)) ? Number(text) : text;
    return { options: [{ id: "first", label: text || label, value }], default: "first" };
  },
  offered: ({ options }) => options,
  label: "a choice of values",
  help: "Choose one of what the designer offers.",
});
