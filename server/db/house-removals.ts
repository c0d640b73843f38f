import type { House } from "@/core/document/house";
import { type Db, fromJson } from "./connection";
import { setReferences } from "./files";
import { readHouseDocument } from "./house";
import { newId } from "./ids";

/** A draft as it was before, kept as a version, and the revision that the removal made. */
export interface ChangedDraft {
  readonly designId: string;
  readonly version: string;
  readonly revision: number;
}

export interface Removal {
  readonly before: House;
  /** Of the house style after the removal. */
  readonly revision: number;
  readonly drafts: readonly ChangedDraft[];
}

export async function addRemoval(db: Db, memberId: string, removal: Removal): Promise<string> {
  const id = newId();
  const { before, revision, drafts } = removal;
  await db("house_removal").insert({
    ...{ id, member_id: memberId, revision },
    before: JSON.stringify(before),
    drafts: JSON.stringify(drafts),
  });
  await setReferences(db, "removal", id, before);
  return id;
}

/** A removal that has not been undone yet, marked as undone by the same transaction. */
export async function takeRemoval(db: Db, id: string): Promise<Removal | undefined> {
  const row = await db("house_removal").where({ id, undone: false }).forUpdate().first();
  if (!row) return undefined;
  await db("house_removal").where({ id }).update({ undone: true });
  await setReferences(db, "removal", id, []);
  return {
    before: readHouseDocument(row.before),
    revision: row.revision,
    drafts: fromJson<ChangedDraft[]>(row.drafts),
  };
}
