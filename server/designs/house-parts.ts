import { fileKinds, type PartUses, type RemovePart, type RemoveUnused } from "@/contract/house-parts";
import { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import {
  houseNames,
  houseWithout,
  mayBeMissing,
  namesPart,
  partsOfHouse,
  withoutPart,
  type HousePart,
} from "@/core/edit/house-remove";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import * as designs from "@/server/db/designs";
import { readStoredHouse, saveHouse } from "@/server/db/house";
import { addRemoval, takeRemoval, type ChangedDraft } from "@/server/db/house-removals";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";

async function storedHouse(db: Db, lock = false) {
  const stored = await readStoredHouse(db, lock);
  if (!stored) throw notFound("house style");
  return stored;
}

/** Drafts that name a part, of all there are; the text of its id is looked for first. */
async function draftsNaming(db: Db, part: HousePart, house: House): Promise<designs.Draft[]> {
  const family = part.kind === "font" ? house.fonts.find(({ id }) => id === part.id)?.family : undefined;
  const drafts = await designs.listDraftsNaming(db, family ?? part.id);
  return drafts.filter(({ document }) => namesPart(document, part, house));
}

/** Who names a part of the house style, in drafts and in the house style itself. */
export async function readPartUses(part: HousePart, db: Db = database()): Promise<PartUses> {
  const { document: house } = await storedHouse(db);
  const drafts = await draftsNaming(db, part, house);
  return { designs: drafts.map(({ id, document }) => ({ id, name: document.name })), house: houseNames(house, part) };
}

/** Refuses a change of the house style that would leave drafts, or itself, with a part that is not there any more. */
export async function refuseUsedParts(db: Db, parts: readonly HousePart[]): Promise<void> {
  for (const part of parts) {
    const uses = await readPartUses(part, db);
    const names = [...uses.designs.map(({ name }) => name), ...uses.house];
    if (names.length === 0) continue;
    const message = `“${part.id}” is used by ${names.slice(0, 5).join(", ")}${names.length > 5 ? " and others" : ""}. Remove it on the house style page, where you can choose a replacement.`;
    throw new Refusal(409, "in_use", message, undefined, uses);
  }
}

/** Takes a part out of the house style; all that named it take `instead`. One transaction, and one press undoes it. */
export async function removePart({ revision, instead, ...part }: RemovePart, memberId: string) {
  return inTransaction(database(), async (trx) => {
    const stored = await storedHouse(trx, true);
    if (stored.revision !== revision) {
      throw new Refusal(
        409,
        "moved_on",
        "Somebody has changed the house style in the meantime. Reload and try again.",
        undefined,
        stored,
      );
    }
    const before = stored.document;
    const known = partsOfHouse(before, part.kind).find(({ id }) => id === part.id);
    if (!known) throw notFound(part.kind);
    refuseWrongInstead(before, part, instead);
    const drafts = await draftsNaming(trx, part, before);
    const used = drafts.length > 0 || houseNames(before, part).length > 0;
    if (used && instead === undefined && !mayBeMissing(part.kind)) {
      throw new Refusal(422, "instead", `“${known.name}” is in use. Choose a replacement.`, "instead");
    }
    const house = House.safeParse(houseWithout(before, part, instead));
    if (!house.success)
      throw new Refusal(422, "invalid", `“${known.name}” can’t go: ${house.error.issues[0]!.message}`);
    const changed: ChangedDraft[] = [];
    for (const draft of drafts)
      changed.push(await changeDraft(trx, { draft, part, instead, before, name: known.name, memberId }));
    if (!(await saveHouse(trx, house.data, revision)))
      throw new Refusal(409, "moved_on", "The house style was changed in the meantime. Reload and try again.");
    const removal = await addRemoval(trx, memberId, { before, revision: revision + 1, drafts: changed });
    const detail = { ...part, instead: instead ?? null, designs: drafts.map(({ id }) => id) };
    await addAudit(trx, { memberId, action: "house.remove", subject: part.id, detail });
    return { removal, designs: drafts.map(({ document }) => document.name) };
  });
}

/** Files of the house style that nothing names: no draft, nor the house style itself. Releases keep theirs. */
export async function listUnusedParts(db: Db = database()) {
  const { document: house } = await storedHouse(db);
  const parts = fileKinds.flatMap((kind) => partsOfHouse(house, kind).map((part) => ({ kind, ...part })));
  const ids = parts.map(({ id }) => id);
  const named = await designs.textsInDrafts(db, ids);
  // An id that stands there for something else keeps its file: that of a single part is looked at more closely.
  return { parts: parts.filter((part) => !named.has(part.id) && houseNames(house, part).length === 0) };
}

/** Takes away files that nothing names, all at once; one press undoes it. Refuses when one has come into use. */
export async function removeUnused({ revision, parts }: RemoveUnused, memberId: string) {
  return inTransaction(database(), async (trx) => {
    const stored = await storedHouse(trx, true);
    if (stored.revision !== revision)
      throw new Refusal(409, "moved_on", "Somebody has changed the house style in the meantime. Reload and try again.");
    await refuseUsedParts(trx, parts);
    const before = stored.document;
    const left = parts.reduce((house, part) => houseWithout(house, part, undefined), before);
    if (!(await saveHouse(trx, House.parse(left), revision)))
      throw new Refusal(409, "moved_on", "The house style was changed in the meantime. Reload and try again.");
    const removal = await addRemoval(trx, memberId, { before, revision: revision + 1, drafts: [] });
    await addAudit(trx, { memberId, action: "house.remove", subject: "house", detail: { unused: parts } });
    return { removal, designs: [] };
  });
}

function refuseWrongInstead(house: House, { kind, id }: HousePart, instead: string | undefined): void {
  if (instead === undefined || kind === "font") return;
  if (instead === id || !partsOfHouse(house, kind).some((entry) => entry.id === instead)) {
    throw new Refusal(422, "instead", "The replacement is not in the house style.", "instead");
  }
}

interface DraftChange {
  readonly draft: designs.Draft;
  readonly part: HousePart;
  readonly instead: string | undefined;
  readonly before: House;
  readonly name: string;
  readonly memberId: string;
}

async function changeDraft(
  trx: Db,
  { draft, part, instead, before, name, memberId }: DraftChange,
): Promise<ChangedDraft> {
  const { id: designId, document, revision } = draft;
  const next = Design.safeParse(withoutPart(document, part, instead, before));
  if (!next.success) {
    throw new Refusal(
      422,
      "invalid",
      `“${document.name}” can’t do without it: ${next.error.issues[0]!.message}. Choose a replacement.`,
      "instead",
    );
  }
  const kept = { designId, name: `Before “${name}” left the house style`.slice(0, 80), document, memberId };
  const version = await designs.addVersion(trx, kept);
  if (!(await designs.saveDraft(trx, { id: designId, revision, document: next.data, memberId }))) {
    throw new Refusal(409, "moved_on", `“${document.name}” was changed just now. Try again.`);
  }
  return { designId, version, revision: revision + 1 };
}

/** Brings back what was taken away, and every draft as it was; those changed since stay, and are named. */
export async function undoRemoval(id: string, memberId: string): Promise<{ left: string[] }> {
  return inTransaction(database(), async (trx) => {
    const removal = await takeRemoval(trx, id);
    if (!removal) throw notFound("removal");
    const stored = await storedHouse(trx, true);
    if (stored.revision !== removal.revision) {
      throw new Refusal(
        409,
        "moved_on",
        "The house style has been changed since; this can’t be undone any more. The designs have a version from before.",
      );
    }
    if (!(await saveHouse(trx, removal.before, stored.revision)))
      throw new Refusal(409, "moved_on", "The house style was changed in the meantime. Reload and try again.");
    const left: string[] = [];
    for (const { designId, version, revision } of removal.drafts) {
      const document = await designs.findVersion(trx, designId, version);
      const done = document && (await designs.saveDraft(trx, { id: designId, revision, document, memberId }));
      if (!done) left.push(document?.name ?? designId);
    }
    await addAudit(trx, { memberId, action: "house.restore", subject: "house", detail: { removal: id, left } });
    return { left };
  });
}
