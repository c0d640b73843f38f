import { z } from "zod";
import { Output } from "@/core/outputs/output";
import { patternFaults } from "@/core/naming/pattern";
import { OutputSet } from "@/core/outputs/set";

/** A saved output with where it is used. */
export const OutputView = z.object({
  output: Output,
  /** Files of sheets that are made with it as it is: they are out of date when it changes. */
  files: z.number(),
  /** Sheets that are made as it. */
  sheets: z.number(),
});
export type OutputView = z.infer<typeof OutputView>;

export const FootageChoice = z.object({ hash: z.string(), name: z.string() });
export const Outputs = z.object({
  outputs: z.array(OutputView),
  sets: z.array(OutputSet),
  footage: z.array(FootageChoice),
});
export type Outputs = z.infer<typeof Outputs>;

/** A new or changed output; the id of a new one is found by us. */
export const OutputRequest = z.strictObject({
  output: Output.superRefine(({ pattern }, context) => {
    for (const message of pattern === undefined ? [] : patternFaults(pattern))
      context.addIssue({ code: "custom", path: ["pattern"], message });
  }),
});
export const OutputSetRequest = z.strictObject({ set: OutputSet });
export const OutputMade = z.object({ id: z.string() });
