import { spawn } from "node:child_process";
import type { Socket } from "node:net";
import type { Readable, Writable } from "node:stream";
import { bareEnvironment, walled } from "./walled";

/** ffmpeg or ffprobe ended badly; `cause` names what a person can do about it. */
export class EncodeError extends Error {
  constructor(
    message: string,
    readonly reason: "disk_full" | "missing" | "stalled" | "killed" | "failed",
    readonly detail: string,
  ) {
    super(message);
    this.name = "EncodeError";
  }
}

export interface FfmpegRun {
  readonly program?: "ffmpeg" | "ffprobe";
  /** Writes to standard input; returns when all is handed over. Backpressure through `writeTo`. */
  readonly feed?: (input: Writable) => Promise<void>;
  readonly signal?: AbortSignal | undefined;
  readonly cwd?: string;
  /** Told, twice a second and at the end, how many frames of the result are made. */
  readonly onFrames?: (count: number) => void;
  /** Takes standard output as it comes, instead of having it come back whole. */
  readonly onOutput?: (chunk: Buffer) => void;
  /** Memory and processor time that it may take; for files of strangers. */
  readonly limits?: { readonly memoryMb: number; readonly processorS: number };
  /** Given up when for so long nothing goes in or comes out, though we keep nothing back. */
  readonly stallMs?: number;
}

/** A minute without any progress: it won't come any more. */
const stallMs = 60_000;

// Nothing but local files and pipes may ever be opened, whatever a container's contents ask for.
const common = ["-hide_banner", "-nostdin", "-loglevel", "error", "-protocol_whitelist", "file,pipe,fd,concat"];

/** Runs ffmpeg; standard output comes back whole. Throws EncodeError, or the abort reason when it was stopped. */
export async function runFfmpeg(args: readonly string[], run: FfmpegRun = {}): Promise<Buffer> {
  run.signal?.throwIfAborted();
  const program = run.program ?? "ffmpeg";
  const lead =
    program === "ffmpeg"
      ? common.filter((arg) => arg !== "-nostdin" || !run.feed)
      : ["-v", "error", "-protocol_whitelist", "file"];
  const told = program === "ffmpeg" ? ["-progress", "pipe:3", "-stats_period", "0.5"] : [];
  const child = spawnLimited(program, [...lead, ...told, ...args], run);
  const stop = () => child.kill("SIGKILL");
  run.signal?.addEventListener("abort", stop, { once: true });
  const out: Buffer[] = [];
  let errors = "";
  let moved = 0;
  const take = run.onOutput ?? ((chunk: Buffer) => void out.push(chunk));
  child.stdout.on("data", (chunk: Buffer) => {
    moved += chunk.length;
    take(chunk);
  });
  child.stderr.on("data", (chunk: Buffer) => {
    errors = (errors + chunk.toString()).slice(-4000);
  });
  let frames = 0;
  followFrames(child.stdio[3] as Readable, (count) => {
    frames = count;
    run.onFrames?.(count);
  });
  const watch = watchProgress(run.stallMs ?? stallMs, {
    // While we paint the next frame it is we who are waited for.
    itsTurn: () => child.stdin.writableNeedDrain || child.stdin.writableEnded,
    // A pipe to a child is a socket of the system.
    mark: () => `${(child.stdin as Socket).bytesWritten} ${moved} ${frames}`,
    giveUp: stop,
  });
  // A broken pipe shows up as ffmpeg's own exit; it must not end this process.
  child.stdin.on("error", () => undefined);
  const ended = new Promise<number>((resolve, reject) => {
    child.once("error", reject);
    child.once("close", (code, signal) => resolve(code ?? (byOthers.includes(signal!) ? killed : -1)));
  });
  try {
    const fed = (run.feed?.(child.stdin) ?? Promise.resolve()).finally(() => child.stdin.end());
    const code = await Promise.race([ended, fed.then(() => ended)]);
    run.signal?.throwIfAborted();
    if (watch.gaveUp()) throw new EncodeError(`${program} stood still and was ended.`, "stalled", errors);
    // What of a file did not fit is told of, and all the same it ends as if it had.
    if (code !== 0 || isFull(errors)) throw encodeError(program, code, errors, run);
    return Buffer.concat(out);
  } catch (error) {
    stop();
    run.signal?.throwIfAborted();
    if ((error as NodeJS.ErrnoException).code === "ENOENT") {
      throw new EncodeError(`${program} is not installed here.`, "missing", String(error));
    }
    throw error;
  } finally {
    watch.end();
    run.signal?.removeEventListener("abort", stop);
  }
}

