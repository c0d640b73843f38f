import { z } from "zod";
import type { Finding } from "@/core/checks/findings";
import { Id, Name } from "@/core/document/units";
import { RowId, SheetChanges } from "@/core/sheets/changes";
import { Cell, Cells, Column } from "@/core/sheets/row";
import { Accepted } from "./accepted";
import { FillDesk } from "./releases";

const ReleaseId = z.string().regex(/^[0-9a-f]{20}$/);

/** Rows that a sheet has at most. */
export const mostRows = 5000;

export const rowStates = ["draft", "ready", "approved"] as const;
export const RowState = z.enum(rowStates);
export type RowState = z.infer<typeof RowState>;

/** A clip of a row, in one format and output: whether there is a file, and whether that shows what the row says now. */
export const RowClip = z.object({
  exportId: z.string(),
  format: z.string(),
  output: z.string(),
  state: z.enum(["making", "current", "out of date", "failed"]),
  /** What has changed since, in words. */
  reasons: z.array(z.string()),
});
export type RowClip = z.infer<typeof RowClip>;

export const RowView = z.object({
  id: RowId,
  cells: Cells,
  state: RowState,
  stateBy: z.string().nullable(),
  stateAt: z.string().nullable(),
  accepted: z.array(Accepted),
  changedBy: z.string().nullable(),
  changedAt: z.string(),
  /** The release it has stayed on while its sheet is on another. */
  release: z.string().nullable(),
  /** What the checks have found about what it says now; null while nobody has looked. */
  found: z.array(z.custom<Finding>()).nullable(),
  clips: z.array(RowClip),
});
export type RowView = z.infer<typeof RowView>;

/** A sheet, or a single clip, as a line of a list. */
export const SheetCard = z.object({
  id: z.string(),
  name: z.string(),
  single: z.boolean(),
  /** What the first written field of a single clip says. */
  title: z.string(),
  design: z.string(),
  releaseId: z.string(),
  release: z.number(),
  /** States of its rows, how many of each. */
  states: z.record(z.string(), z.number()),
  rows: z.number(),
  by: z.string(),
  mine: z.boolean(),
  changedAt: z.string(),
});
export type SheetCard = z.infer<typeof SheetCard>;
export const SheetList = z.object({ sheets: z.array(SheetCard), next: z.string().nullable() });

/** Sheets and single clips that are filled in from releases of one design, by how many rows. */
export const SheetUses = z.object({
  uses: z.array(
    z.object({ id: z.string(), name: z.string(), single: z.boolean(), release: z.number(), rows: z.number() }),
  ),
  /** There are more than are listed. */
  more: z.boolean(),
});
export type SheetUses = z.infer<typeof SheetUses>;

export const SheetView = z.object({
  id: z.string(),
  name: z.string(),
  single: z.boolean(),
  formats: z.array(Id),
  outputs: z.array(Id),
  desk: FillDesk,
  /** Releases that some rows have stayed on. */
  others: z.array(FillDesk),
  rows: z.array(RowView),
});
export type SheetView = z.infer<typeof SheetView>;
export const SheetRows = z.object({ rows: z.array(RowView) });

export const SheetListQuery = z.strictObject({
  before: z.iso.datetime().optional(),
  /** Sheets of many rows, or single clips. */
  kind: z.enum(["sheets", "clips"]).default("sheets"),
  mine: z.enum(["yes", "no"]).default("no"),
  design: Id.optional(),
});
export const RowsQuery = z.strictObject({
  ids: z
    .string()
    .regex(/^[0-9a-f]{20}(,[0-9a-f]{20}){0,199}$/)
    .transform((text) => text.split(",")),
});

export const NewSheetRequest = z.strictObject({ releaseId: ReleaseId, name: Name, single: z.boolean().default(false) });
export const NewSheet = z.object({ id: z.string() });

export const SheetAboutRequest = z.strictObject({
  name: Name.optional(),
  formats: z.array(Id).min(1).max(8).optional(),
  outputs: z.array(Id).min(1).max(24).optional(),
  removed: z.boolean().optional(),
});

/** Puts a sheet's rows, or some of them, on another release of the same design; the others stay where they are. */
export const MoveOnRequest = z.strictObject({
  releaseId: ReleaseId,
  rows: z.array(RowId).min(1).max(mostRows).optional(),
});

/** Has a worker look at rows: at all of them, or at those that are said to be ready. */
export const RowChecksRequest = z.strictObject({ all: z.boolean().default(false) });
export const RowChecksAnswer = z.object({ job: z.string().nullable() });

/** Lets something that was found in rows go out, with the reason; without one it is no longer let. */
export const AcceptRequest = z.strictObject({
  rows: z.array(RowId).min(1).max(mostRows),
  check: Accepted.shape.check,
  reason: Accepted.shape.reason.nullable(),
});

export const ChangesRequest = SheetChanges;

/** Cells that somebody else has changed meanwhile: nothing was written over them. */
export const SheetConflict = z.object({ row: z.string(), column: Column, theirs: Cell.optional(), gone: z.boolean() });
export type SheetConflict = z.infer<typeof SheetConflict>;
export const ChangesAnswer = z.object({ conflicts: z.array(SheetConflict) });

export const StatesRequest = z.strictObject({ rows: z.array(RowId).min(1).max(mostRows), state: RowState });

/** Makes the clips of rows: all of their formats and outputs, or only what is missing or out of date. */
export const MakeRequest = z.strictObject({
  rows: z.array(RowId).min(1).max(mostRows),
  only: z.enum(["all", "outdated"]).default("outdated"),
});
/** Exports of a sheet's rows that are to be called after what the rows say now. */
export const RenameRequest = z.strictObject({
  exports: z
    .array(z.string().regex(/^[0-9a-f]{20}$/))
    .min(1)
    .max(5000),
});
export const Renamed = z.object({ renamed: z.number() });

export const Made = z.object({
  clips: z.number(),
  /** Rows that were left out, each with the first thing that stops it. */
  left: z.array(z.object({ row: z.string(), reason: z.string() })),
  /** Files that were there already under the same name, and were left as they are. */
  skipped: z.array(z.string()),
  /** Files that keep a name that no longer says what is in them, each with the name it would have now. */
  oldNames: z.array(z.object({ export: z.string(), from: z.string(), to: z.string() })),
});
export type Made = z.infer<typeof Made>;
