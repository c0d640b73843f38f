import { handler } from "@/server/auth/handler";
import { readSheet } from "@/server/sheets/sheets";

export const GET = handler("contributor", {}, ({ params }) => readSheet(params.sheet!));
