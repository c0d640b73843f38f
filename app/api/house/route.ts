import { handler } from "@/server/auth/handler";
import { readHouse } from "@/server/designs/house";

export const GET = handler("contributor", {}, () => readHouse());
