import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { addAudit } from "@/server/db/audit";
import type { Db } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addRelease } from "@/server/db/releases";

/** Freezes a design and the house style of this moment as the design's next release. */
export async function publish(db: Db, document: Design, house: House, memberId: string): Promise<string> {
  const id = newId();
  await db.transaction(async (trx) => {
    const number = await addRelease(trx, { id, designId: document.id, document, house, publishedBy: memberId });
    await addAudit(trx, { memberId, action: "release.publish", subject: document.id, detail: { release: id, number } });
  });
  return id;
}
