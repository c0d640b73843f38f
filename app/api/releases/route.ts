import { PageQuery } from "@/contract/answer";
import { handler } from "@/server/auth/handler";
import { readShelf } from "@/server/designs/shelf";

export const GET = handler("contributor", { query: PageQuery }, ({ query }) => readShelf(query.page));
