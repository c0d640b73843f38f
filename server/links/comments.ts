import type { CommentRequest, CommentView, ReplyRequest } from "@/contract/links";
import { rowValues } from "@/core/sheets/row";
import { addAudit } from "@/server/db/audit";
import { addComment, countComments, findComment, listComments, mostComments } from "@/server/db/comments";
import { database } from "@/server/db/connection";
import { addEvent } from "@/server/db/events";
import { findExport, rowOfExport } from "@/server/db/exports";
import type { Link } from "@/server/db/links";
import { findMember, type Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import { listIn } from "@/server/db/requests";
import { findRow } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";
import { setRowStates } from "@/server/sheets/change";
import { printOf } from "@/server/sheets/prints";
import { toCommentView } from "./comment-view";
import { refuseForeign } from "./proof";

/**
 * Writes down what a holder of a proof link says of a clip. What is approved is approved in its sheet too, where whoever
 * made the link may say so.
 */
export async function addLinkComment(link: Link, comment: CommentRequest): Promise<CommentView> {
  refuseForeign(link, comment.export);
  const db = database();
  if ((await countComments(db, link.id)) >= mostComments) {
    throw new Refusal(429, "many_comments", "This link has too many comments already. Write an e-mail instead.");
  }
  const { export: exportId, ...said } = comment;
  const added = await inTransaction(db, async (trx) => {
    const id = await addComment(trx, { ...said, linkId: link.id, exportId, replyTo: null, memberId: null });
    const detail = { link: link.id, who: said.who, verdict: said.verdict, atS: said.atS };
    await addAudit(trx, { memberId: null, action: "link.word", subject: exportId, detail });
    await addEvent(trx, "exports", { ids: [exportId] });
    return (await findComment(trx, id))!;
  });
  if (said.verdict === "approve") await approveRow(link, exportId);
  return toCommentView(added);
}

/** The row of a clip, approved by whoever made the link; where the house wants another pair of eyes it stays as it is. */
async function approveRow(link: Link, exportId: string): Promise<void> {
  const db = database();
  const place = await rowOfExport(db, exportId);
  const maker = link.madeById === null ? undefined : await findMember(db, link.madeById);
  const [row, release] = place
    ? await Promise.all([findRow(db, place.row), findRelease(db, place.releaseId)])
    : [undefined, undefined];
  if (!place || !maker || !row || !release) return;
  // What the row says now must be what was seen.
  if (printOf(release.document, rowValues(release.document, row.cells)) !== place.print) return;
  await setRowStates(maker, place.sheet, { rows: [place.row], state: "approved" }).catch((error: unknown) => {
    if (!(error instanceof Refusal)) throw error;
  });
}

/** What holders of links have said of the clips of a request, and what was replied, for members. */
export async function readRequestComments(requestId: string): Promise<{ comments: CommentView[] }> {
  const db = database();
  const rows = await listIn(db, requestId, ["done"], 5000);
  const comments = await listComments(db, { exports: rows.map(({ id }) => id) });
  return { comments: comments.map(toCommentView) };
}

/** Writes down what a member replies to a comment on a clip of this request. */
export async function replyToComment(member: Member, requestId: string, reply: ReplyRequest): Promise<CommentView> {
  const db = database();
  const comment = await findComment(db, reply.to);
  const about = comment && (await findExport(db, comment.exportId));
  if (!comment || comment.replyTo !== null || about?.requestId !== requestId) throw notFound("comment");
  if ((await countComments(db, comment.linkId, "replies")) >= mostComments) {
    throw new Refusal(429, "many_comments", "This link has too many replies already. Write an e-mail instead.");
  }
  const added = await inTransaction(db, async (trx) => {
    const { linkId, exportId, atS } = comment;
    const from = { who: member.name.slice(0, 80), memberId: member.id };
    const id = await addComment(trx, {
      ...{ ...from, linkId, exportId, atS, text: reply.text, verdict: null, replyTo: comment.id },
    });
    await addAudit(trx, { memberId: member.id, action: "link.reply", subject: exportId, detail: { link: linkId } });
    await addEvent(trx, "exports", { ids: [exportId] });
    return (await findComment(trx, id))!;
  });
  return toCommentView(added);
}
