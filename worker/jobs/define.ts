import type { z } from "zod";
import type { Db } from "@/server/db/connection";
import type { Failed, Lease, Progress } from "@/server/db/jobs";

/** What a job in hand is given. */
export interface JobContext {
  readonly db: Db;
  readonly lease: Lease;
  /** A folder of this attempt's own; it goes when the attempt ends. */
  readonly folder: string;
  /** Fires when the job is cancelled, its lease is lost, it takes too long, or its worker stops. */
  readonly signal: AbortSignal;
  /** Told to whoever waits for it, a few times a second. */
  readonly progress: { -readonly [K in keyof Progress]: Progress[K] };
  /** Called beside the work whenever the lease is renewed. */
  readonly onBeat: (look: () => Promise<void>) => void;
}

/**
 * Thrown by a job whose first part is done while others wait at a screen: what is left, as this payload, comes after them.
 */
export class GiveWay extends Error {
  constructor(readonly payload: unknown) {
    super("gives way");
  }
}

/** How a job ended that could not be done, for whoever asked for it. */
export type Failing = Pick<Failed, "message" | "final">;

/** One kind of heavy work. */
export interface JobKind<P = unknown> {
  readonly payload: z.ZodType<P>;
  /** Does it; what it answers is recorded as the job's result. */
  readonly run: (context: JobContext, payload: P) => Promise<unknown>;
  /** Clears up once its end is recorded: whatever is killed before may still be done again. */
  readonly settled?: (db: Db, payload: P) => Promise<void>;
  /** Words for what can go wrong with it, beyond what can with every job. */
  readonly failing?: (error: unknown) => Failing | undefined;
}

export const defineJob = <P>(kind: JobKind<P>): JobKind<P> => kind;
