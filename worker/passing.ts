import type { Db } from "@/server/db/connection";
import { addReferences, dropFile, setReferences, type Passing } from "@/server/db/files";
import { countOpen, lockLease } from "@/server/db/jobs";
import { findMedia } from "@/server/db/media";
import { inTransaction } from "@/server/db/transaction";
import { store } from "@/server/files/storage";
import type { JobContext } from "./jobs/define";
import { persist } from "./persist";

/** Keeps files that a job has made for whoever asked for them, for a day after its end; the sweep lets go of them then. */
export const keepForADay = (
  { db, lease }: JobContext,
  kind: Passing,
  hashes: string | readonly string[],
): Promise<void> =>
  persist(() =>
    inTransaction(db, async (trx) => {
      await lockLease(trx, lease);
      await setReferences(trx, kind, lease.job.id, null);
      await addReferences(trx, kind, lease.job.id, hashes);
    }),
  );

/** Lets go of what was sent once it has had its use, unless it is kept as it is, or somebody else has sent the same. */
export async function dropUpload(db: Db, kind: string, hash: string): Promise<void> {
  if ((await findMedia(db, hash)) || (await countOpen(db, kind, hash)) > 0) return;
  const { remove } = await store();
  await dropFile(db, hash, 0, () => remove(hash));
}
