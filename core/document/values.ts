import { z } from "zod";
import type { Design } from "./design";
import { isWritten, type Field, type WrittenField } from "./field";
import { looksLike } from "./pattern";
import { hasUnseen, Id, isBlank } from "./units";

/** What a filler entered: field id to text, colour role or mark id; and the clip's length. */
export const Values = z.strictObject({
  fields: z.record(Id, z.string().max(2000)).default({}),
  lengthS: z.number().min(0.1).max(3600).optional().describe("Clip length in seconds"),
});
export type Values = z.infer<typeof Values>;

/** What was entered for a field; undefined when nothing was. A field may have any name, also one that objects have. */
export const enteredIn = ({ fields }: Values, id: string): string | undefined =>
  Object.hasOwn(fields, id) ? fields[id] : undefined;

/** A value that cannot be used, with the field it belongs to and words a filler understands. */
export interface ValueFault {
  field: string;
  code:
    | "unknown"
    | "required"
    | "short"
    | "long"
    | "choice"
    | "forbidden"
    | "length"
    | "sample"
    | "range"
    | "pattern"
    | "lines";
  message: string;
}

let graphemes: Intl.Segmenter | undefined;

/** Characters as people count them: grapheme clusters. */
export function countCharacters(text: string): number {
  graphemes ??= new Intl.Segmenter(undefined, { granularity: "grapheme" });
  let count = 0;
  for (const _ of graphemes.segment(text)) count++;
  return count;
}

function writtenFaults(field: WrittenField, value: string): ValueFault[] {
  const fault = (code: ValueFault["code"], message: string): ValueFault[] => [{ field: field.id, code, message }];
  const trimmed = value.trim();
  if (isBlank(trimmed)) return field.required ? fault("required", `${field.label} is needed.`) : [];
  const lines = trimmed.split("\n");
  if (hasUnseen(field.kind === "text" ? lines.join("") : value)) {
    return fault("forbidden", `${field.label} has an invisible control character. Type it again.`);
  }
  const count = countCharacters(trimmed);
  if (count < field.min) return fault("short", `${field.label} needs at least ${field.min} characters.`);
  if (count > field.max) return fault("long", `${field.label} may have ${field.max} characters; this has ${count}.`);
  if (field.kind === "text" && lines.length > field.lines) {
    return fault("lines", `${field.label} may have ${field.lines} lines; this has ${lines.length}.`);
  }
  if (field.kind === "line" && field.pattern && !looksLike(field.pattern, trimmed)) {
    return fault("pattern", `${field.label} must look like “${field.pattern.example}”.`);
  }
  if (trimmed === field.sample && field.required) {
    return fault("sample", `${field.label} still shows the sample. Fill it in.`);
  }
  return [];
}

type OtherField = Exclude<Field, WrittenField>;

function otherFaults(field: OtherField, value: string | undefined): ValueFault[] {
  if (value === undefined || value === "") return [];
  const fault = (code: ValueFault["code"], message: string): ValueFault[] => [{ field: field.id, code, message }];
  if (field.kind === "number" || field.kind === "cue") {
    const number = Number(value);
    const fits = Number.isFinite(number) && number >= field.min && number <= field.max;
    return fits ? [] : fault("range", `${field.label} must be between ${field.min} and ${field.max}.`);
  }
  const offered =
    field.kind === "toggle"
      ? ["on", "off"]
      : field.kind === "choice"
        ? field.options.map(({ id }) => id)
        : field.choices;
  return offered.includes(value) ? [] : fault("choice", `${field.label}: “${value}” is not on offer.`);
}

/** What a field starts with, as it is entered. */
export const startOf = (field: Field): string =>
  field.kind === "toggle" ? (field.default ? "on" : "off") : String(field.default);

/** Everything that stops these values from being exported, in the order of the fields. Empty when all is well. */
export function checkValues(design: Design, values: Values): ValueFault[] {
  const faults: ValueFault[] = [];
  const known = new Set(design.fields.map((field) => field.id));
  for (const id of Object.keys(values.fields)) {
    if (!known.has(id))
      faults.push({ field: id, code: "unknown", message: `There is no field “${id}” in this release.` });
  }
  for (const field of design.fields) {
    const value = enteredIn(values, field.id);
    if (isWritten(field)) faults.push(...writtenFaults(field, value ?? field.default));
    else if ((field.kind === "picture" || field.kind === "video") && !(value ?? field.default)) {
      if (field.required) faults.push({ field: field.id, code: "required", message: `${field.label} is needed.` });
    } else faults.push(...otherFaults(field, value));
  }
  const { min, max } = design.length;
  if (values.lengthS !== undefined && (values.lengthS < min || values.lengthS > max)) {
    faults.push({ field: "length", code: "length", message: `The length must be between ${min} and ${max} seconds.` });
  }
  return faults;
}

/** The values a fresh form starts with: samples for lines, defaults for choices. */
export function startingValues(design: Design): Values {
  const fields: Record<string, string> = {};
  for (const field of design.fields) fields[field.id] = startOf(field);
  return { fields, lengthS: design.length.default };
}

/** Values that show a design at its best: samples for lines and slots, defaults for choices. */
export function sampleValues(design: Design): Values {
  const fields: Record<string, string> = {};
  for (const field of design.fields) fields[field.id] = ("sample" in field && field.sample) || startOf(field);
  return { fields, lengthS: design.length.default };
}
