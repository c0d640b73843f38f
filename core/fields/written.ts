import { z } from "zod";
import { hasUnseen, isBlank, withoutUnseen } from "../document/units";
import type { Fault } from "./define";
import { shortened, type ShorterForm } from "./mend";

/** What fields that are written have in common. */
export const written = {
  required: z.boolean().default(false),
  min: z.number().int().min(0).max(500).default(0).describe("Minimum characters"),
  max: z.number().int().min(1).max(500).default(80).describe("Maximum characters"),
  sample: z.string().max(500).describe("Shown until filled; stops an export when left"),
  default: z.string().max(500).default(""),
  shorter: z
    .array(z.strictObject({ long: z.string().min(2).max(80), short: z.string().max(80) }))
    .max(40)
    .default([])
    .describe("Short forms that may stand for long ones where there is little room"),
};

interface Written {
  readonly shorter: readonly ShorterForm[];
  readonly label: string;
  readonly required: boolean;
  readonly min: number;
  readonly max: number;
  readonly sample: string;
  readonly default: string;
}

let graphemes: Intl.Segmenter | undefined;

/** Characters as people count them: grapheme clusters. */
export function countCharacters(text: string): number {
  graphemes ??= new Intl.Segmenter(undefined, { granularity: "grapheme" });
  let count = 0;
  for (const _ of graphemes.segment(text)) count++;
  return count;
}

/** What is wrong with a text; `more` looks for what only one kind asks for. */
export function writtenFaults(
  field: Written,
  value: string,
  more: (trimmed: string) => readonly Fault[],
  seen = value,
): readonly Fault[] {
  const fault = (code: Fault["code"], message: string): Fault[] => [{ code, message }];
  const trimmed = value.trim();
  if (isBlank(trimmed)) return field.required ? fault("required", `${field.label} is needed.`) : [];
  if (/[\n\r]/.test(seen)) return fault("forbidden", `${field.label} is one line, and has a line break. Remove it.`);
  if (seen.includes("\ufffd"))
    return fault("forbidden", `${field.label} has a letter that was lost on the way (\ufffd). Type it again.`);
  if (hasUnseen(seen)) return fault("forbidden", `${field.label} has an invisible control character. Type it again.`);
  const count = countCharacters(trimmed);
  if (count < field.min) return fault("short", `${field.label} needs at least ${field.min} characters.`);
  if (count > field.max) return fault("long", `${field.label} may have ${field.max} characters; this has ${count}.`);
  const found = more(trimmed);
  if (found.length > 0) return found;
  // Who starts from an empty field and types the very words of the sample means them.
  const isUntouched = trimmed === field.sample && trimmed === field.default.trim();
  return isUntouched && field.required ? fault("sample", `${field.label} still shows the sample. Fill it in.`) : [];
}

/** A text without what can't be seen, and where that is not enough in its short form, if that leaves nothing wrong. */
export function mendWritten(
  field: Pick<Written, "shorter">,
  entered: unknown,
  isGood: (text: string) => boolean,
): string | undefined {
  if (typeof entered !== "string") return undefined;
  const clean = withoutUnseen(entered)
    .replace(/[^\S\n]+/g, " ")
    .trim();
  return [clean, shortened(clean, field.shorter)].find(
    (text) => text !== undefined && text !== entered && isGood(text),
  );
}

/** All that written kinds do alike. */
export const asWritten = {
  value: z.string().max(2000),
  start: (field: Written) => field.default,
  sample: (field: Written) => field.sample || field.default,
  shown: (field: Written, value: string, samples: boolean) =>
    value.trim() === "" && samples && field.required ? field.sample : value.trim(),
  isFilled: (value: string) => value !== "",
  fromText: (_: unknown, text: string) => text,
  toText: (_: unknown, value: string) => value,
};
