import { z } from "zod";
import { Output } from "@/core/outputs/output";

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
export const Outputs = z.object({ outputs: z.array(OutputView), footage: z.array(FootageChoice) });
export type Outputs = z.infer<typeof Outputs>;

/** A new or changed output; the id of a new one is found by us. */
export const OutputRequest = z.strictObject({ output: Output });
export const OutputMade = z.object({ id: z.string() });
