import { handler } from "@/server/auth/handler";
import { readExport } from "@/server/exports/exports";

export const GET = handler("contributor", {}, ({ member, params }) => readExport(member, params.export!));
