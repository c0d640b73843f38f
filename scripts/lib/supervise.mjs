import { appendFileSync, closeSync, copyFileSync, existsSync, openSync, statSync, truncateSync } from "node:fs";
import { say } from "./say.mjs";
import { isStopping, standBack, startChild, stopProcess } from "./processes.mjs";
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

  constructor(name, { pidFile, log }, start) {
    this.name = name;
    this.pidFile = pidFile;
    this.log = log;
    this.start = start;
    this.watch = setInterval(() => keepLogSmall(log), 60_000);
    this.watch.unref();
    keepLogSmall(log);
  }

  /** On the screen, and where whoever looks for the reason will look. */
  tell(text) {
    say(text);
    try {
      appendFileSync(this.log, `${new Date().toISOString()} ${text}\n`);
    } catch {
      // A disk that is full has said so already.
    }
  }

  launch() {
    const startedMs = Date.now();
    const child = this.start();
    this.child = child;
    this.noteProcess(child.pid);
    child.once("exit", (code, signal) => {
      if (this.stopped || isStopping()) return;
      if (Date.now() - startedMs > steadyMs) this.pauseMs = 1000;
      const how = signal ?? `status ${code}`;
      this.tell(`The ${this.name} process ended (${how}); it is started again in ${this.pauseMs / 1000} s.`);
      this.timer = setTimeout(() => this.stopped || isStopping() || this.launch(), this.pauseMs);
      this.pauseMs = Math.min(longestPauseMs, this.pauseMs * 2);
    });
    return child;
  }

  noteProcess(pid) {
    try {
      if (pid) writeWhole(this.pidFile, String(pid));
    } catch (error) {
      this.tell(`${this.pidFile} could not be written (${error.code}).`);
    }
  }

  async stop() {
    this.stopped = true;
    clearTimeout(this.timer);
    clearInterval(this.watch);
    await stopProcess(this.child?.pid);
  }
}

const mostLogBytes = 20 * 1024 * 1024;

/**
 * Keeps a log and the one before it, each up to 20 MB. Whoever writes to it goes on writing: its file is emptied, not
 * exchanged.
 */
export function keepLogSmall(log) {
  try {
    if (!existsSync(log) || statSync(log).size <= mostLogBytes) return;
    copyFileSync(log, `${log}.1`);
    truncateSync(log);
  } catch (error) {
    say(`The log ${log} could not be made shorter (${error.code}).`);
  }
}

/** A Node process of ours that writes to a log of its own and is ended with us. */
export function startNode(args, { log, env, user, niceness = 0 }) {
  const out = openSync(log, "a", 0o600);
  const child = startChild(process.execPath, args, {
    ...user,
    stdio: ["ignore", out, out, "ipc"],
    env,
  });
  closeSync(out);
  // Its own children have it too: encoders stand back behind whoever waits for a page.
  standBack(child.pid, niceness);
  return child;
}
