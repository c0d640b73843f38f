import { handler } from "@/server/auth/handler";
import { askForLook } from "@/server/exports/look";

export const POST = handler("contributor", { cost: 5 }, ({ member, params }) => askForLook(member, params.export!));
