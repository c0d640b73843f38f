import { PackageQuery } from "@/contract/packages";
import { handler } from "@/server/auth/handler";
import { askUnpack } from "@/server/packages/ask";

export const POST = handler("designer", { query: PackageQuery, cost: 30 }, ({ request, member, query }) =>
  askUnpack(request, query.name, member.id),
);
