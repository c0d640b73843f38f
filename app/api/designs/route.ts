import { DraftQuery, NewDesignRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { readDrafts, startDesign } from "@/server/designs/drafts";

export const GET = handler("designer", { query: DraftQuery }, ({ query }) => readDrafts(query));

export const POST = handler("designer", { body: NewDesignRequest, cost: 5 }, ({ body, member }) =>
  startDesign(body, member.id),
);
