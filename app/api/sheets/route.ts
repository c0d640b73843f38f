import { NewSheetRequest, SheetListQuery } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { readSheets, startSheet } from "@/server/sheets/sheets";

export const GET = handler("contributor", { query: SheetListQuery }, ({ member, query }) => readSheets(member, query));

export const POST = handler("contributor", { body: NewSheetRequest, cost: 2 }, ({ member, body }) =>
  startSheet(member, body),
);
