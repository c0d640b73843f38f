import { z } from "zod";
import type { Box } from "../geometry/box";

const Share = z.number().min(0).max(1);

/** How a player opens a finished file: at its poster's instant, close up to all that it ever draws. */
export const Opening = z.object({
  posterS: z.number(),
  drawn: z.object({ x: Share, y: Share, width: Share, height: Share }).describe("As shares of the frame"),
});
export type Opening = z.infer<typeof Opening>;

/** The opening of what is drawn within these pixels of a frame. */
export const openingOf = (
  posterS: number,
  { x, y, width, height }: Box,
  frame: { readonly width: number; readonly height: number },
): Opening => ({
  posterS,
  drawn: { x: x / frame.width, y: y / frame.height, width: width / frame.width, height: height / frame.height },
});
