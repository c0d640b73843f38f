import { handler } from "@/server/auth/handler";
import { readDrifts } from "@/server/designs/house";

export const GET = handler("designer", {}, () => readDrifts());
