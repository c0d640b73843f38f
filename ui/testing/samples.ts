import type { ExportView, RequestView } from "@/contract/exports";
import type { JobView } from "@/contract/jobs";
import { outputOf } from "@/core/testing/scene";

/* What handlers would answer, as far as a test doesn't say otherwise. */

/** A file of the outbox, finished by default. */
export const exportView = (id: string, more: Partial<ExportView> = {}): ExportView => ({
  ...{ id, design: "Name strap", release: 2, format: "wide", output: outputOf({ kind: "vp9-alpha" }) },
  ...{ fileName: `Name-strap_${id}_wide.webm`, by: "Ines Halloran", mine: true, createdAt: "2026-11-30T10:00:00.000Z" },
  ...{ state: "done", stage: "done", attempts: 1, worker: null, ahead: null, aboutS: null, framesDone: 0 },
  ...{ framesTotal: 0, error: null, bytes: 120_000, proof: null, expected: null, goneAt: null, goesAt: null },
  figures: null,
  ...more,
});

/** Two files that were asked for together, finished by default. */
export const requestView = (more: Partial<RequestView> = {}): RequestView => ({
  ...{ id: "r1", title: "Spring talks", by: "Ines Halloran", mine: true, createdAt: "2026-11-30T10:00:00.000Z" },
  ...{ counts: { done: 2 }, files: 2, bytes: 240_000, progress: 1, comments: 0 },
  exports: [exportView("a"), exportView("b")],
  ...more,
});

/** A job in hand. */
export const jobView = (more: Partial<JobView> = {}): JobView => ({
  ...{ id: "j1", state: "leased", stage: "packing", done: 0, total: 0, error: null, result: null, aboutS: 40 },
  ...more,
});
