import { useEffect, useEffectEvent, useState, useSyncExternalStore } from "react";
import type { z } from "zod";
import type { JobView } from "@/contract/jobs";
import { ApiError } from "./api";
import { jobEnded } from "./jobs";

/*
 * Jobs that somebody waits for at a screen, by what they are for. Their ids are kept in the tab, so that a reload finds
 * them again and nothing that was made for somebody is lost to them.
 */

const listeners = new Set<() => void>();
/** Where a browser forbids its store, a job is known until the next reload. */
const here = new Map<string, string>();
const nameOf = (key: string) => `rubrick job ${key}`;

function tabStore(): Storage | undefined {
  try {
    return window.sessionStorage;
  } catch {
    return undefined;
  }
}

const keptId = (key: string): string | undefined => tabStore()?.getItem(nameOf(key)) ?? here.get(key);

function keep(key: string, id: string | undefined): void {
  const store = tabStore();
  here.delete(key);
  if (id === undefined) store?.removeItem(nameOf(key));
  else {
    try {
      if (!store) throw new Error("there is no store");
      store.setItem(nameOf(key), id);
    } catch {
      // Forbidden, or full.
      here.set(key, id);
    }
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

export interface KeptJob<T> {
  /** It is asked for, waits, or is in hand. */
  readonly busy: boolean;
  readonly job: JobView | undefined;
  readonly fault: string | undefined;
  /** What came of it, with the job that made it. */
  readonly made: (T & { readonly job: string }) | undefined;
  /** Asks for one, in the place of the last; without a job there was nothing to do. */
  readonly start: (ask: () => Promise<{ readonly job: string | null }>) => Promise<void>;
  /** Forgets one that has ended; one that has not stays known. */
  readonly leave: () => void;
}

/** The job that this tab waits for under a key, also after a reload. `shape` reads what comes of it. */
export function useKeptJob<T extends object>(key: string, shape: z.ZodType<T>): KeptJob<T> {
  const id = useSyncExternalStore(
    subscribe,
    () => keptId(key),
    () => undefined,
  );
  const [seen, setSeen] = useState<JobView>();
  const [asking, setAsking] = useState(false);
  const [refusal, setRefusal] = useState<string>();
  useEffect(() => {
    if (id === undefined) return;
    const leaving = new AbortController();
    jobEnded(id, setSeen, leaving.signal).catch((error: unknown) => {
      // Kept for a day, or of somebody who was signed in here before.
      if (!(error instanceof ApiError && error.status === 404)) setRefusal((error as Error).message);
      keep(key, undefined);
    });
    return () => leaving.abort();
  }, [id, key]);
  const job = seen?.id === id ? seen : undefined;
  const parsed = job?.state === "done" ? shape.safeParse(job.result) : undefined;
  const isOver = job !== undefined && job.state !== "waiting" && job.state !== "leased";
  const failure = isOver && !parsed?.success ? (job.error ?? "This was cancelled before it was done.") : undefined;
  return {
    busy: asking || (id !== undefined && !isOver),
    job,
    fault: refusal ?? failure,
    made: parsed?.success ? { ...parsed.data, job: job!.id } : undefined,
    start: async (ask) => {
      setRefusal(undefined);
      setAsking(true);
      keep(key, undefined);
      try {
        keep(key, (await ask()).job ?? undefined);
      } catch (error) {
        setRefusal((error as Error).message);
      }
      setAsking(false);
    },
    leave: () => {
      if (isOver) keep(key, undefined);
    },
  };
}

/** Opens again, after a reload, what a job is waited for in. */
export function useReopened(key: string, open: () => void): void {
  const opening = useEffectEvent(() => {
    if (keptId(key) !== undefined) open();
  });
  useEffect(() => opening(), []);
}
