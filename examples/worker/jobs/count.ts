import { z } from "zod";
import { defineJob } from "./define";

export const job = defineJob({
  payload: z.object({ to: z.number().int().min(0).max(1000) }),
  run: async ({ progress, signal }, { to }) => {
    progress.total = to;
    for (progress.done = 0; progress.done < to; progress.done++) signal.throwIfAborted();
    return { counted: progress.done };
  },
});
