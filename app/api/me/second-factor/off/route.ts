import { FactorOff } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { takeFactorOff } from "@/server/members/account";

export const POST = handler("contributor", { body: FactorOff, cost: 60 }, ({ member, body }) =>
  takeFactorOff(member, body.password),
);
