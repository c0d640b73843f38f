import { handler } from "@/server/auth/handler";
import { askForLook } from "@/server/exports/look";

export const POST = handler("contributor", {}, ({ member, params }) => askForLook(member, params.export!));
