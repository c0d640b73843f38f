import { RequestQuery } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { readRequests } from "@/server/exports/requests";

export const GET = handler("contributor", { query: RequestQuery }, ({ member, query }) => readRequests(member, query));
