import type { ChildProcess } from "node:child_process";
import { setTimeout as pause } from "node:timers/promises";
import { workerNiceness } from "@/scripts/lib/instance.mjs";
import { standBack, startChild } from "@/scripts/lib/processes.mjs";
import { bundleOf } from "@/scripts/lib/programs.mjs";

/* What is at an instance beside people: live pages that listen, and workers on more machines. */

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
    const worker: ChildProcess = startChild(process.execPath, [bundleOf("worker/main.ts")], {
      ...user,
      env: { ...env, NODE_ENV: "production", WORKER_NAME: `load-${i + 2}` },
      stdio: "ignore",
    });
    standBack(worker.pid, workerNiceness);
    return worker;
  });
