import { JobAnswer } from "@/contract/exports";
import { PreparedPicture } from "@/contract/marks";
import type { House } from "@/core/document/house";
import type { MarkRecipe } from "@/core/document/recipe";
import { movedLines, refreshPieces } from "@/core/edit/mark-pieces";
import { ApiError, call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";

/** Has a job make the whole picture by a recipe. */
export async function prepared(hash: string, recipe: MarkRecipe): Promise<PreparedPicture> {
  const { job } = await call("/api/marks/prepare", JobAnswer, { hash, recipe });
  const ended = await jobEnded(job);
  const made = PreparedPicture.safeParse(ended.result);
  if (ended.state !== "done" || !made.success) {
    throw new ApiError(422, "mark", ended.error ?? "The mark could not be made. Try again.");
  }
  return made.data;
}

/** Puts what was made in the place of what there was; lines and pieces stay where they are on the picture. */
export function takeOver(house: House, id: string, recipe: MarkRecipe, made: PreparedPicture): void {
  const mark = house.marks.find((one) => one.id === id);
  if (!mark?.picture) return;
  const { at, width, height } = mark.picture;
  const { hash, x, y } = made;
  Object.assign(mark.picture, { recipe, hash, width: made.width, height: made.height, at: { x, y } });
  const [before, after] = [
    { ...at, width, height },
    { x, y, width: made.width, height: made.height },
  ];
  if (mark.cuts) mark.cuts = movedLines(mark.cuts, before, after);
  for (const { piece } of house.marks) if (piece?.of === id) piece.lines = movedLines(piece.lines, before, after);
  refreshPieces(house, id);
}
