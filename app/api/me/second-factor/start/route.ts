import { handler } from "@/server/auth/handler";
import { beginFactor } from "@/server/members/account";

export const POST = handler("contributor", { cost: 10 }, ({ member }) => beginFactor(member));
