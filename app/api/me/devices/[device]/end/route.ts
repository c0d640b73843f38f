import { handler } from "@/server/auth/handler";
import { sessionIdOf } from "@/server/auth/session";
import { endDevice } from "@/server/members/account";

export const POST = handler("contributor", {}, async ({ member, params, request }) =>
  endDevice(member, params.device!, await sessionIdOf(request)),
);
