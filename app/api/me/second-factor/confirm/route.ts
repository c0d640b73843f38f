import { FactorConfirm } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { setFactor } from "@/server/members/account";

export const POST = handler("contributor", { body: FactorConfirm, cost: 60 }, ({ member, body }) =>
  setFactor(member, body),
);
