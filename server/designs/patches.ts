import { setImmediate } from "node:timers/promises";
import { applyPatches, enablePatches, produce, type Patch as ImmerPatch } from "immer";
import type { z } from "zod";
import type { Patch } from "@/contract/patch";
import type { Design } from "@/core/document/design";
import { faultsOf, parseDesignInSlices } from "@/core/document/upgrade";
import { Refusal } from "@/server/refusal";

enablePatches();
const forbidden = new Set(["__proto__", "constructor", "prototype"]);

const wild = () => new Refusal(422, "patch", "A change leads to a place that no document has.");

/** Entries that all changes together may move along in lists. */
const mostMoved = 20_000;

/**
 * How many entries a change moves along in its list. Refuses paths into anything but own properties, and steps into
 * lists by anything but a place that is there: a length that is set, or an entry far beyond the end, would make a list
 * that nobody can hold.
 */
function movedBy({ path, op }: Patch, document: unknown): number {
  let held = document;
  let moved = 0;
  for (const [i, step] of path.entries()) {
    if (forbidden.has(String(step))) throw wild();
    if (Array.isArray(held)) {
      if (typeof step !== "number" || step > held.length) throw wild();
      if (i === path.length - 1 && op !== "replace") moved = held.length - step + 1;
    }
    held = typeof held === "object" && held !== null ? (held as Record<string, unknown>)[step] : undefined;
  }
  return moved;
}

/** The changes one after the other, each looked at on the document it meets, its cost counted before it is paid. */
function changedBy(document: object, patches: readonly Patch[]): object {
  let moved = 0;
  return produce(document, (draft) => {
    for (const patch of patches) {
      moved += movedBy(patch, draft);
      if (moved > mostMoved) throw new Refusal(422, "patch", "This is too much to change at once.");
      applyPatches(draft, [patch as ImmerPatch]);
    }
  });
}

/** The document with these changes, not yet checked. Refuses paths that lead nowhere. */
export function applied(document: object, patches: readonly Patch[]): unknown {
  try {
    return changedBy(document, patches);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(422, "patch", "A change does not fit the document it was made for. Load the page again.");
  }
}

const refusalOf = ({ path, message }: { path: string; message: string }) =>
  new Refusal(422, "invalid", `${path}: ${message}`, path);

/** A changed document as its schema has it. Refuses values that don't fit. */
export function checked<T>(changed: unknown, schema: z.ZodType<T>): T {
  const parsed = schema.safeParse(changed);
  if (parsed.success) return parsed.data;
  throw refusalOf(faultsOf(parsed.error)[0]!);
}

/** The same for a design, whose many layers let others come to their turn. */
export async function checkedDesign(changed: unknown): Promise<Design> {
  const parsed = await parseDesignInSlices(changed, () => setImmediate());
  if (parsed.ok) return parsed.design;
  throw refusalOf(parsed.faults[0]!);
}
