import { PasswordRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { sessionIdOf } from "@/server/auth/session";
import { changePassword } from "@/server/members/account";

export const POST = handler("contributor", { body: PasswordRequest, cost: 60 }, async ({ member, body, request }) =>
  changePassword(member, body, await sessionIdOf(request)),
);
