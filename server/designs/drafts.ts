import type { z } from "zod";
import { pageSize } from "@/contract/answer";
import type {
  BenchView,
  Conflict,
  DraftQuery,
  DraftShelf,
  NewVersionRequest,
  ReplaceRequest,
  NewDesignRequest,
} from "@/contract/designs";
import type { PatchRequest } from "@/contract/patch";
import { designFrom } from "@/core/beginnings/beginnings";
import { Design } from "@/core/document/design";
import { blankDesign, idFrom } from "@/core/edit/blank";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import * as designs from "@/server/db/designs";
import { addEvent, findTold } from "@/server/db/events";
import { findHouse, readStoredHouse } from "@/server/db/house";
import { listFootage } from "@/server/db/media";
import { listOutputs } from "@/server/db/outputs";
import { findNewestRelease, listReleasesOf } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";
import { openStops } from "@/core/checks/findings";
import { findingsAbout } from "./findings";
import { underFreeId } from "./free-id";
import { waitForOvertaken } from "./overtaken";
import { applied, checkedDesign } from "./patches";
import { publish } from "./publish";

const needed = async <T>(found: Promise<T | undefined>, what: string): Promise<T> => {
  const value = await found;
  if (value === undefined) throw notFound(what);
  return value;
};

/** Drafts, a page at a time. */
export async function readDrafts(query: z.infer<typeof DraftQuery>): Promise<DraftShelf> {
  const db = database();
  const { page, search, tag } = query;
  const wanted = { search: search.trim(), tag, archived: query.archived === "yes" };
  const rows = await designs.listDrafts(db, { ...wanted, offset: (page - 1) * pageSize, limit: pageSize + 1 });
  const house = await needed(findHouse(db), "house style");
  const drafts = rows.slice(0, pageSize).map((row) => ({
    ...row,
    tags: [...row.tags],
    changedAt: row.changedAt.toISOString(),
  }));
  return { drafts, tags: await designs.listTags(db), house, page, more: rows.length > pageSize };
}

/** A new design: empty, one of the graphics to begin with, or copied from another draft. */
export async function startDesign(
  { name, copyOf, begins }: z.output<typeof NewDesignRequest>,
  memberId: string,
): Promise<{ id: string }> {
  const db = database();
  const source = copyOf === undefined ? undefined : await needed(designs.findDraft(db, copyOf), "design");
  const house = await needed(findHouse(db), "house style");
  return underFreeId(idFrom(name), await designs.takenIds(db, idFrom(name)), (id) =>
    inTransaction(db, async (trx) => {
      const document = source
        ? { ...source.document, id, name }
        : begins === undefined
          ? blankDesign(id, name, house)
          : designFrom(begins, id, name, house);
      await designs.addDesign(trx, Design.parse(document), memberId);
      await addAudit(trx, {
        memberId,
        action: "design.start",
        subject: id,
        detail: { copyOf: copyOf ?? null, begins },
      });
      return { id };
    }),
  );
}

export async function readBench(id: string): Promise<BenchView> {
  const db = database();
  const draft = await needed(designs.findDraft(db, id), "design");
  const [house, release, footage, outputs] = await Promise.all([
    needed(findHouse(db), "house style"),
    findNewestRelease(db, id),
    listFootage(db),
    listOutputs(db),
  ]);
  return {
    id,
    revision: draft.revision,
    document: draft.document,
    changedBy: draft.changedBy,
    changedAt: draft.changedAt.toISOString(),
    house,
    release: release ? { id: release.id, number: release.number, document: release.document } : null,
    footage: footage.map(({ hash, name }) => ({ hash, name })),
    outputs: outputs.map(({ id, name }) => ({ id, name })),
  };
}

/** A refusal that carries the document as it is now, for the one whose change came too late. */
async function conflict(db: Db, draft: designs.Draft, lost: readonly string[] = []): Promise<Refusal> {
  const { id, revision, document, changedBy, changedAt } = draft;
  const arrived = lost.length === 0 ? undefined : await findTold(db, `draft:${id}`, "nonce", lost);
  const detail: Conflict = {
    revision,
    document,
    by: changedBy,
    at: changedAt.toISOString(),
    ...(arrived && { arrived }),
  };
  const who = changedBy ?? "Somebody";
  return new Refusal(409, "moved_on", `${who} has changed this design in the meantime.`, undefined, detail);
}

