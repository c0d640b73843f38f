import { z } from "zod";
import { Move } from "./move";
import { Name } from "./units";

/** The parts that layers play in a design: what leads the eye, what carries, what is read, what only adds. */
export const roles = ["mark", "panel", "first line", "second line", "accent"] as const;
export type Role = (typeof roles)[number];

export const savedMoveVersion = 1;

/** Moves kept under a name: those of one layer, or a set of them with the part each is for. */
export const SavedMove = z
  .strictObject({
    version: z.literal(savedMoveVersion),
    name: Name,
    tags: z.array(z.string().trim().min(1).max(40)).max(12).default([]),
    parts: z
      .array(
        z.strictObject({
          role: z.enum(roles).optional().describe("The part of a design it is for; any layer unless said"),
          moves: z.array(Move).min(1).max(32),
        }),
      )
      .min(1)
      .max(12),
  })
  .describe("Saved move");
export type SavedMove = z.infer<typeof SavedMove>;
