import { HousePart } from "@/contract/house-parts";
import { handler } from "@/server/auth/handler";
import { readPartUses } from "@/server/designs/house-parts";

export const GET = handler("designer", { query: HousePart }, ({ query }) => readPartUses(query));
