import { z } from "zod";

/** One change of a document: a value put, added to, or taken from the place that a path of keys leads to. */
export const Patch = z.strictObject({
  op: z.enum(["replace", "add", "remove"]),
  path: z
    .array(z.union([z.string().max(100), z.number().int().min(0).max(100000)]))
    .min(1)
    .max(40),
  // Whatever JSON can hold: the document's own schema judges it where it comes to lie.
  value: z.unknown().optional(),
});
export type Patch = z.infer<typeof Patch>;

export const Revision = z.number().int().min(1);

/** What one request is told apart by from all others. */
export const Nonce = z.string().regex(/^[0-9a-f]{20}$/);

/**
 * Changes made on a revision; refused with both versions when the document has moved on since. `lost` names requests
 * whose answers were lost: of a design it is told then which of them had arrived.
 */
export const PatchRequest = z.strictObject({
  revision: Revision,
  patches: z.array(Patch).min(1).max(5000),
  nonce: Nonce.optional(),
  lost: z.array(Nonce).max(100).optional(),
});
export type PatchRequest = z.infer<typeof PatchRequest>;

export const Saved = z.object({ revision: Revision });
export type Saved = z.infer<typeof Saved>;
