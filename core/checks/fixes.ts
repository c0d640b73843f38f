import type { FieldValue } from "../fields/value";
import { isWritten, kindOf } from "../fields/field";
import { shortened } from "../fields/mend";
import { enteredIn, textOf, valueOf } from "../document/values";
import type { Filled, Fix } from "./define";

/** Steps in which lengths are offered, in seconds. */
const stepS = 0.5;

/** The clip made long enough, where its limits allow that. */
export function longerClip({ design }: Filled, neededS: number): Fix[] {
  const lengthS = Math.ceil((neededS - 1e-6) / stepS) * stepS;
  const { min, max } = design.length;
  const possible = Math.min(max, Math.max(min, lengthS));
  return possible + 1e-6 < neededS ? [] : [{ label: `Make it ${possible} s long`, fields: {}, lengthS: possible }];
}

/** The seconds a clip runs as it is filled in. */
export const lengthNow = ({ design, values }: Filled): number => values.lengthS ?? design.length.default;

/** The short forms that its designer allows, in the words that fill a layer. */
export function shorterWords(filled: Filled, layer: string): Fix[] {
  return filled.design.fields.flatMap((field): Fix[] => {
    if (!isWritten(field) || !field.drives.some((drive) => drive.layer === layer)) return [];
    const entered = enteredIn(filled.values, field.id);
    const short = entered === undefined ? undefined : shortened(textOf(field, entered), field.shorter);
    return short === undefined ? [] : [{ label: `Write “${short}”`, fields: { [field.id]: short } }];
  });
}

/** Every other choice of every colour that a filler chooses: what of it can be read is seen on the picture. */
export function otherColours({ design, house, values }: Filled): Fix[] {
  return design.fields.flatMap((field): Fix[] => {
    if (field.kind !== "colour") return [];
    const now: FieldValue = valueOf(field, values, false);
    const others = kindOf(field).offered?.(field, house) ?? [];
    return others
      .filter(({ id }) => id !== now)
      .map(({ id, label }) => ({ label: `Use ${label} for ${field.label}`, fields: { [field.id]: id } }));
  });
}
