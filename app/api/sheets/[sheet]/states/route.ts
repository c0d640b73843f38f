import { StatesRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { setRowStates } from "@/server/sheets/change";

export const POST = handler("contributor", { body: StatesRequest }, ({ member, params, body }) =>
  setRowStates(member, params.sheet!, body),
);
