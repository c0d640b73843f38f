import { z } from "zod";
import { Id } from "@/core/document/units";
import { Output } from "@/core/outputs/output";
import { Proof } from "@/core/document/proof";
import { Values } from "@/core/document/values";
import { Accepted } from "./accepted";

export const exportStates = ["waiting", "leased", "done", "failed", "cancelled"] as const;
export const ExportState = z.enum(exportStates);
export type ExportState = z.infer<typeof ExportState>;

export const NewExportRequest = z.strictObject({
  releaseId: z.string().regex(/^[0-9a-f]{20}$/),
  values: Values,
  formats: z.array(Id).min(1).max(8),
  outputs: z.array(Id).min(1).max(8),
  /** Make it from this release although a newer one has been published. */
  acceptOlder: z.boolean().default(false),
  /** Findings that would stop it, and why it may be made all the same. */
  accepted: z.array(Accepted).max(64).default([]),
  /** The row that it is filled in by, where it is kept as one. */
  row: z
    .string()
    .regex(/^[0-9a-f]{20}$/)
    .optional(),
});
export type NewExportRequest = z.input<typeof NewExportRequest>;

export const ExportView = z.object({
  id: z.string(),
  design: z.string(),
  release: z.number(),
  format: z.string(),
  output: Output,
  fileName: z.string(),
  by: z.string(),
  mine: z.boolean(),
  createdAt: z.string(),
  state: ExportState,
  stage: z.string(),
  attempts: z.number(),
  /** The worker that has it in hand. */
  worker: z.string().nullable(),
  /** While it waits: how many jobs come before it, and about how many seconds those take. */
  ahead: z.number().nullable(),
  aboutS: z.number().nullable(),
  framesDone: z.number(),
  framesTotal: z.number(),
  error: z.string().nullable(),
  bytes: z.number().nullable(),
  proof: Proof.nullable(),
  figures: z.object({ painted: z.number(), paintS: z.number(), encodeS: z.number(), wallS: z.number() }).nullable(),
});
export type ExportView = z.infer<typeof ExportView>;

/** Newest first; `next` asks for those before the last of them, and is null when there are none. */
export const Outbox = z.object({ exports: z.array(ExportView), next: z.number().nullable() });

export const OutboxQuery = z.strictObject({
  before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
  /** Only these: what has changed since. */
  ids: z
    .string()
    .regex(/^[0-9a-f]{20}(,[0-9a-f]{20}){0,49}$/)
    .transform((text) => text.split(","))
    .optional(),
});
export type Outbox = z.infer<typeof Outbox>;
