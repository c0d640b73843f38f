import type { ExportState } from "@/contract/exports";
import type { Db } from "./connection";
import { selectExports, toExport, type Export } from "./exports";

/** What was asked for together. */
export interface ExportRequest {
  readonly seq: number;
  readonly id: string;
  readonly title: string;
  readonly createdBy: string;
  readonly createdByName: string;
  readonly createdAt: Date;
}

/** What is looked for among exports. */
export interface Wanted {
  readonly states?: readonly ("asked" | "done" | "failed" | "cancelled")[] | undefined;
  readonly kind?: string | undefined;
  /** Part of a file's name, or of what the request is called. */
  readonly text?: string | undefined;
  /** Asked for in the last so many days. */
  readonly days?: number | undefined;
  readonly by?: string | undefined;
}

type Row = Record<string, unknown>;
type Query = ReturnType<Db>;

const like = (text: string): string => `%${text.replace(/[!%_]/g, "!$&")}%`;

function narrowed(query: Query, { states, kind }: Wanted): Query {
  query.where("e.replaced", false);
  if (states) query.whereIn("e.state", [...states]);
  if (kind !== undefined) query.whereRaw("json_value(e.settings, '$.kind') = ?", [kind]);
  return query;
}

/** Requests that have such exports, newest first; those before the one in this place. */
export async function listRequests(
  db: Db,
  wanted: Wanted,
  page: { readonly before: number | undefined; readonly limit: number },
): Promise<ExportRequest[]> {
  const query = db("export_request as q")
    .join("member as m", "m.id", "q.created_by")
    .whereExists(narrowed(db("export as e").select(db.raw("1")).whereRaw("e.request_id = q.id"), wanted))
    .orderBy("q.seq", "desc")
    .limit(page.limit)
    .select("q.*", "m.name as member_name");
  if (page.before !== undefined) query.where("q.seq", "<", page.before);
  if (wanted.days !== undefined)
    query.where("q.created_at", ">", db.raw("date_sub(now(3), interval ? day)", [wanted.days]));
  if (wanted.by !== undefined) query.where("q.created_by", wanted.by);
  if (wanted.text !== undefined) {
    const text = like(wanted.text);
    query.where((any) => {
      any
        .whereRaw("q.title like ? escape '!'", [text])
        .orWhereExists(
          db("export as n")
            .select(db.raw("1"))
            .whereRaw("n.request_id = q.id and n.file_name like ? escape '!'", [text]),
        );
    });
  }
  const rows: Row[] = await query;
  return rows.map(toRequest);
}

const toRequest = (row: Row): ExportRequest => ({
  seq: Number(row.seq),
  id: row.id as string,
  title: row.title as string,
  createdBy: row.created_by as string,
  createdByName: row.member_name as string,
  createdAt: row.created_at as Date,
});

export async function findRequest(db: Db, id: string): Promise<ExportRequest | undefined> {
  const row: Row | undefined = await db("export_request as q")
    .join("member as m", "m.id", "q.created_by")
    .where("q.id", id)
    .first("q.*", "m.name as member_name");
  return row && toRequest(row);
}

export interface RequestCount {
  readonly state: ExportState;
  readonly count: number;
  readonly bytes: number;
  /** Frames that are made and wanted, of those in hand. */
  readonly framesDone: number;
  readonly framesTotal: number;
}

/** How the exports of requests stand, by state. */
export async function countRequests(db: Db, ids: readonly string[]): Promise<Map<string, RequestCount[]>> {
  const counts = new Map<string, RequestCount[]>();
  if (ids.length === 0) return counts;
  const rows: Row[] = await db("export as e")
    .leftJoin("job as j", "j.id", "e.job_id")
    .whereIn("e.request_id", [...ids])
    .where("e.replaced", false)
    .groupByRaw("e.request_id, if(e.state = 'asked', j.state, e.state)")
    .select(
      "e.request_id",
      db.raw("if(e.state = 'asked', j.state, e.state) as now"),
      db.raw("count(*) as n"),
      db.raw("sum(e.file_bytes) as bytes"),
      db.raw("sum(if(e.state = 'asked', j.done, 0)) as done"),
      db.raw("sum(if(e.state = 'asked', j.total, 0)) as total"),
    );
  for (const row of rows) {
    const own = counts.get(row.request_id as string) ?? [];
    counts.set(row.request_id as string, own);
    const [framesDone, framesTotal] = [Number(row.done ?? 0), Number(row.total ?? 0)];
    own.push({
      ...{ state: (row.now ?? "waiting") as ExportState, count: Number(row.n), bytes: Number(row.bytes ?? 0) },
      ...{ framesDone, framesTotal },
    });
  }
  return counts;
}

/** The first exports of each request, at most so many of each. */
export async function listFirstOf(db: Db, ids: readonly string[], wanted: Wanted, most: number): Promise<Export[]> {
  if (ids.length === 0) return [];
  const places = narrowed(db("export as e").whereIn("e.request_id", [...ids]), wanted).select(
    "e.seq",
    db.raw("row_number() over (partition by e.request_id order by e.seq) as place"),
  );
  const rows: Row[] = await selectExports(db)
    .join(places.as("p"), "p.seq", "e.seq")
    .where("p.place", "<=", most)
    .orderBy("e.seq");
  return rows.map(toExport);
}

/** Exports of one request in the order of asking, from the one in this place on. */
export async function listOf(
  db: Db,
  id: string,
  page: { readonly after: number; readonly limit: number },
): Promise<(Export & { readonly seq: number })[]> {
  const rows: Row[] = await selectExports(db)
    .where({ "e.request_id": id, "e.replaced": false })
    .where("e.seq", ">", page.after)
    .orderBy("e.seq")
    .limit(page.limit);
  return rows.map((row) => ({ ...toExport(row), seq: Number(row.seq) }));
}

/** Exports of one request in these states, at most so many. */
export async function listIn(db: Db, id: string, states: readonly string[], most: number): Promise<Export[]> {
  const rows: Row[] = await selectExports(db)
    .where({ "e.request_id": id, "e.replaced": false })
    .whereIn("e.state", [...states])
    .orderBy("e.seq")
    .limit(most);
  return rows.map(toExport);
}

/** How many comments were left by link on the files of each request. */
export async function countRequestComments(db: Db, ids: readonly string[]): Promise<Map<string, number>> {
  if (ids.length === 0) return new Map();
  const rows: Row[] = await db("link_word as w")
    .join("export as e", "e.id", "w.export_id")
    .whereIn("e.request_id", [...ids])
    .whereNull("w.reply_to")
    .groupBy("e.request_id")
    .select("e.request_id", db.raw("count(*) as n"));
  return new Map(rows.map((row) => [row.request_id as string, Number(row.n)]));
}