async function change(
  id: string,
  revision: number,
  memberId: string,
  work: (draft: designs.Draft, trx: Db) => Promise<Design> | Design,
  { nonce, lost }: Pick<PatchRequest, "nonce" | "lost"> = {},
): Promise<{ revision: number }> {
  const saved = await inTransaction(database(), async (trx) => {
    const draft = await needed(designs.lockDraft(trx, id), "design");
    if (draft.revision !== revision) throw await conflict(trx, draft, lost);
    const document = await work(draft, trx);
    if (document.id !== id) throw new Refusal(422, "invalid", "A design keeps its id.", "id");
    if (!(await designs.saveDraft(trx, { id, revision, document, memberId }))) throw await conflict(trx, draft, lost);
    await addEvent(trx, `draft:${id}`, { revision: revision + 1, ...(nonce && { nonce }) });
    return { revision: revision + 1, document };
  });
  designs.rememberDraft(id, saved.revision, saved.document);
  return { revision: saved.revision };
}

/** Changes a draft that is still at the revision the changes were made on, or about to come to it. */
export async function patchDraft(id: string, request: PatchRequest, memberId: string) {
  const { revision, patches } = request;
  await waitForOvertaken(() => designs.findRevision(database(), id), revision);
  return change(id, revision, memberId, (draft) => checkedDesign(applied(draft.document, patches)), request);
}

/** Puts another document in a draft's place and keeps what was there as a version. */
export async function replaceDraft(id: string, request: z.infer<typeof ReplaceRequest>, memberId: string) {
  const document = await checkedDesign(request.document);
  return change(id, request.revision, memberId, async (draft, trx) => {
    const name = `${draft.changedBy ?? "Somebody"}’s, set aside`;
    await designs.addVersion(trx, { designId: id, name, document: draft.document, memberId });
    return document;
  });
}

export async function describeDraft(
  id: string,
  about: { tags?: string[] | undefined; archived?: boolean | undefined },
  memberId: string,
): Promise<null> {
  await needed(designs.findDraft(database(), id), "design");
  await inTransaction(database(), async (trx) => {
    await designs.describeDesign(trx, id, about);
    if (about.archived !== undefined) {
      const action = about.archived ? "design.archive" : "design.unarchive";
      await addAudit(trx, { memberId, action, subject: id, detail: {} });
    }
  });
  return null;
}

export async function readVersions(id: string) {
  await needed(designs.findDraft(database(), id), "design");
  const dated = <T extends { at: Date }>({ at, ...rest }: T) => ({ ...rest, at: at.toISOString() });
  const [versions, releases] = await Promise.all([
    designs.listVersions(database(), id),
    listReleasesOf(database(), id),
  ]);
  return { versions: versions.map(dated), releases: releases.map(dated) };
}

export const readVersion = async (id: string, version: string) => ({
  document: await needed(designs.findVersion(database(), id, version), "version"),
});

export async function keepVersion(
  id: string,
  { name, ...request }: z.infer<typeof NewVersionRequest>,
  memberId: string,
) {
  await needed(designs.findDraft(database(), id), "design");
  const document = await checkedDesign(request.document);
  return { id: await designs.addVersion(database(), { designId: id, name, document, memberId }) };
}

/** Publishes the draft as it is at this revision; answers the job that checks it where nobody has yet. */
export async function publishDraft(
  id: string,
  { revision, accepted }: { revision: number; accepted: { check: string; reason: string }[] },
  memberId: string,
): Promise<{ id: string; number: number } | { job: string }> {
  const db = database();
  const draft = await needed(designs.findDraft(db, id), "design");
  if (draft.revision !== revision) throw await conflict(db, draft);
  const house = await needed(readStoredHouse(db), "house style");
  const found = await findingsAbout(draft, house, memberId);
  if ("job" in found) return found;
  const open = openStops(found.findings, accepted);
  if (open.length > 0) {
    const message = `There is something to fix first: ${open[0]!.message}`;
    throw new Refusal(422, "checks", message, undefined, open);
  }
  return publish(db, { document: draft.document, house: house.document, memberId, accepted });
}
