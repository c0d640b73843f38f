import { z } from "zod";
import { SavedMove } from "@/core/document/saved-move";
import { Id } from "@/core/document/units";

/** Where a saved move is worn: a draft, and how many of its layers. */
export const MoveUse = z.object({ designId: z.string(), name: z.string(), layers: z.number() });

export const SavedMoveView = z.object({
  id: z.string(),
  document: SavedMove,
  by: z.string().nullable(),
  changedAt: z.string(),
  uses: z.array(MoveUse),
});
export type SavedMoveView = z.infer<typeof SavedMoveView>;

export const SavedMoves = z.object({ moves: z.array(SavedMoveView) });

export const NewSavedMove = z.strictObject({ document: SavedMove });
export const MoveMade = z.object({ id: z.string() });

/** A saved move as it is to be; `everywhere` changes all drafts that wear it but the one that does so itself. */
export const MoveChange = z.strictObject({
  document: SavedMove,
  everywhere: z.boolean().default(false),
  except: Id.optional(),
});
export const MoveChanged = z.object({ designs: z.number(), moves: z.number() });
