import { freshId } from "@/core/edit/blank";
import { isDuplicate } from "@/server/db/transaction";

/**
 * Adds something under the first id that is free, counting on. Whoever adds the same at the same time is told by the
 * database, and takes the next.
 */
export async function underFreeId<T>(
  wanted: string,
  taken: ReadonlySet<string>,
  add: (id: string) => Promise<T>,
): Promise<T> {
  const known = new Set(taken);
  for (;;) {
    const id = freshId(wanted, known);
    try {
      return await add(id);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      known.add(id);
    }
  }
}
