import { z } from "zod";
import { within } from "../document/limits";
import { base, defineField, isText } from "./define";
import { asMeasured } from "./measured";

const most = 10000;

const schema = z
  .strictObject({
    kind: z.literal("number"),
    ...base,
    min: z.number().min(-most).max(most).default(0),
    max: z.number().min(-most).max(most).default(100),
    step: z.number().min(0.0001).max(most).default(1).describe("From one value to the next"),
    default: z.number().min(-most).max(most),
  })
  .describe("A number within limits");

export const field = defineField({
  ...asMeasured,
  schema,
  // A text shows a number as it was entered.
  puts: (_: z.infer<typeof schema>, { property }, value) => [[property, isText(property) ? String(value) : value]],
  fits: (path, held) => (isText(path) ? 3 : typeof held === "number" ? 0 : undefined),
  // Limits around what stands there now, within what the property takes: a share stays a share, a length may double.
  make: ({ held, limits }) => {
    const value = Number(held) || 0;
    const { min, max, whole } = limits ?? { min: -most, max: most, whole: false };
    const share = !whole && min >= 0 && value >= 0 && value <= 1;
    const reach = Math.max(whole ? 4 : 1, Math.abs(value) * 2);
    const wanted = share ? { min: 0, max: 1, step: 0.01 } : { min: value < 0 ? -reach : 0, max: reach, step: 0.1 };
    const kept = (n: number) => within(n, { min: Math.max(-most, min), max: Math.min(most, max), whole });
    return { min: kept(wanted.min), max: kept(wanted.max), step: whole ? 1 : wanted.step, default: kept(value) };
  },
  label: "a number",
  help: "Type a number within the limits at the right.",
});
