import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { addAudit } from "@/server/db/audit";
import type { Db } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { addJobs } from "@/server/db/jobs";
import { newId } from "@/server/db/ids";
import { addRelease } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { posterJob } from "./posters";

export interface Publication {
  readonly document: Design;
  readonly house: House;
  readonly memberId: string;
  /** What is known to be wrong and goes out all the same, with the reasons. */
  readonly accepted: readonly { check: string; reason: string }[];
}

/** Freezes a design and the house style of this moment as the design's next release. */
export async function publish(
  db: Db,
  { document, house, memberId, accepted }: Publication,
): Promise<{ id: string; number: number }> {
  const id = newId();
  return inTransaction(db, async (trx) => {
    const release = { id, designId: document.id, document, house, publishedBy: memberId, accepted };
    const number = await addRelease(trx, release);
    const detail = { release: id, number, accepted };
    await addEvent(trx, "releases", { designId: document.id, number });
    await addJobs(trx, null, [posterJob(id)]);
    await addAudit(trx, { memberId, action: "release.publish", subject: document.id, detail });
    return { id, number };
  });
}
