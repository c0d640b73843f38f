import { WordRequest } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { sayWord } from "@/server/links/proof";

export const POST = handler("link:proof", { body: WordRequest, cost: 5 }, ({ link, body }) => sayWord(link, body));
