import type { CommentView } from "@/contract/links";
import type { Comment } from "@/server/db/comments";

export const toCommentView = ({ id, exportId, who, atS, text, verdict, replyTo, saidAt }: Comment): CommentView => ({
  ...{ id, export: exportId, who, atS, text, verdict, replyTo, saidAt: saidAt.toISOString() },
});
