import { handler } from "@/server/auth/handler";
import { stopExport } from "@/server/exports/exports";

export const POST = handler("contributor", {}, ({ member, params }) => stopExport(member, params.export!));
