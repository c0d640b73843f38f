import { InviteRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { inviteMember, readMembers } from "@/server/members/members";

export const GET = handler("owner", {}, () => readMembers());

export const POST = handler("owner", { body: InviteRequest, cost: 20 }, ({ body, member }) =>
  inviteMember(member, body),
);
