import { HouseRulesRequest } from "@/contract/rules";
import { handler } from "@/server/auth/handler";
import { changeRules, houseRules } from "@/server/designs/rules";

export const GET = handler("contributor", {}, houseRules);

export const POST = handler("owner", { body: HouseRulesRequest }, ({ member, body }) => changeRules(member, body));
