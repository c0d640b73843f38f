import { z } from "zod";

/** What a house asks of whoever fills in and makes clips. */
export const HouseRules = z.object({
  /** Clips are made only of rows that somebody has approved who has not changed them. */
  approvedByOther: z.boolean().default(false),
  /** Days that finished files are kept; 0 for as long as there is room. */
  keepDays: z.number().int().min(0).max(3660).default(0),
});
export type HouseRules = z.infer<typeof HouseRules>;

export const HouseRulesRequest = z.strictObject({
  approvedByOther: z.boolean(),
  keepDays: z.number().int().min(0).max(3660),
});
