import { z } from "zod";

export const AuditQuery = z.strictObject({
  /** Looked for in what was done, to what, and in what is written down of it. */
  search: z.string().max(80).default(""),
  /** A member's id. */
  by: z.string().max(20).default(""),
  from: z.iso.date().optional(),
  until: z.iso.date().optional(),
  /** The number of the last entry of the page before. */
  before: z.coerce.number().int().min(1).optional(),
});
export type AuditQuery = z.infer<typeof AuditQuery>;

export const AuditEntry = z.object({
  seq: z.number(),
  at: z.string(),
  by: z.string().nullable(),
  action: z.string(),
  /** Its id, and the name that people know it by, where it has one. */
  subject: z.string(),
  name: z.string().nullable(),
  detail: z.unknown(),
});
export type AuditEntry = z.infer<typeof AuditEntry>;
export const AuditPage = z.object({ entries: z.array(AuditEntry), next: z.number().nullable() });
export type AuditPage = z.infer<typeof AuditPage>;