/** Core dumps of what held people's pictures are kept by nobody; limits are the system's own. */
function spawnLimited(program: string, args: readonly string[], { cwd, limits }: FfmpegRun) {
  const stdio = ["pipe", "pipe", "pipe", "pipe"] as ["pipe", "pipe", "pipe", "pipe"];
  const env = bareEnvironment();
  if (!limits) return spawn(program, args, { stdio, cwd, env });
  const held = [`--as=${limits.memoryMb * 1024 * 1024}`, `--cpu=${limits.processorS}`, "--core=0"];
  const [name, line] = walled(held, [program, ...args]);
  return spawn(name, line, { stdio, cwd, env });
}

interface Watched {
  /** Whether it could go on now, were it well. */
  readonly itsTurn: () => boolean;
  /** Differs as soon as anything has moved. */
  readonly mark: () => string;
  readonly giveUp: () => void;
}

/** Gives up what stands still for `mostMs`. */
function watchProgress(mostMs: number, { itsTurn, mark, giveUp }: Watched) {
  let [seen, sinceMs, gaveUp] = [mark(), performance.now(), false];
  const timer = setInterval(() => {
    const now = mark();
    if (now !== seen || !itsTurn()) [seen, sinceMs] = [now, performance.now()];
    else if (performance.now() - sinceMs > mostMs) {
      gaveUp = true;
      giveUp();
    }
  }, mostMs / 12);
  return { gaveUp: () => gaveUp, end: () => clearInterval(timer) };
}

/** Reads the lines `frame=…` of ffmpeg's own progress. */
function followFrames(progress: Readable, onFrames: (count: number) => void): void {
  let rest = "";
  progress.on("data", (chunk: Buffer) => {
    const lines = (rest + chunk.toString()).split("\n");
    rest = lines.pop()!;
    for (const line of lines) {
      const frame = /^frame=\s*(\d+)/.exec(line);
      if (frame) onFrames(Number(frame[1]));
    }
  });
}

const isFull = (errors: string): boolean => /No space left on device|Disk quota exceeded/i.test(errors);

/** Signals that come from outside; a crash is of its own making. */
const byOthers: readonly NodeJS.Signals[] = ["SIGKILL", "SIGTERM", "SIGINT", "SIGHUP"];
/** Stands for the status of what others have ended. */
const killed = -2;

function encodeError(program: string, code: number, errors: string, { limits }: FfmpegRun): EncodeError {
  if (isFull(errors)) {
    return new EncodeError("The disk is full. Free some space, then try again.", "disk_full", errors);
  }
  // What ran into its own limits was ended for what it was given.
  if (code === killed && !limits) return new EncodeError(`${program} was killed.`, "killed", errors);
  return new EncodeError(`${program} stopped with status ${code}.`, "failed", errors);
}

/** Writes a chunk and waits while the pipe is full. Resolves at once when the pipe has broken. */
export async function writeTo(stream: Writable, chunk: Uint8Array): Promise<void> {
  if (stream.destroyed || stream.write(chunk)) return;
  await new Promise<void>((resolve) => {
    const done = () => {
      stream.off("drain", done);
      stream.off("close", done);
      stream.off("error", done);
      resolve();
    };
    stream.on("drain", done);
    stream.on("close", done);
    stream.on("error", done);
  });
}
