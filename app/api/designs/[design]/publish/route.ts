import { PublishRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { publishDraft } from "@/server/designs/drafts";

export const POST = handler("designer", { body: PublishRequest, cost: 10 }, ({ params, body, member }) =>
  publishDraft(params.design!, body, member.id),
);
