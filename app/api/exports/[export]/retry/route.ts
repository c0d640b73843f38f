import { handler } from "@/server/auth/handler";
import { repeatExport } from "@/server/exports/exports";

export const POST = handler("contributor", { cost: 2 }, ({ member, params }) => repeatExport(member, params.export!));
