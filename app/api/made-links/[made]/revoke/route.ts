import { handler } from "@/server/auth/handler";
import { endLink } from "@/server/links/links";

export const POST = handler("contributor", {}, ({ member, params }) => endLink(member, params.made!));
