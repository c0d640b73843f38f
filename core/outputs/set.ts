import { z } from "zod";
import { Name } from "../document/units";

/** Several outputs under one name, asked for together. */
export const OutputSet = z.strictObject({
  id: z.string().min(1).max(60),
  name: Name,
  outputs: z.array(z.string().min(1).max(60)).min(1).max(24),
});
export type OutputSet = z.infer<typeof OutputSet>;
