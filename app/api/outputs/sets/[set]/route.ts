import { OutputSetRequest } from "@/contract/outputs";
import { handler } from "@/server/auth/handler";
import { changeSet } from "@/server/outputs/sets";

export const POST = handler("designer", { body: OutputSetRequest }, ({ member, params, body }) =>
  changeSet(member, params.set!, body.set),
);
