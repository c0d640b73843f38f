import { PatchRequest } from "@/contract/patch";
import { handler } from "@/server/auth/handler";
import { patchHouse } from "@/server/designs/house";

export const POST = handler("designer", { body: PatchRequest, large: true }, ({ body, member }) =>
  patchHouse(body, member.id),
);
