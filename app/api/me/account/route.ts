import { handler } from "@/server/auth/handler";
import { sessionIdOf } from "@/server/auth/session";
import { readAccount } from "@/server/members/account";

export const GET = handler("contributor", {}, async ({ member, request }) =>
  readAccount(member, await sessionIdOf(request)),
);
