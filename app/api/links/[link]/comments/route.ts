import { CommentRequest } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { addLinkComment } from "@/server/links/comments";

export const POST = handler("link:proof", { body: CommentRequest, cost: 5 }, ({ link, body }) =>
  addLinkComment(link, body),
);
