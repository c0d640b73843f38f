import type { Design } from "../document/design";
import { isBlank } from "../document/units";
import { enteredIn, textOf, type Values } from "../document/values";
import { isWritten } from "../fields/field";
import { countCharacters } from "../fields/written";

const textsOf = (design: Design, values: Values): string[] =>
  design.fields.filter(isWritten).map((field) => textOf(field, enteredIn(values, field.id) ?? ""));

/** What a fill-in goes by: its first filled line; empty where there is none. */
export const titleOf = (design: Design, values: Values): string =>
  textsOf(design, values).find((text) => !isBlank(text)) ?? "";

/** Characters of all that is written: the longest and the shortest fill-ins are where trouble sits. */
export const writtenLength = (design: Design, values: Values): number =>
  textsOf(design, values).reduce((sum, text) => sum + countCharacters(text), 0);
