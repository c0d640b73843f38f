import { ReplaceRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { replaceDraft } from "@/server/designs/drafts";

export const POST = handler("designer", { body: ReplaceRequest, large: true, cost: 5 }, ({ params, body, member }) =>
  replaceDraft(params.design!, body, member.id),
);
