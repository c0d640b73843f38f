import { MemberChange } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { changeMember } from "@/server/members/members";

export const POST = handler("owner", { body: MemberChange }, ({ body, member, params }) =>
  changeMember(member, params.member!, body),
);
