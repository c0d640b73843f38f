import { TakeRequest } from "@/contract/packages";
import { handler } from "@/server/auth/handler";
import { askTake } from "@/server/packages/ask";

export const POST = handler("designer", { body: TakeRequest, cost: 20 }, ({ body, member, params }) =>
  askTake(member, params.job!, body),
);
