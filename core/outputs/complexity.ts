import { z } from "zod";

/** How much there is to a clip's picture: bytes a megapixel of its format, packed without loss, averaged over the clip. */
export const Complexity = z.object({
  frame: z.number().nonnegative().describe("One whole frame"),
  change: z.number().nonnegative().describe("What changes from one frame to the next, at 25 frames a second"),
});
export type Complexity = z.infer<typeof Complexity>;

/** What the size of a kind's files goes by: every whole frame, or the first and what changes from then on. */
export type SizedBy = "frames" | "changes";

/** Bytes a megapixel and frame that describe such a clip without loss. */
export const losslessBytes = ({ frame, change }: Complexity, by: SizedBy, frames: number): number =>
  by === "frames" ? frame : frame / Math.max(1, frames) + change;
