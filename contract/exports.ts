import { z } from "zod";
import { Id } from "@/core/document/units";
import { Opening } from "@/core/outputs/opening";
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
  outputs: z.array(z.string().min(1).max(60)).min(1).max(24),
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

/** What a clip is expected to be: by others of its design, by others of its kind, or by what was measured beforehand. */
export const Expected = z.object({
  bytes: z.number(),
  seconds: z.number(),
  basis: z.enum(["design", "kind", "plain"]),
});
export type Expected = z.infer<typeof Expected>;

export const EstimateRequest = z.strictObject({
  releaseId: z.string().regex(/^[0-9a-f]{20}$/),
  lengthS: z.number().min(0.1).max(3600).optional(),
  formats: z.array(Id).min(1).max(8),
  outputs: z.array(z.string().min(1).max(60)).min(1).max(100),
});
export const Estimates = z.object({
  estimates: z.array(Expected.extend({ output: z.string(), format: z.string() })),
  /** Jobs that come before what is asked for now, and about how many seconds they take. */
  ahead: z.number(),
  aheadS: z.number(),
});
export type Estimates = z.infer<typeof Estimates>;

/** What came of asking for clips. */
export const AskedAnswer = z.object({
  ids: z.array(z.string()),
  /** Files that are there already under the same name, and were left as they are. */
  skipped: z.array(z.string()),
  /** How many take the place of a file of the same name. */
  replaced: z.number(),
});

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
  expected: Expected.nullable(),
  /** When its file was let go. */
  goneAt: z.string().nullable(),
  /** When its file goes, if that is soon. */
  goesAt: z.string().nullable(),
  figures: z
    .object({
      ...{ painted: z.number(), paintS: z.number(), encodeS: z.number(), wallS: z.number() },
      opening: Opening.optional(),
    })
    .nullable(),
});
export type ExportView = z.infer<typeof ExportView>;

/** Newest first; `next` asks for those before the last of them, and is null when there are none. */
export const Outbox = z.object({ exports: z.array(ExportView), next: z.number().nullable() });

/** What was asked for together: how it stands, and its first files. */
export const RequestView = z.object({
  id: z.string(),
  title: z.string(),
  by: z.string(),
  mine: z.boolean(),
  createdAt: z.string(),
  /** Files by state. */
  counts: z.record(z.string(), z.number()),
  files: z.number(),
  bytes: z.number(),
  /** Share that is made, 0 to 1. */
  progress: z.number(),
  exports: z.array(ExportView),
  /** Words that were said of them by link. */
  comments: z.number(),
});
export type RequestView = z.infer<typeof RequestView>;
export const RequestPage = z.object({ requests: z.array(RequestView), next: z.number().nullable() });
export type RequestPage = z.infer<typeof RequestPage>;
/** Files of one request; `next` asks for those after the last of them. */
export const RequestFiles = z.object({ exports: z.array(ExportView), next: z.number().nullable() });

export const RequestQuery = z.strictObject({
  before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
  state: z.enum(["all", "underway", "done", "failed"]).default("all"),
  kind: z.string().max(40).optional(),
  text: z.string().trim().max(80).optional(),
  days: z.coerce.number().int().min(1).max(3660).optional(),
  mine: z.enum(["yes", "no"]).default("no"),
});
export const RequestFilesQuery = z.strictObject({
  after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
});
/** Packs the finished files of a request; folders by a pattern such as `{format}`. */
export const ZipRequest = z.strictObject({ folders: z.string().max(200).default("") });
/** The job that makes a file for whoever asks. */
export const JobAnswer = z.object({ job: z.string() });

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
