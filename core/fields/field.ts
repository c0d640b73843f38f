import { z } from "zod";
import type { FieldKind } from "./define";
import { fieldKinds, fieldSchemas } from "./kinds";

export const Field = z.discriminatedUnion("kind", fieldSchemas).describe("What a filler may change");
export type Field = z.infer<typeof Field>;

/** All that is known of a field's kind. */
export const kindOf = ({ kind }: Pick<Field, "kind">): FieldKind<Field> =>
  // The field and its kind belong together, which the table can't say.
  fieldKinds[kind] as unknown as FieldKind<Field>;

/** Every kind's name, the ones that can fill most places first. */
export const fieldKindNames = Object.keys(fieldKinds) as readonly Field["kind"][];

/** Fields that are written, not chosen. */
export type WrittenField = Extract<Field, { kind: "line" | "text" }>;

export const isWritten = (field: Field): field is WrittenField => field.kind === "line" || field.kind === "text";
