import { spawn, type ChildProcess } from "node:child_process";
import { setPriority } from "node:os";
import { setTimeout as pause } from "node:timers/promises";
import { workerNiceness } from "@/scripts/lib/instance.mjs";
import { bundleOf } from "@/scripts/lib/programs.mjs";

/*
 * Others who are at an instance while fillers work: designers at their drafts and together at one, live pages that listen,
 * and workers on more machines.
 */

/** Makes a timed call as somebody; undefined where it failed, which was noted. */
export type Call = <T>(kind: string, cookie: string, path: string, body?: unknown) => Promise<T | undefined>;

interface Revised {
  readonly revision: number;
}

/** A designer who changes a draft about twice a second, on what it is now. */
export async function design(
  call: Call,
  cookie: string,
  draft: string,
  name: string,
  untilMs: number,
): Promise<number> {
  let changes = 0;
  let now = await call<Revised>("bench", cookie, `/api/designs/${draft}`);
  while (Date.now() < untilMs) {
    await pause(400 + Math.random() * 400);
    const patches = [{ op: "replace", path: ["notes"], value: `${name} ${changes}` }];
    const answer =
      now &&
      (await call<Revised>("patch", cookie, `/api/designs/${draft}/patches`, { revision: now.revision, patches }));
    if (answer) changes++;
    // Somebody else was faster: what they have made is looked at first.
    now = answer ?? (await call<Revised>("bench", cookie, `/api/designs/${draft}`));
  }
  return changes;
}

/** Live pages that listen until they are stopped, again whenever their line is gone. */
export function listenAll(address: string, token: string, pages: number, stop: AbortSignal): { heard: () => number } {
  let heard = 0;
  const listen = async (): Promise<void> => {
    while (!stop.aborted) {
      try {
        const answer = await fetch(`${address}/api/links/${token}/live/events`, { signal: stop });
        for await (const chunk of answer.body!.pipeThrough(new TextDecoderStream()))
          if (chunk.includes("data:")) heard++;
      } catch {
        await pause(1000, undefined, { signal: stop }).catch(() => undefined);
      }
    }
  };
  for (let i = 0; i < pages; i++) void listen();
  return { heard: () => heard };
}

/** Whom the instance's processes run as, and with what settings. */
interface Running {
  readonly env: NodeJS.ProcessEnv;
  readonly user?: { readonly uid: number; readonly gid: number };
}

/** Workers beside the instance's own, as the same user and as ready as that to let others go first. */
export const moreWorkers = (count: number, { env, user }: Running): ChildProcess[] =>
  Array.from({ length: count }, (_, i) => {
    const worker = spawn(process.execPath, [bundleOf("worker/main.ts")], {
      ...user,
      env: { ...env, NODE_ENV: "production", WORKER_NAME: `load-${i + 2}` },
      stdio: "ignore",
    });
    if (worker.pid) setPriority(worker.pid, workerNiceness);
    return worker;
  });
