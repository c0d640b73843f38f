import type { z } from "zod";
import { Design, designVersion } from "./design";

/** Steps from version n to n + 1, by n. A new version adds one entry and one test. */
const steps: Readonly<Record<number, (document: Record<string, unknown>) => Record<string, unknown>>> = {};

export type ParsedDesign = { ok: true; design: Design } | { ok: false; faults: { path: string; message: string }[] };

/** Reads a design of any version from unknown data; unknown keys and kinds are refused with their place. */
export function parseDesign(input: unknown): ParsedDesign {
  let document = input;
  if (typeof document === "object" && document !== null && "version" in document) {
    let current = document as Record<string, unknown>;
    while (typeof current.version === "number" && current.version < designVersion) {
      const step = steps[current.version];
      if (!step) break;
      current = step(current);
    }
    document = current;
  }
  const result = Design.safeParse(document);
  return result.success ? { ok: true, design: result.data } : { ok: false, faults: faultsOf(result.error) };
}

/** Zod's issues as place and words. */
export function faultsOf(error: z.ZodError): { path: string; message: string }[] {
  return error.issues.map((issue) => ({ path: issue.path.join("."), message: issue.message }));
}
