import { z } from "zod";

/** A finding that may go out all the same, with the reason. */
export const Accepted = z.strictObject({ check: z.string().max(200), reason: z.string().trim().min(3).max(300) });
export type Accepted = z.infer<typeof Accepted>;
