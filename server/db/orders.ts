import { RunningOrder } from "@/core/document/order";
import { fromJson, type Db } from "./connection";
import { addEvent } from "./events";
import { setReferences } from "./files";

export interface StoredOrder {
  readonly id: string;
  readonly document: RunningOrder;
  readonly revision: number;
  readonly changedAt: Date;
  /** Name of the member who changed it last. */
  readonly changedBy: string | null;
}

type Row = Record<string, unknown>;

const toOrder = (row: Row): StoredOrder => ({
  id: row.id as string,
  document: RunningOrder.parse(fromJson(row.document)),
  revision: row.revision as number,
  changedAt: row.changed_at as Date,
  changedBy: (row.member_name as string | null) ?? null,
});

const selectOrders = (db: Db) =>
  db("running_order as o").leftJoin("member as m", "m.id", "o.changed_by").whereNull("o.removed_at");

export async function findOrder(db: Db, id: string): Promise<StoredOrder | undefined> {
  const row: Row | undefined = await selectOrders(db).where("o.id", id).first("o.*", "m.name as member_name");
  return row && toOrder(row);
}

/** The same, with its row locked until the transaction ends. */
export async function lockOrder(db: Db, id: string): Promise<StoredOrder | undefined> {
  const row: Row | undefined = await db("running_order").where({ id }).whereNull("removed_at").forUpdate().first();
  if (!row) return undefined;
  const member = row.changed_by ? await db("member").where({ id: row.changed_by }).first("name") : undefined;
  return toOrder({ ...row, member_name: member?.name ?? null });
}

export interface OrderRow {
  readonly id: string;
  readonly name: string;
  readonly entries: number;
  readonly changedAt: Date;
  readonly changedBy: string | null;
}

/** Orders, the ones changed last first. `search` looks into names. */
export async function listOrders(
  db: Db,
  { search, offset, limit }: { search: string; offset: number; limit: number },
): Promise<OrderRow[]> {
  const query = selectOrders(db)
    .select("o.id", "o.name", "o.entries", "o.changed_at", "m.name as member_name")
    .orderBy([{ column: "o.changed_at", order: "desc" }, "o.id"])
    .offset(offset)
    .limit(limit);
  if (search !== "") query.where("o.name", "like", `%${search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`);
  const rows: Row[] = await query;
  return rows.map((row) => ({
    id: row.id as string,
    name: row.name as string,
    entries: row.entries as number,
    changedAt: row.changed_at as Date,
    changedBy: (row.member_name as string | null) ?? null,
  }));
}

const columnsOf = (document: RunningOrder) => ({
  document: JSON.stringify(document),
  name: document.name,
  entries: document.entries.length,
});

export async function addOrder(db: Db, id: string, document: RunningOrder, memberId: string | null): Promise<void> {
  await db("running_order").insert({ id, ...columnsOf(document), made_by: memberId, changed_by: memberId });
  await setReferences(db, "order", id, document);
}

/** Puts a new state in the place of the locked one. */
export async function saveOrder(
  db: Db,
  { id, revision, document, memberId }: { id: string; revision: number; document: RunningOrder; memberId: string },
): Promise<void> {
  await db("running_order")
    .where({ id })
    .update({ ...columnsOf(document), revision, changed_by: memberId, changed_at: db.fn.now(3) });
  await setReferences(db, "order", id, document);
  await addEvent(db, `order:${id}`, { revision });
}

/** Who made an order, archived or not: null where they are no member any more, undefined without such an order. */
export async function findMaker(db: Db, id: string): Promise<string | null | undefined> {
  const row = await db("running_order").where({ id }).first("made_by");
  return row && (row.made_by as string | null);
}

/** Puts an order away, or brings it back; what is on the air of it goes on. False where there is none such. */
export async function putAway(db: Db, id: string, away: boolean): Promise<boolean> {
  const query = db("running_order").where({ id });
  const changed = away
    ? await query.whereNull("removed_at").update({ removed_at: db.fn.now(3) })
    : await query.whereNotNull("removed_at").update({ removed_at: null });
  return changed === 1;
}
