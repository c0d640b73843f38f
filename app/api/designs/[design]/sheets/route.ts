import { handler } from "@/server/auth/handler";
import { readSheetUses } from "@/server/sheets/sheets";

export const GET = handler("designer", {}, ({ params }) => readSheetUses(params.design!));
