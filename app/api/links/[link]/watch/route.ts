import { handler } from "@/server/auth/handler";
import { answerOpened } from "@/server/links/opened";
import { readProof } from "@/server/links/proof";

export const GET = handler("link:view", { cost: 2, opensLink: true }, async ({ link, request }) =>
  answerOpened(request, link, await readProof(link)),
);
