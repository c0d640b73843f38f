import type { z } from "zod";
import type { LinkFill, LinkFillAnswer, LinkFillRequest } from "@/contract/links";
import { packedHouse } from "@/core/package/contents";
import { rowValues, type Cells } from "@/core/sheets/row";
import { withCell } from "@/core/sheets/changes";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { hashesIn } from "@/server/db/files";
import { findMadeLink, type Link } from "@/server/db/links";
import { findRelease, type Release } from "@/server/db/releases";
import { listRows, setCells, setStates, touchSheet, type Row, type Sheet } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { releaseOf } from "@/server/sheets/prints";
import { existingSheet } from "@/server/sheets/sheets";
import { notFound, Refusal } from "@/server/refusal";
import type { FillScope } from "./links";

interface Place {
  readonly sheet: Sheet;
  readonly row: Row;
  readonly release: Release;
}

/** The row that a link is for. Refuses one that has gone. */
async function placeOf(db: Db, { scope }: Link, lock = false): Promise<Place> {
  const { sheet: sheetId, row: rowId } = scope as FillScope;
  const sheet = await existingSheet(db, sheetId, lock);
  const [row] = await listRows(db, sheetId, [rowId]);
  const release = row && (await findRelease(db, releaseOf(sheet, row)));
  if (!row || !release) {
    throw new Refusal(404, "row_gone", "What this link was for has been removed. Ask the sender.");
  }
  return { sheet, row, release };
}

/** What of the house style goes out with a row: what its design can show. */
const houseFor = ({ release: { document, house }, row }: Place) =>
  packedHouse(house, [{ document, rows: [rowValues(document, row.cells)] }]);

export async function readLinkFill(link: Link): Promise<LinkFill> {
  const db = database();
  const place = await placeOf(db, link);
  const made = await findMadeLink(db, link.id);
  const { sheet, row, release } = place;
  const { "@note": _, ...cells } = row.cells as Record<string, Cells[string]>;
  return {
    ...{ name: link.name, by: made?.madeBy ?? null, endsAt: made!.endsAt.toISOString() },
    ...{ row: row.id, state: row.state, cells, document: release.document, house: houseFor(place) },
    formats: sheet.formats.filter((id) => release.document.formats.includes(id)),
  };
}

/**
 * Changes the row of a link. Cells that others have changed meanwhile are not written over but answered. What a row says
 * is written down as by whoever made the link.
 */
export async function changeLinkRow(
  link: Link,
  { cells, ready }: z.output<typeof LinkFillRequest>,
): Promise<LinkFillAnswer> {
  const { madeById: memberId } = link;
  if (memberId === null) throw notFound("link");
  return inTransaction(database(), async (trx) => {
    const { sheet, row, release } = await placeOf(trx, link, true);
    const known = new Set([...release.document.fields.map(({ id }) => id), "@length"]);
    const conflicts: LinkFillAnswer["conflicts"] = [];
    let now: Cells = row.cells;
    for (const change of cells) {
      if (!known.has(change.column))
        throw new Refusal(422, "column", `There is no field “${change.column}” to fill in.`);
      const next = withCell(now, { ...change, row: row.id });
      if ("cells" in next) now = next.cells;
      else conflicts.push({ column: change.column, ...(next.theirs !== undefined && { theirs: next.theirs }) });
    }
    if (now !== row.cells) await setCells(trx, row.id, now, { memberId, keepState: false });
    let { state } = now === row.cells ? row : { state: "draft" as const };
    if (ready && conflicts.length === 0 && state === "draft") {
      await setStates(trx, sheet.id, [row.id], "ready", memberId);
      await addAudit(trx, {
        memberId,
        action: "link.ready",
        subject: sheet.id,
        detail: { link: link.id, row: row.id },
      });
      state = "ready";
    }
    if (now !== row.cells || ready) await touchSheet(trx, sheet.id, { rows: [row.id] });
    return { conflicts, state };
  });
}

/** Refuses files that the row of a link does not show. */
export async function refuseForeignFile(link: Link, hash: string): Promise<void> {
  const place = await placeOf(database(), link);
  const shown = hashesIn([houseFor(place), place.row.cells]);
  if (!shown.includes(hash)) throw notFound("file");
}
