import { z } from "zod";
import { ColourRef } from "./colour";
import { Id, Name } from "./units";

/** A drawing of filled paths, the same on every side because we paint the paths ourselves. */
export const Vector = z
  .strictObject({
    width: z.number().min(1).max(8192),
    height: z.number().min(1).max(8192),
    shapes: z
      .array(z.strictObject({ d: z.string().min(1).max(20000).describe("SVG path data"), colour: ColourRef }))
      .min(1)
      .max(256),
  })
  .describe("Drawing of filled paths");
export type Vector = z.infer<typeof Vector>;

export const Mark = z
  .strictObject({ id: Id, name: Name, drawing: Vector })
  .describe("A logo or badge prepared for use");
export type Mark = z.infer<typeof Mark>;
