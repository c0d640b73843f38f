import type { z } from "zod";

/** Keeps something that was copied, also for other designs; a full or forbidden store keeps nothing. */
export function keepCopied(place: string, value: unknown): void {
  try {
    localStorage.setItem(place, JSON.stringify(value));
  } catch {
    // There is simply nothing to put anywhere.
  }
}

/** What was copied last, if it still reads as what it should be. */
export function readCopied<S extends z.ZodType>(place: string, shape: S): z.infer<S> | undefined {
  try {
    const read = shape.safeParse(JSON.parse(localStorage.getItem(place) ?? ""));
    return read.success ? read.data : undefined;
  } catch {
    return undefined;
  }
}
