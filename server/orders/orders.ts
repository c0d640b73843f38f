import type { z } from "zod";
import { pageSize } from "@/contract/answer";
import type {
  NewOrderRequest,
  OrderClipsRequest,
  OrderConflict,
  OrderList,
  OrderQuery,
  OrderRelease,
  OrderView,
} from "@/contract/orders";
import type { PatchRequest } from "@/contract/patch";
import { RunningOrder } from "@/core/document/order";
import { ownFilesOf } from "@/core/document/values";
import { refuseOthers } from "@/server/auth/principal";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { findMedia } from "@/server/db/media";
import type { Member } from "@/server/db/members";
import * as orders from "@/server/db/orders";
import { listOutputs } from "@/server/db/outputs";
import { addJobs, urgent } from "@/server/db/jobs";
import { readRules } from "@/server/db/rules";
import { chosenOutputs } from "@/server/exports/ask";
import { findNewestNumber, findRelease, listPutAway } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { waitForOvertaken } from "@/server/designs/overtaken";
import { applied, checked } from "@/server/designs/patches";
import { notFound, Refusal } from "@/server/refusal";

/** Orders, a page at a time. */
export async function readOrders({ page, search }: z.output<typeof OrderQuery>): Promise<OrderList> {
  const wanted = { search: search.trim(), offset: (page - 1) * pageSize, limit: pageSize + 1 };
  const rows = await orders.listOrders(database(), wanted);
  const shown = rows.slice(0, pageSize).map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }));
  return { orders: shown, page, more: rows.length > pageSize };
}

/** The order of an id. Refuses one that is not there. */
export async function existingOrder(db: Db, id: string): Promise<orders.StoredOrder> {
  const order = await orders.findOrder(db, id);
  if (!order) throw notFound("running order");
  return order;
}

/** A new order, empty or copied from another. */
export async function startOrder(
  member: Member,
  { name, copyOf }: z.output<typeof NewOrderRequest>,
): Promise<{ id: string }> {
  const db = database();
  const source = copyOf === undefined ? undefined : (await existingOrder(db, copyOf)).document;
  const document = RunningOrder.parse({ ...(source ?? { version: 1 }), name });
  const id = newId();
  await inTransaction(db, async (trx) => {
    await orders.addOrder(trx, id, document, member.id);
    await addAudit(trx, { memberId: member.id, action: "order.create", subject: id, detail: { copyOf } });
  });
  return { id };
}

/** The releases that an order shows, each once; those that are gone are left out. */
export async function releasesOf(db: Db, document: RunningOrder): Promise<OrderRelease[]> {
  const found = [...(await desksFor(db, document)).releases.values()];
  const designs = [...new Set(found.map(({ designId }) => designId))];
  const newest = new Map(await Promise.all(designs.map(async (id) => [id, await findNewestNumber(db, id)] as const)));
  const away = await listPutAway(db, designs);
  return found.map(({ id, designId, number, document: design, house }) => {
    const now = newest.get(designId);
    return {
      ...{ id, designId, number, document: design, house },
      newer: now && now.number > number ? now : null,
      away: away.has(designId),
    };
  });
}

/** The releases of an order by their ids, and what its entries are filled in. */
export async function desksFor(db: Db, { entries }: RunningOrder) {
  const ids = [...new Set(entries.map(({ release }) => release))];
  const found = (await Promise.all(ids.map((id) => findRelease(db, id)))).filter((one) => one !== undefined);
  const releases = new Map(found.map((release) => [release.id, release]));
  const desks = Object.fromEntries(found.map(({ id, document: design, house }) => [id, { design, house }] as const));
  return { releases, desks };
}

export async function readOrder(id: string): Promise<OrderView> {
  const db = database();
  const { document, revision } = await existingOrder(db, id);
  const [releases, outputs] = await Promise.all([releasesOf(db, document), listOutputs(db)]);
  return { id, revision, document, releases, outputs };
}

