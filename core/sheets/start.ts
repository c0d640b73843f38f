import type { Design } from "../document/design";
import { startOf } from "../document/values";
import type { Cell, Cells } from "./row";

/** The cells of a fresh row: what is chosen stands as the design has it, what is written is empty. */
export const sampleless = (design: Design): Cells =>
  Object.fromEntries(
    design.fields.map((field) => [field.id, startOf(field)] as [string, Cell]).filter(([, cell]) => cell !== ""),
  );
