import type { LastPress } from "@/contract/live";
import type { LiveItem } from "@/core/document/live";
import { LiveState } from "@/core/document/live";
import { fromJson, type Db } from "./connection";
import { addEvent } from "./events";
import { setReferences } from "./files";

/** What is shown on a live page, or waits to be: as it was when it was brought to the air. */
export interface Brought {
  /** Revision of the order. */
  readonly revision: number;
  readonly items: readonly LiveItem[];
}

export interface LivePage {
  readonly id: string;
  readonly orderId: string;
  readonly orderName: string;
  readonly name: string;
  readonly format: string;
  readonly revision: number;
  readonly version: number;
  readonly shown: Brought | null;
  readonly coming: Brought | null;
  readonly state: LiveState;
  readonly last: LastPress | null;
  readonly madeById: string | null;
}

type Row = Record<string, unknown>;

const toPage = (row: Row): LivePage => ({
  id: row.id as string,
  orderId: row.order_id as string,
  orderName: row.order_name as string,
  name: row.name as string,
  format: row.format as string,
  revision: row.revision as number,
  version: row.version as number,
  shown: row.shown ? fromJson(row.shown) : null,
  coming: row.coming ? fromJson(row.coming) : null,
  state: LiveState.parse(fromJson(row.state)),
  last: row.last ? fromJson(row.last) : null,
  madeById: row.made_by as string | null,
});

const select = (db: Db) =>
  db("live_page as l")
    .join("running_order as o", "o.id", "l.order_id")
    .whereNull("l.removed_at")
    .select("l.*", "o.name as order_name");

/** The clock that all web processes share, in milliseconds since 1970. */
export async function clockMs(db: Db): Promise<number> {
  const [rows] = (await db.raw("select round(unix_timestamp(now(3)) * 1000) as ms")) as [{ ms: number | string }[]];
  return Number(rows[0]!.ms);
}

export async function findLivePage(db: Db, id: string): Promise<LivePage | undefined> {
  const row: Row | undefined = await select(db).where("l.id", id).first();
  return row && toPage(row);
}

/** The same, with its row locked until the transaction ends. */
export async function lockLivePage(db: Db, id: string): Promise<LivePage | undefined> {
  const row: Row | undefined = await db("live_page").where({ id }).whereNull("removed_at").forUpdate().first();
  if (!row) return undefined;
  const order = await db("running_order").where({ id: row.order_id }).first("name");
  return toPage({ ...row, order_name: order?.name ?? "" });
}

export async function listLivePages(db: Db, orderId: string): Promise<LivePage[]> {
  const rows: Row[] = await select(db).where("l.order_id", orderId).orderBy("l.made_at");
  return rows.map(toPage);
}

export async function addLivePage(
  db: Db,
  page: Pick<LivePage, "id" | "orderId" | "name" | "format" | "state" | "madeById">,
): Promise<void> {
  const { id, orderId, name, format, state, madeById } = page;
  await db("live_page").insert({
    ...{ id, order_id: orderId, name, format, state: JSON.stringify(state), made_by: madeById },
  });
}

/** Writes down what has become of a locked page, and tells whoever listens. */
export async function saveLivePage(
  db: Db,
  page: Pick<LivePage, "id" | "revision" | "version" | "shown" | "coming" | "state" | "last">,
  brought: boolean,
): Promise<void> {
  const { id, revision, version, shown, coming, state, last } = page;
  await db("live_page")
    .where({ id })
    .update({
      ...{ revision, version, state: JSON.stringify(state), last: last && JSON.stringify(last) },
      // Large, and the same after most presses.
      ...(brought && { shown: shown && JSON.stringify(shown), coming: coming && JSON.stringify(coming) }),
    });
  if (brought) await setReferences(db, "live", id, [shown, coming]);
  await tellLive(db, id, { revision, version, state, last, serverMs: await clockMs(db) });
}

/** Tells pages and remotes that something has changed; without a body they look for themselves. */
export const tellLive = (db: Db, id: string, body: object = {}): Promise<void> => addEvent(db, `live:${id}`, body);

export async function removeLivePage(db: Db, id: string): Promise<void> {
  await db("live_page")
    .where({ id })
    .update({ removed_at: db.fn.now(3), shown: null, coming: null });
  await setReferences(db, "live", id, null);
  await tellLive(db, id);
}
