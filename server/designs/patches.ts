import { applyPatches, enablePatches, type Patch as ImmerPatch } from "immer";
import type { z } from "zod";
import type { Patch } from "@/contract/patch";
import { faultsOf } from "@/core/document/upgrade";
import { Refusal } from "@/server/refusal";

enablePatches();
const forbidden = new Set(["__proto__", "constructor", "prototype"]);

/** The document with these changes, checked by its schema. Refuses paths that lead nowhere and values that don't fit. */
export function patched<T>(document: T, patches: readonly Patch[], schema: z.ZodType<T>): T {
  for (const { path } of patches) {
    if (path.some((step) => forbidden.has(String(step)))) {
      throw new Refusal(422, "patch", "A change leads to a place that no document has.");
    }
  }
  let changed: unknown;
  try {
    changed = applyPatches(document as object, patches as ImmerPatch[]);
  } catch {
    throw new Refusal(422, "patch", "A change does not fit the document it was made for. Load the page again.");
  }
  const parsed = schema.safeParse(changed);
  if (parsed.success) return parsed.data;
  const fault = faultsOf(parsed.error)[0]!;
  throw new Refusal(422, "invalid", `${fault.path}: ${fault.message}`, fault.path);
}
