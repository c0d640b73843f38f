import { RemovePart } from "@/contract/house-parts";
import { handler } from "@/server/auth/handler";
import { removePart } from "@/server/designs/house-parts";

export const POST = handler("designer", { body: RemovePart }, ({ body, member }) => removePart(body, member.id));
