import type { HouseView } from "@/contract/house";
import type { PatchRequest } from "@/contract/patch";
import { House } from "@/core/document/house";
import { partsGone } from "@/core/edit/house-remove";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { readStoredHouse, saveHouse } from "@/server/db/house";
import { findMedia } from "@/server/db/media";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";
import { refuseUsedParts } from "./house-parts";
import { waitForOvertaken } from "./overtaken";
import { applied, checked } from "./patches";

export async function readHouse(): Promise<HouseView> {
  const stored = await readStoredHouse(database());
  if (!stored) throw notFound("house style");
  return stored;
}

/** Changes the house style that is still at the revision the changes were made on, or about to come to it. */
export async function patchHouse({ revision, patches }: PatchRequest, memberId: string): Promise<{ revision: number }> {
  await waitForOvertaken(async () => (await readStoredHouse(database()))?.revision, revision);
  return inTransaction(database(), async (trx) => {
    const stored = await readStoredHouse(trx, true);
    if (!stored) throw notFound("house style");
    const moved = () =>
      new Refusal(409, "moved_on", "Somebody has changed the house style in the meantime.", undefined, stored);
    if (stored.revision !== revision) throw moved();
    const document = checked(applied(stored.document, patches), House);
    await refuseUsedParts(trx, partsGone(stored.document, document));
    await refuseMissingFiles(trx, stored.document, document);
    if (!(await saveHouse(trx, document, revision))) throw moved();
    const detail = { revision: revision + 1, paths: patches.slice(0, 20).map(({ path }) => path.join(".")) };
    await addAudit(trx, { memberId, action: "house.change", subject: "house", detail });
    return { revision: revision + 1 };
  });
}

/** What a list of the house style is made of, in the files that are kept. */
const filesOf = (house: House): Map<string, string> =>
  new Map([
    ...house.pictures.map(({ hash }) => [hash, "picture"] as const),
    ...house.videos.map(({ hash }) => [hash, "frames"] as const),
    ...house.sounds.map(({ hash }) => [hash, "sound"] as const),
    ...house.fonts.map(({ hash }) => [hash, "font"] as const),
  ]);

/** Refuses new entries whose file was never uploaded, or is of another kind. */
async function refuseMissingFiles(db: Db, before: House, after: House): Promise<void> {
  const known = filesOf(before);
  for (const [hash, kind] of filesOf(after)) {
    if (known.get(hash) === kind) continue;
    const media = await findMedia(db, hash);
    if (media?.kind !== kind) {
      const message = "A file that is not here can’t be entered in the house style. Upload it first.";
      throw new Refusal(422, "file_missing", message, undefined, { hash });
    }
  }
}
