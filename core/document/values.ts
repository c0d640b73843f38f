import { z } from "zod";
import type { Fault } from "../fields/define";
import { kindOf, type Field } from "../fields/field";
import { FieldValue } from "../fields/value";
import { sameJson } from "../same";
import type { Design } from "./design";
import { Id } from "./units";

/** A film that was brought along, as it is. */
export const FootageRef = z.string().regex(/^media:[0-9a-f]{64}$/, "media:<hash>");

/** What a filler entered: field id to value; and the clip's length. */
export const Values = z.strictObject({
  fields: z.record(Id, FieldValue).default({}),
  lengthS: z.number().min(0.1).max(3600).optional().describe("Clip length in seconds"),
  footage: FootageRef.optional().describe("Footage of its own that it is laid over"),
});
export type Values = z.infer<typeof Values>;

/** A value that cannot be used, with the field it belongs to. */
export interface ValueFault extends Fault {
  readonly field: string;
}

/** What was entered for a field; undefined when nothing was. A field may have any name, also one that objects have. */
export const enteredIn = ({ fields }: Pick<Values, "fields">, id: string): FieldValue | undefined =>
  Object.hasOwn(fields, id) ? fields[id] : undefined;

/**
 * What was entered for a field, as its kind has it: values that were kept as text, as all were once, and cells of tables
 * are read as such, and a number that stands for words as its figures. Undefined for what is no value of this kind.
 */
export function readEntered(field: Field, entered: FieldValue): FieldValue | undefined {
  const kind = kindOf(field);
  const parsed = kind.value.safeParse(entered);
  if (parsed.success) return parsed.data;
  return ["string", "number"].includes(typeof entered) ? kind.fromText(field, String(entered)) : undefined;
}

/** What a field stands for with these values. */
export function valueOf(field: Field, values: Pick<Values, "fields">, samples: boolean): FieldValue {
  const entered = enteredIn(values, field.id);
  const value = entered === undefined ? undefined : readEntered(field, entered);
  const kind = kindOf(field);
  return kind.shown(field, value ?? kind.start(field), samples);
}

/** Whether a preview shows the sample of a field, since nothing is filled in that a file could show. */
export const showsSample = (field: Field, values: Pick<Values, "fields">): boolean =>
  field.drives.length > 0 && !sameJson(valueOf(field, values, true), valueOf(field, values, false));

/** Labels of the fields whose samples a preview shows. */
export const sampledLabels = (design: Design, values: Values): string[] =>
  design.fields.filter((field) => showsSample(field, values)).map(({ label }) => label);

/** Whether a field changes anything: what it fills, when a cue comes, or whether a layer is there. */
export const isUsed = ({ layers }: Pick<Design, "layers">, field: Field): boolean =>
  field.kind === "cue" || field.drives.length > 0 || layers.some(({ showIf }) => showIf?.field === field.id);

/** The fields that a filler is asked for: one that changes nothing is left out. */
export const askedFields = (design: Design): Field[] => design.fields.filter((field) => isUsed(design, field));

/** What a field starts with. */
export const startOf = (field: Field): FieldValue => kindOf(field).start(field);

/** A value in words, as a table has it. */
export const textOf = (field: Field, value: FieldValue): string => {
  const read = readEntered(field, value);
  return read === undefined ? String(value) : kindOf(field).toText(field, read);
};

/** Everything that stops these values from being exported, in the order of the fields. Empty when all is well. */
export function checkValues(design: Design, values: Values): ValueFault[] {
  const faults: ValueFault[] = [];
  const known = new Set(design.fields.map((field) => field.id));
  for (const id of Object.keys(values.fields)) {
    if (!known.has(id))
      faults.push({ field: id, code: "unknown", message: `There is no field “${id}” in this release.` });
  }
  for (const field of design.fields) {
    const entered = enteredIn(values, field.id);
    // Nobody is asked for what fills nothing.
    if (!isUsed(design, field) && (entered === undefined || entered === "")) continue;
    for (const fault of faultsOf(field, entered)) faults.push({ field: field.id, ...fault });
  }
  const { min, max } = design.length;
  if (values.lengthS !== undefined && (values.lengthS < min || values.lengthS > max)) {
    faults.push({ field: "length", code: "length", message: `The length must be between ${min} and ${max} seconds.` });
  }
  return faults;
}

function faultsOf(field: Field, entered: FieldValue | undefined): readonly Fault[] {
  const kind = kindOf(field);
  if (entered === undefined) return kind.faults(field, kind.start(field));
  const value = readEntered(field, entered);
  if (value !== undefined) return kind.faults(field, value);
  const said = typeof entered === "object" ? "this" : `“${entered}”`;
  return [{ code: "choice", message: `${field.label}: ${said} is not on offer.` }];
}

const filledWith = (design: Design, valueFor: (field: Field) => FieldValue): Values => ({
  fields: Object.fromEntries(design.fields.map((field) => [field.id, valueFor(field)])),
  lengthS: design.length.default,
});

/** The values a fresh form starts with: samples for lines, defaults for choices. */
export const startingValues = (design: Design): Values => filledWith(design, startOf);

/** Values that show a design at its best: samples for lines and slots, defaults for choices. */
export const sampleValues = (design: Design): Values => filledWith(design, (field) => kindOf(field).sample(field));

/** Content hashes of the files that a filler has brought along. */
export function ownFilesOf(values: Values): string[] {
  return Object.values(values.fields).flatMap((value) =>
    typeof value === "object" && value.kind === "media" && "own" in value.source ? [value.source.own.hash] : [],
  );
}
