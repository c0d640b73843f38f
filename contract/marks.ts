import { z } from "zod";
import { MarkRecipe } from "@/core/document/recipe";

const Hash = z.string().regex(/^[0-9a-f]{64}$/);

export const PrepareMark = z.strictObject({ hash: Hash, recipe: MarkRecipe });

const Halo = z.object({ light: z.number(), dark: z.number() });

/** What a picture has become by its recipe: the result of the job that made it. */
export const PreparedPicture = z.object({
  ...{ hash: Hash, width: z.number(), height: z.number() },
  /** Where it lies on the picture that was brought; pixels. */
  ...{ x: z.number(), y: z.number() },
  fault: z.enum(["no_ground", "all_ground", "no_ink"]).optional(),
  /** Rims left of the ground in levels: cut plainly, and as it is. */
  halo: z.object({ before: Halo, after: Halo }).optional(),
});
export type PreparedPicture = z.infer<typeof PreparedPicture>;
