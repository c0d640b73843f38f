import { MakeRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { makeRows } from "@/server/sheets/make";

export const POST = handler("contributor", { body: MakeRequest, cost: 10 }, ({ member, params, body }) =>
  makeRows(member, params.sheet!, body),
);
