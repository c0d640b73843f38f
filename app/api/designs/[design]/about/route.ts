import { DesignAboutRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { describeDraft } from "@/server/designs/drafts";

export const POST = handler("designer", { body: DesignAboutRequest }, ({ params, body, member }) =>
  describeDraft(params.design!, body, member.id),
);
