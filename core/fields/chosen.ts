import { z } from "zod";
import { notOffered } from "./define";

interface Chosen {
  readonly label: string;
  readonly choices: readonly string[];
  readonly default: string;
}

/** All that kinds do alike whose value is the id of one of the things on offer. */
export const asChosen = {
  value: z.string().max(2000),
  start: (field: Chosen) => field.default,
  sample: (field: Chosen) => field.default,
  faults: notOffered,
  shown: (field: Chosen, value: string) => value || field.default,
  isFilled: (value: string) => value !== "",
  fromText: (_: unknown, text: string) => text.trim(),
  toText: (_: unknown, value: string) => value,
};
