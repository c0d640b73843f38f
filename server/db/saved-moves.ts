import { SavedMove } from "@/core/document/saved-move";
import { type Db, fromJson } from "./connection";

export interface StoredMove {
  readonly id: string;
  readonly document: SavedMove;
  readonly by: string | null;
  readonly changedAt: Date;
}

type Row = Record<string, unknown>;

const toMove = (row: Row): StoredMove => ({
  id: row.id as string,
  document: SavedMove.parse(fromJson<unknown>(row.document)),
  by: (row.member_name as string | null) ?? null,
  changedAt: row.changed_at as Date,
});

const select = (db: Db) =>
  db("saved_move as s").leftJoin("member as m", "m.id", "s.changed_by").select("s.*", "m.name as member_name");

/** All saved moves by name; a house has dozens, not thousands. */
export async function listMoves(db: Db): Promise<StoredMove[]> {
  const rows: Row[] = await select(db).orderBy(["s.name", "s.id"]).limit(500);
  return rows.map(toMove);
}

export async function addMove(db: Db, id: string, document: SavedMove, memberId: string | null): Promise<void> {
  await db("saved_move").insert({ id, name: document.name, document: JSON.stringify(document), changed_by: memberId });
}

export async function saveMove(db: Db, id: string, document: SavedMove, memberId: string): Promise<boolean> {
  const change = { name: document.name, document: JSON.stringify(document), changed_by: memberId };
  return (
    (await db("saved_move")
      .where({ id })
      .update({ ...change, changed_at: db.fn.now(3) })) === 1
  );
}

export async function removeMove(db: Db, id: string): Promise<boolean> {
  return (await db("saved_move").where({ id }).delete()) === 1;
}
