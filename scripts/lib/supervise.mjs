import { closeSync, openSync } from "node:fs";
import { say } from "./say.mjs";
import { isStopping, startChild, stopProcess } from "./processes.mjs";
import { writeWhole } from "./settings.mjs";

const longestPauseMs = 30_000;
/** After so long a life an end counts as the first again. */
const steadyMs = 60_000;

/**
 * Keeps a process running: started again when it ends, after a pause that grows from one second. `start` makes it and
 * answers the child; what happens is said on the screen and in its log.
 */
export class Supervised {
  stopped = false;
  pauseMs = 1000;

  constructor(name, pidFile, start) {
    this.name = name;
    this.pidFile = pidFile;
    this.start = start;
  }

  launch() {
    const startedMs = Date.now();
    const child = this.start();
    this.child = child;
    if (child.pid) writeWhole(this.pidFile, String(child.pid));
    child.once("exit", (code, signal) => {
      if (this.stopped || isStopping()) return;
      if (Date.now() - startedMs > steadyMs) this.pauseMs = 1000;
      say(
        `The ${this.name} process ended (${signal ?? `status ${code}`}); it is started again in ${this.pauseMs / 1000} s.`,
      );
      this.timer = setTimeout(() => this.stopped || isStopping() || this.launch(), this.pauseMs);
      this.pauseMs = Math.min(longestPauseMs, this.pauseMs * 2);
    });
    return child;
  }

  async stop() {
    this.stopped = true;
    clearTimeout(this.timer);
    await stopProcess(this.child?.pid);
  }
}

/** A Node process of ours that writes to a log of its own and is ended with us. */
export function startNode(args, { log, env }) {
  const out = openSync(log, "a", 0o600);
  const child = startChild(process.execPath, args, {
    detached: true, // Ctrl-C comes to us alone, and we stop things in order
    stdio: ["ignore", out, out, "ipc"],
    env,
  });
  closeSync(out);
  return child;
}
