import { AsyncLocalStorage } from "node:async_hooks";
import { randomBytes } from "node:crypto";

/*
 * One id through a call, the jobs it asks for and the workers that do them: whoever looks for what happened finds all of
 * its lines by it.
 */

interface Trace {
  readonly request: string;
  readonly job?: string;
}

const store = new AsyncLocalStorage<Trace>();

/** The id of what is going on here; empty where nothing was asked for by anybody. */
export const traceId = (): string => store.getStore()?.request ?? "";

/** What every line of the log carries. */
export const traceFacts = (): Partial<Trace> => store.getStore() ?? {};

/** Does something under an id. */
export const traced = <T>(trace: Trace, work: () => T): T => store.run(trace, work);

/** An id that came with a call, as a proxy gives it; a new one where there is none, or none that can be trusted to be one. */
export const newTraceId = (given: string | null): string =>
  given !== null && /^[A-Za-z0-9_-]{8,40}$/.test(given) ? given : randomBytes(10).toString("hex");
