import type { Values } from "@/core/document/values";
import type { MadeOutput } from "@/core/outputs/output";
import { fromJson, type Db } from "./connection";

/** The file of one graphic of a running order, made or to be made. */
export interface OrderFile {
  readonly requestId: string;
  readonly askedAt: Date;
  readonly entryId: string;
  readonly format: string;
  readonly output: MadeOutput;
  readonly values: Values;
  readonly fileName: string;
}

type Row = Record<string, unknown>;

/** Files of an order's graphics that are there or on the way, the newest request first; at most `limit`. */
export async function listOrderFiles(db: Db, orderId: string, limit: number): Promise<OrderFile[]> {
  const rows: Row[] = await db("export as e")
    .join("export_request as q", "q.id", "e.request_id")
    .where("e.order_id", orderId)
    .whereNotNull("e.entry_id")
    .where("e.replaced", false)
    .whereNull("e.gone_at")
    .whereIn("e.state", ["asked", "done"])
    .orderBy([{ column: "q.seq", order: "desc" }, "e.seq"])
    .limit(limit)
    .select(
      "e.request_id",
      "q.created_at as asked_at",
      "e.entry_id",
      "e.format",
      "e.settings",
      "e.fill",
      "e.file_name",
    );
  return rows.map((row) => ({
    requestId: row.request_id as string,
    askedAt: row.asked_at as Date,
    entryId: row.entry_id as string,
    format: row.format as string,
    output: fromJson<MadeOutput>(row.settings),
    values: fromJson<Values>(row.fill),
    fileName: row.file_name as string,
  }));
}
