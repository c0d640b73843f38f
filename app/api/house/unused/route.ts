import { RemoveUnused } from "@/contract/house-parts";
import { handler } from "@/server/auth/handler";
import { listUnusedParts, removeUnused } from "@/server/designs/house-parts";

export const GET = handler("designer", {}, () => listUnusedParts());

export const POST = handler("designer", { body: RemoveUnused, cost: 10 }, ({ body, member }) =>
  removeUnused(body, member.id),
);
