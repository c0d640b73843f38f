import { readFile } from "node:fs/promises";
import type { PackageTaken, TakeRequest } from "@/contract/packages";
import type { Package } from "@/core/document/package";
import { House } from "@/core/document/house";
import { faultsOf } from "@/core/document/upgrade";
import { idFrom, freshId } from "@/core/edit/blank";
import { adoptPackage, ChoiceError, type Adopted } from "@/core/package/adopt";
import { parsePackage } from "@/core/package/parse";
import { addAudit, findAudit } from "@/server/db/audit";
import type { Db } from "@/server/db/connection";
import * as drafts from "@/server/db/designs";
import { addEvent } from "@/server/db/events";
import { readStoredHouse, saveHouse } from "@/server/db/house";
import { findMedia } from "@/server/db/media";
import { listOutputs } from "@/server/db/outputs";
import { addMove, listMoves } from "@/server/db/saved-moves";
import { inTransaction } from "@/server/db/transaction";
import { localFile } from "@/server/files/storage";
import { notFound, Refusal } from "@/server/refusal";

/** The document of a package that was looked into, by its hash. */
export async function readTakenDocument(hash: string): Promise<Package> {
  const parsed = parsePackage(JSON.parse(await readFile(await localFile(hash), "utf8")));
  if (!parsed.ok) throw new Refusal(422, "package", parsed.message);
  return parsed.package;
}

export interface Taking extends TakeRequest {
  readonly package: Package;
  readonly memberId: string;
  /** Names this taking: done again it answers what was done. */
  readonly id: string;
}

/** Takes a package in: house style, saved moves and designs, all of it or nothing. Refuses with the reason. */
export async function takePackage(db: Db, taking: Taking): Promise<PackageTaken> {
  return inTransaction(db, async (trx) => {
    const stored = await readStoredHouse(trx, true);
    if (!stored) throw notFound("house style");
    const before = await findAudit(trx, "package.take", taking.id);
    if (before) return before.detail as PackageTaken;
    const wanted = wantedPackage(taking);
    const adopted = await adopt(trx, wanted, stored.document, taking);
    await refuseLostFiles(trx, adopted.house);
    if (JSON.stringify(adopted.house) !== JSON.stringify(stored.document)) {
      const house = House.safeParse(adopted.house);
      if (!house.success) throw tooMuch(faultsOf(house.error)[0]!);
      await saveHouse(trx, house.data, stored.revision);
    }
    for (const { id, document } of adopted.moves) await addMove(trx, id, document, taking.memberId);
    const designs: PackageTaken["designs"] = [];
    for (const [i, { document }] of wanted.designs.entries()) {
      designs.push(await takeDesign(trx, adopted.designs[i]!, taking.designs[document.id] ?? "new", taking.memberId));
    }
    const taken = { designs, parts: partsIn(adopted.house) - partsIn(stored.document) + adopted.moves.length };
    const { memberId, id } = taking;
    await addAudit(trx, { memberId, action: "package.take", subject: id, detail: taken });
    return taken;
  });
}

/** The package without the designs that stay away. */
function wantedPackage({ package: pack, designs }: Taking): Package {
  const wanted = pack.designs.filter(({ document }) => designs[document.id] !== "leave");
  return { ...pack, designs: wanted, whole: pack.whole || wanted.length === 0 };
}

async function adopt(db: Db, pack: Package, house: House, { choices }: Taking): Promise<Adopted> {
  const [moves, outputs] = await Promise.all([listMoves(db), listOutputs(db)]);
  try {
    return adoptPackage(pack, { house, moves, outputs: outputs.map(({ id }) => id) }, choices);
  } catch (error) {
    if (error instanceof ChoiceError) throw new Refusal(422, "choice", error.message, error.part);
    throw error;
  }
}

const tooMuch = ({ path, message }: { path: string; message: string }) =>
  new Refusal(422, "house", `The house style can’t hold all of it: ${path}: ${message}. Use more of this house’s own.`);

const hashesOf = (house: House): string[] => [
  ...[...house.pictures, ...house.videos, ...house.sounds, ...house.fonts].map(({ hash }) => hash),
];

/** Files of a package that was looked into days ago have been cleared away. */
async function refuseLostFiles(db: Db, house: House): Promise<void> {
  for (const hash of hashesOf(house)) {
    if (await findMedia(db, hash)) continue;
    throw new Refusal(410, "file_gone", "Its files have expired. Upload the package again.");
  }
}

const partsIn = ({ colours, types, marks, accounts, pictures, videos, sounds, fonts, formats }: House): number =>
  [colours, types, marks, accounts, pictures, videos, sounds, fonts, formats].reduce(
    (sum, { length }) => sum + length,
    0,
  );

async function takeDesign(
  trx: Db,
  design: Adopted["designs"][number],
  how: "new" | "update" | "leave",
  memberId: string,
): Promise<PackageTaken["designs"][number]> {
  const draft = how === "update" ? await drafts.lockDraft(trx, design.id) : undefined;
  if (draft) {
    const name = `Before the package of ${design.name}`.slice(0, 80);
    await drafts.addVersion(trx, { designId: design.id, name, document: draft.document, memberId });
    await drafts.saveDraft(trx, { id: design.id, revision: draft.revision, document: design, memberId });
    await addEvent(trx, `draft:${design.id}`, { revision: draft.revision + 1 });
    return { id: design.id, name: design.name, updated: true };
  }
  const wanted = idFrom(design.id);
  const id = freshId(wanted, await drafts.takenIds(trx, wanted));
  // Beside another of its name it is told apart by the number that its id has.
  const name = id === wanted ? design.name : `${design.name.slice(0, 74)} ${id.slice(id.lastIndexOf("-") + 1)}`;
  await drafts.addDesign(trx, { ...design, id, name }, memberId);
  return { id, name, updated: false };
}
