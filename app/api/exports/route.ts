import { NewExportRequest, OutboxQuery } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { createExports, readOutbox } from "@/server/exports/exports";

export const GET = handler("contributor", { query: OutboxQuery }, ({ member, query }) => readOutbox(member, query));
export const POST = handler("contributor", { body: NewExportRequest, cost: 2 }, ({ member, body }) =>
  createExports(member, body),
);
