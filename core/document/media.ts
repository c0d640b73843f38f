import { z } from "zod";
import { Anchor, Degrees, Id, Name } from "./units";

/** A picture to show: a mark or a picture of the house style, or nothing yet. */
export const MediaRef = z
  .string()
  .regex(/^(|(mark|picture):[a-z0-9][a-z0-9-]{0,39})$/, "mark:<id>, picture:<id> or nothing")
  .describe("mark:<id>, picture:<id>, or nothing yet");

/** A photograph or drawing in the house style, stored by the hash of its content. */
export const HousePicture = z.strictObject({
  id: Id,
  name: Name,
  hash: z.string().regex(/^[0-9a-f]{64}$/, "SHA-256"),
  width: z.number().int().min(1).max(16384).describe("Pixels"),
  height: z.number().int().min(1).max(16384).describe("Pixels"),
});
export type HousePicture = z.infer<typeof HousePicture>;

export const Framing = z
  .strictObject({
    fit: z.enum(["contain", "cover"]).default("contain"),
    focus: Anchor.default({ x: 0.5, y: 0.5 }).describe("The point of the picture that stays in view, in shares"),
    scale: z.number().min(0.1).max(20).default(1).describe("Times the size that fits"),
    turn: Degrees.default(0),
  })
  .describe("How a picture sits in its box");
export type Framing = z.infer<typeof Framing>;
