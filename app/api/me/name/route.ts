import { NameRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { changeName } from "@/server/members/account";

export const POST = handler("contributor", { body: NameRequest }, ({ member, body }) => changeName(member, body.name));
