import { PackRequest } from "@/contract/packages";
import { handler } from "@/server/auth/handler";
import { askPack } from "@/server/packages/ask";

export const POST = handler("designer", { body: PackRequest, cost: 20 }, ({ body, member }) =>
  askPack(body, member.id),
);
