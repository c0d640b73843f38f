import { PatchRequest } from "@/contract/patch";
import { handler } from "@/server/auth/handler";
import { patchDraft } from "@/server/designs/drafts";

export const POST = handler("designer", { body: PatchRequest, large: true }, ({ params, body, member }) =>
  patchDraft(params.design!, body, member.id),
);
