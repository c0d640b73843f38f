import { spawn } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { getPriority, setPriority } from "node:os";

/** Everything that this start has started and that has not ended yet, so that nothing outlives it. */
const running = new Set();
let stopping = false;

export const isStopping = () => stopping;

/** Whether a process runs; one that has ended and that nobody has asked about does not. */
export const alive = (pid) => {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, "latin1");
    return !/^[ZX]/.test(text.slice(text.lastIndexOf(")") + 2));
  } catch {
    return false;
  }
};

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

function signal(pid, name) {
  try {
    process.kill(pid, name);
  } catch {
    // It has ended meanwhile.
  }
}

/** Asks a process to end, and ends it when it has not within eight seconds; then whatever it had started itself. */
export async function stopProcess(pid) {
  if (!pid) return;
  signal(pid, "SIGTERM");
  for (let i = 0; i < 160 && alive(pid); i++) await pause(50);
  endGroup(pid);
  for (let i = 0; i < 100 && alive(pid); i++) await pause(50);
}

/** Ends at once what is left of a process and of those that it has started. */
export const endGroup = (pid) => signal(-pid, "SIGKILL");

/**
 * Starts a process that is ended with us, whatever happens: should we be killed outright, the system asks it to end. It
 * leads a group of its own, so that Ctrl-C comes to us alone.
 */
export function startChild(command, args, options) {
  if (stopping) throw new Error("stopping");
  const child = spawn("setpriv", ["--pdeathsig", "TERM", command, ...args], { ...options, detached: true });
  running.add(child);
  const over = () => {
    running.delete(child);
    if (child.pid) endGroup(child.pid);
  };
  child.once("exit", over);
  child.once("error", over);
  return child;
}

const nicest = 19;
const longestPauseMs = 10_000;
/**
 * Lets a started process and all that it starts itself stand back behind us. Where the kernel shares processor time
 * between sessions, a process's niceness counts within its own session only, so the session gets it as well. Every
 * session begins at 0, whatever ours has, and ours may have none to be asked for. Source: sched(7), “The autogroup
 * feature”.
 */
export function standBack(pid, niceness) {
  if (!pid || niceness === 0) return;
  try {
    setPriority(pid, Math.min(nicest, getPriority() + niceness));
  } catch {
    return; // It has ended meanwhile.
  }
  setGroupNiceness(pid, Math.min(nicest, niceness));
}

/**
 * Without the right to administer the system, one session in a tenth of a second gets its niceness, of all there are:
 * it is said again, ever more slowly, until it is taken.
 */
function setGroupNiceness(pid, niceness, pauseMs = 100) {
  try {
    writeFileSync(`/proc/${pid}/autogroup`, String(niceness));
  } catch (error) {
    // Anything else: it has ended meanwhile, or this kernel shares between processes alone.
    if (error.code !== "EAGAIN") return;
    const next = Math.min(longestPauseMs, pauseMs * 1.2);
    setTimeout(setGroupNiceness, pauseMs * (1 + Math.random()), pid, niceness, next).unref();
  }
}

/** Runs a command to its end; answers its status and what it wrote. */
export function runChild(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = startChild(command, args, { ...options, stdio: ["ignore", "pipe", "pipe"] });
    let [stdout, stderr] = ["", ""];
    child.stdout.on("data", (text) => (stdout += text));
    child.stderr.on("data", (text) => (stderr += text));
    child.once("error", (error) => resolve({ status: -1, stdout, stderr: stderr + error.message }));
    child.once("close", (status) => resolve({ status: status ?? -1, stdout, stderr }));
  });
}

/** Ends all that is running; nothing is started any more. */
export async function stopAll() {
  stopping = true;
  await Promise.all([...running].map((child) => stopProcess(child.pid)));
}
