import { z } from "zod";

/** A letter that no server for mail has taken, as the simulated mailbox shows it. */
export const LetterView = z.object({
  id: z.string(),
  to: z.string(),
  subject: z.string(),
  words: z.string(),
  writtenAt: z.string(),
});
export type LetterView = z.infer<typeof LetterView>;
export const Letters = z.object({ letters: z.array(LetterView), sending: z.boolean() });
