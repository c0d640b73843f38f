import { z } from "zod";
import { housePartKinds } from "@/core/edit/house-remove";
import { Id } from "@/core/document/units";
import { Revision } from "./patch";

export const HousePart = z.strictObject({ kind: z.enum(housePartKinds), id: Id });

/** Who names a part of the house style. */
export const PartUses = z.object({
  designs: z.array(z.object({ id: z.string(), name: z.string() })),
  house: z.array(z.string()),
});
export type PartUses = z.infer<typeof PartUses>;

/** `instead` is what all that named it take; a font is taken by another's family. */
export const RemovePart = z.strictObject({
  ...HousePart.shape,
  revision: Revision,
  instead: z.string().trim().min(1).max(80).optional(),
});
export type RemovePart = z.infer<typeof RemovePart>;

/** A file of the house style: these pile up, and nothing falls apart without one that nobody uses. */
export const fileKinds = ["picture", "video", "sound"] as const;
const HouseFile = z.strictObject({ kind: z.enum(fileKinds), id: Id });

/** Files that no draft and nothing of the house style names. */
export const UnusedParts = z.object({ parts: z.array(z.object({ ...HouseFile.shape, name: z.string() })) });

export const RemoveUnused = z.strictObject({ revision: Revision, parts: z.array(HouseFile).min(1).max(2500) });
export type RemoveUnused = z.infer<typeof RemoveUnused>;

export const RemovedPart = z.object({ removal: z.string(), designs: z.array(z.string()) });
export const UndoRemoval = z.strictObject({ removal: z.string().regex(/^[0-9a-f]{20}$/) });
/** Designs that somebody has changed since: they stay as they are. */
export const UndoneRemoval = z.object({ left: z.array(z.string()) });
