import { OutputRequest } from "@/contract/outputs";
import { handler } from "@/server/auth/handler";
import { readOutputs, startOutput } from "@/server/outputs/outputs";

export const GET = handler("contributor", {}, readOutputs);

export const POST = handler("designer", { body: OutputRequest }, ({ member, body }) =>
  startOutput(member, body.output),
);
