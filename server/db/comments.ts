import type { Db } from "./connection";
import { newId } from "./ids";

/** What a holder of a link said about a clip, or what a member replied to that. */
export interface Comment {
  readonly id: string;
  readonly linkId: string;
  readonly exportId: string;
  readonly who: string;
  readonly atS: number | null;
  readonly text: string;
  readonly verdict: "approve" | "change" | null;
  readonly replyTo: string | null;
  readonly memberId: string | null;
  readonly saidAt: Date;
}

/** Most comments of one link, and as many replies to them. */
export const mostComments = 400;

const toComment = (row: Record<string, never>): Comment => ({
  ...{ id: row.id!, linkId: row.link_id!, exportId: row.export_id!, who: row.who!, atS: row.at_s! },
  ...{
    text: row.words!,
    verdict: row.verdict!,
    replyTo: row.reply_to!,
    memberId: row.member_id!,
    saidAt: row.said_at!,
  },
});

export async function addComment(db: Db, comment: Omit<Comment, "id" | "saidAt">): Promise<string> {
  const id = newId();
  await db("link_word").insert({
    ...{ id, link_id: comment.linkId, export_id: comment.exportId, who: comment.who, at_s: comment.atS },
    ...{ words: comment.text, verdict: comment.verdict, reply_to: comment.replyTo, member_id: comment.memberId },
  });
  return id;
}

export async function findComment(db: Db, id: string): Promise<Comment | undefined> {
  const row = await db("link_word").where({ id }).first();
  return row && toComment(row);
}

/** What was said by holders of a link, or about clips by anybody, with the replies; in the order in which it was said. */
export async function listComments(db: Db, of: { link: string } | { exports: readonly string[] }): Promise<Comment[]> {
  const query = db("link_word")
    .orderBy(["said_at", "id"])
    .limit(2 * mostComments);
  const rows = await ("link" in of ? query.where("link_id", of.link) : query.whereIn("export_id", of.exports));
  return rows.map(toComment);
}

/** How many comments the holders of a link have left, or how many replies they have got. */
export async function countComments(
  db: Db,
  linkId: string,
  kind: "comments" | "replies" = "comments",
): Promise<number> {
  const query = db("link_word").where({ link_id: linkId });
  if (kind === "comments") query.whereNull("reply_to");
  else query.whereNotNull("reply_to");
  return Number((await query.count("* as n"))[0]?.n ?? 0);
}
