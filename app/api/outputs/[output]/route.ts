import { OutputRequest } from "@/contract/outputs";
import { handler } from "@/server/auth/handler";
import { changeOutput } from "@/server/outputs/outputs";

export const POST = handler("designer", { body: OutputRequest }, ({ member, params, body }) =>
  changeOutput(member, params.output!, body.output),
);
