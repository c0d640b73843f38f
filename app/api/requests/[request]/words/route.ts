import { handler } from "@/server/auth/handler";
import { readRequestWords } from "@/server/links/proof";

export const GET = handler("contributor", {}, ({ params }) => readRequestWords(params.request!));