/** A refusal that carries the order as it is now, for the one whose change came too late. */
function conflict({ revision, document, changedBy, changedAt }: orders.StoredOrder): Refusal {
  const detail: OrderConflict = { revision, document, by: changedBy, at: changedAt.toISOString() };
  const who = changedBy ?? "Somebody";
  return new Refusal(409, "moved_on", `${who} has changed this running order in the meantime.`, undefined, detail);
}

/** Changes an order that is still at the revision the changes were made on, or about to come to it. */
export async function patchOrder(member: Member, id: string, { revision, patches }: PatchRequest) {
  await waitForOvertaken(async () => (await orders.findOrder(database(), id))?.revision, revision);
  return inTransaction(database(), async (trx) => {
    const order = await orders.lockOrder(trx, id);
    if (!order) throw notFound("running order");
    if (order.revision !== revision) throw conflict(order);
    const document = checked(applied(order.document, patches), RunningOrder);
    await refuseUnknown(trx, order.document, document);
    await orders.saveOrder(trx, { id, revision: revision + 1, document, memberId: member.id });
    return { revision: revision + 1 };
  });
}

/** Refuses releases and files that are not here, among what is new. */
async function refuseUnknown(db: Db, before: RunningOrder, after: RunningOrder): Promise<void> {
  const known = new Map(before.entries.map((entry) => [entry.id, JSON.stringify(entry)]));
  const seen = new Set(before.entries.map(({ release }) => release));
  for (const [i, entry] of after.entries.entries()) {
    if (known.get(entry.id) === JSON.stringify(entry)) continue;
    if (!seen.has(entry.release) && !(await findRelease(db, entry.release))) {
      throw new Refusal(422, "release_unknown", "This design is not here any more.", `entries.${i}.release`);
    }
    seen.add(entry.release);
    for (const hash of ownFilesOf(entry.values)) {
      const media = await findMedia(db, hash);
      if (media && ["picture", "frames"].includes(media.kind)) continue;
      const message = "A picture or video of this clip is missing. Upload it again.";
      throw new Refusal(422, "media_unknown", message, `entries.${i}.values`);
    }
  }
}

/** Has a worker place an order and ask for its clips. Refuses what can be told beforehand. */
export async function askForOrder(
  member: Member,
  id: string,
  asked: z.output<typeof OrderClipsRequest>,
): Promise<{ job: string }> {
  const db = database();
  const { document } = await existingOrder(db, id);
  const [first] = document.entries.filter(({ on }) => on);
  if (!first) throw new Refusal(422, "order_empty", "Nothing in this order is on.");
  if (!asked.whole && !asked.parts)
    throw new Refusal(422, "order_nothing", "Choose the whole film, the single graphics, or both.");
  if ((await readRules(db)).approvedByOther) {
    const message =
      "In this house, someone else must approve a clip before it is exported. Make these as rows of a sheet.";
    throw new Refusal(403, "unapproved", message);
  }
  const release = await findRelease(db, first.release);
  if (release) await chosenOutputs(release, asked.outputs);
  const payload = { ...asked, order: id, member: member.id };
  const costS = 1 + document.entries.length * secondsPerEntry;
  const [job] = await addJobs(db, member.id, [{ kind: "order", payload, costS, priority: urgent }]);
  return { job: job! };
}

/** What placing an entry takes a worker, about. */
const secondsPerEntry = 0.02;

/** Puts an order away, or brings it back. */
export async function putOrderAway(member: Member, id: string, away: boolean): Promise<null> {
  await inTransaction(database(), async (trx) => {
    const madeBy = await orders.findMaker(trx, id);
    if (madeBy === undefined) throw notFound("running order");
    refuseOthers(member, madeBy, "this running order");
    if (!(await orders.putAway(trx, id, away))) throw notFound("running order");
    const action = away ? "order.remove" : "order.restore";
    await addAudit(trx, { memberId: member.id, action, subject: id, detail: {} });
  });
  return null;
}
