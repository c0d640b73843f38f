import { RequestFilesQuery } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { readRequestFiles } from "@/server/exports/requests";

export const GET = handler("contributor", { query: RequestFilesQuery }, ({ member, params, query }) =>
  readRequestFiles(member, params.request!, query.after),
);
