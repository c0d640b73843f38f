import { HereRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { tellHere } from "@/server/designs/here";

export const POST = handler("designer", { body: HereRequest }, ({ params, body, member }) =>
  tellHere(params.design!, body, member.name),
);
