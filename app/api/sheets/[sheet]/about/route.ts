import { SheetAboutRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { describeSheet } from "@/server/sheets/sheets";

export const POST = handler("contributor", { body: SheetAboutRequest }, ({ member, params, body }) =>
  describeSheet(member, params.sheet!, body),
);
