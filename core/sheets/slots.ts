import type { Design } from "../document/design";
import { enteredIn, readEntered, startOf, valueOf, type Values } from "../document/values";
import { kindOf, type Field } from "../fields/field";
import type { OwnMedia } from "../fields/value";
import { MediaValue, type FieldValue } from "../fields/value";

/*
 * Media that are handed over to the slots of a design: several at once, and two that change places.
 */

const isSlot = (field: Field): boolean => field.kind === "picture" || field.kind === "video";

/** A slot's value as it stands in the form. */
const heldBy = (field: Field, values: Values): FieldValue => {
  const entered = enteredIn(values, field.id);
  return (entered === undefined ? undefined : readEntered(field, entered)) ?? startOf(field);
};

const takes = (field: Field, value: FieldValue): boolean => {
  const read = kindOf(field).value.safeParse(value);
  return read.success && (read.data === "" || kindOf(field).faults(field, read.data).length === 0);
};

/** The slots that what one slot holds can change places with: of its kind, and each may hold what the other does. */
export function swappable(design: Design, values: Values, id: string): string[] {
  const field = design.fields.find((one) => one.id === id);
  if (!field || !isSlot(field)) return [];
  const held = heldBy(field, values);
  return design.fields
    .filter((other) => other.id !== id && other.kind === field.kind)
    .filter((other) => takes(other, held) && takes(field, heldBy(other, values)))
    .map((other) => other.id);
}

/** Two slots with their pictures changed over, framing and all. */
export function swapped(design: Design, values: Values, [one, two]: readonly [string, string]): Values {
  const [first, second] = [one, two].map((id) => design.fields.find((field) => field.id === id));
  if (!first || !second) return values;
  const fields = { ...values.fields, [one]: heldBy(second, values), [two]: heldBy(first, values) };
  return { ...values, fields };
}

/**
 * Files that were brought along together: the first is for the slot they were brought to, the others are for the empty
 * slots after it, in the order of the form. Those that found no place are answered too.
 */
export function handedOver(
  design: Design,
  values: Values,
  id: string,
  brought: readonly OwnMedia[],
): { values: Values; left: readonly OwnMedia[] } {
  const start = design.fields.findIndex((field) => field.id === id);
  const fields = { ...values.fields };
  const left: OwnMedia[] = [];
  const open = design.fields
    .slice(start)
    .filter((field) => isSlot(field) && (field.id === id || valueOf(field, values, false) === ""));
  for (const own of brought) {
    const value = MediaValue.parse({ kind: "media", source: { own } });
    const kind = "frames" in own ? "video" : "picture";
    const at = open.findIndex((field) => field.kind === kind && takes(field, value));
    if (at < 0) left.push(own);
    else fields[open.splice(at, 1)[0]!.id] = value;
  }
  return { values: { ...values, fields }, left };
}
