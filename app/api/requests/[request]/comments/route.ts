import { ReplyRequest } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { readRequestComments, replyToComment } from "@/server/links/comments";

export const GET = handler("contributor", {}, ({ params }) => readRequestComments(params.request!));

export const POST = handler("contributor", { body: ReplyRequest, cost: 5 }, ({ member, params, body }) =>
  replyToComment(member, params.request!, body),
);
