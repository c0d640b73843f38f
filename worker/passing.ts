import { addReferences, setReferences, type Passing } from "@/server/db/files";
import { lockLease } from "@/server/db/jobs";
import { inTransaction } from "@/server/db/transaction";
import type { JobContext } from "./jobs/define";
import { persist } from "./persist";

/** Keeps what a job has made for whoever asked for it, for a day after its end; the sweep lets go of it then. */
export const keepForADay = ({ db, lease }: JobContext, kind: Passing, hash: string): Promise<void> =>
  persist(() =>
    inTransaction(db, async (trx) => {
      await lockLease(trx, lease);
      await setReferences(trx, kind, lease.job.id, null);
      await addReferences(trx, kind, lease.job.id, hash);
    }),
  );
