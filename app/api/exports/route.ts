import { PageQuery } from "@/contract/answer";
import { NewExportRequest } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { createExports, readOutbox } from "@/server/exports/exports";

export const GET = handler("contributor", { query: PageQuery }, ({ member, query }) => readOutbox(member, query.page));
export const POST = handler("contributor", { body: NewExportRequest }, ({ member, body }) =>
  createExports(member, body),
);
