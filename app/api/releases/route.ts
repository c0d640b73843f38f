import { ShelfQuery } from "@/contract/releases";
import { handler } from "@/server/auth/handler";
import { readShelf } from "@/server/designs/shelf";

export const GET = handler("contributor", { query: ShelfQuery }, ({ member, query }) => readShelf(member.id, query));
