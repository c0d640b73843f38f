import { z } from "zod";
import { PositiveU } from "./units";

/** A corner of a rectangle: its size in u, and whether it is round or cut off straight. */
export const Corner = z.strictObject({ size: PositiveU, style: z.enum(["round", "cut"]).default("round") });
export type Corner = z.infer<typeof Corner>;
export const noCorner = { size: 0, style: "round" as const };
