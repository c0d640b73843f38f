import { LinkFillRequest } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { changeLinkRow, readLinkFill } from "@/server/links/fill";
import { answerOpened } from "@/server/links/opened";

export const GET = handler("link:fill", { cost: 2, opensLink: true }, async ({ link, request }) =>
  answerOpened(request, link, await readLinkFill(link)),
);

export const POST = handler("link:fill", { body: LinkFillRequest }, ({ link, body }) => changeLinkRow(link, body));
