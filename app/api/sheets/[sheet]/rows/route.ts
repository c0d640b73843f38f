import { RowsQuery } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { readRows } from "@/server/sheets/sheets";

export const GET = handler("contributor", { query: RowsQuery }, async ({ params, query }) => ({
  rows: await readRows(params.sheet!, query.ids),
}));
