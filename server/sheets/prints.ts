import { createHash } from "node:crypto";
import type { Design } from "@/core/document/design";
import type { Values } from "@/core/document/values";
import { rowPrint } from "@/core/sheets/row";
import type { Row, Sheet } from "@/server/db/sheets";

/** What a filled-in row says, as a hash: the same for rows that look the same. */
export const printOf = (design: Design, values: Values): string =>
  createHash("sha256").update(rowPrint(design, values)).digest("hex");

/** The release that a row is of: its sheet's, unless it has stayed on another. */
export const releaseOf = (sheet: Pick<Sheet, "releaseId">, row: Pick<Row, "releaseId">): string =>
  row.releaseId ?? sheet.releaseId;
