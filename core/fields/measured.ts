import { z } from "zod";
import type { Fault } from "./define";

interface Measured {
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly default: number;
}

/** All that kinds do alike whose value is a number within limits. */
export const asMeasured = {
  value: z.number(),
  start: (field: Measured) => field.default,
  sample: (field: Measured) => field.default,
  faults: ({ label, min, max }: Measured, value: number): Fault[] =>
    Number.isFinite(value) && value >= min && value <= max
      ? []
      : [{ code: "range", message: `${label} must be between ${min} and ${max}.` }],
  shown: (_: unknown, value: number) => value,
  isFilled: () => true,
  // What is no number is told where it is entered; an empty cell is what the field starts with.
  fromText: (field: Measured, text: string) =>
    text.trim() === "" ? field.default : Number(text.trim().replace(",", ".")),
  toText: (_: unknown, value: number) => String(value),
  // “12 %” means 12; what lies beyond the limits the nearest that they allow.
  mend: ({ min, max }: Measured, entered: unknown) => {
    const figures = String(entered)
      .replace(",", ".")
      .match(/-?\d+(\.\d+)?/);
    return figures ? Math.min(max, Math.max(min, Number(figures[0]))) : undefined;
  },
};
