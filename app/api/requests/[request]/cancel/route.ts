import { handler } from "@/server/auth/handler";
import { stopRequest } from "@/server/exports/requests";

export const POST = handler("contributor", {}, ({ member, params }) => stopRequest(member, params.request!));
