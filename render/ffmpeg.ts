import { spawn } from "node:child_process";
import type { Readable, Writable } from "node:stream";

/** ffmpeg or ffprobe ended badly; `cause` names what a person can do about it. */
export class EncodeError extends Error {
  constructor(
    message: string,
    readonly reason: "disk_full" | "missing" | "failed",
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
}

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
  const told = run.onFrames ? ["-progress", "pipe:3", "-stats_period", "0.5"] : [];
  const child = spawn(program, [...lead, ...told, ...args], { stdio: ["pipe", "pipe", "pipe", "pipe"], cwd: run.cwd });
  const stop = () => child.kill("SIGKILL");
  run.signal?.addEventListener("abort", stop, { once: true });
  const out: Buffer[] = [];
  let errors = "";
  child.stdout.on("data", (chunk: Buffer) => out.push(chunk));
  child.stderr.on("data", (chunk: Buffer) => {
    errors = (errors + chunk.toString()).slice(-4000);
  });
  followFrames(child.stdio[3] as Readable, run.onFrames);
  // A broken pipe shows up as ffmpeg's own exit; it must not end this process.
  child.stdin.on("error", () => undefined);
  const ended = new Promise<number>((resolve, reject) => {
    child.once("error", reject);
    child.once("close", (code) => resolve(code ?? -1));
  });
  try {
    const fed = (run.feed?.(child.stdin) ?? Promise.resolve()).finally(() => child.stdin.end());
    const code = await Promise.race([ended, fed.then(() => ended)]);
    run.signal?.throwIfAborted();
    if (code !== 0) throw encodeError(program, code, errors);
    return Buffer.concat(out);
  } catch (error) {
    stop();
    run.signal?.throwIfAborted();
    if ((error as NodeJS.ErrnoException).code === "ENOENT") {
      throw new EncodeError(`${program} is not installed here.`, "missing", String(error));
    }
    throw error;
  } finally {
    run.signal?.removeEventListener("abort", stop);
  }
}

/** Reads the lines `frame=…` of ffmpeg's own progress. */
function followFrames(progress: Readable, onFrames: FfmpegRun["onFrames"]): void {
  let rest = "";
  progress.on("data", (chunk: Buffer) => {
    const lines = (rest + chunk.toString()).split("\n");
    rest = lines.pop()!;
    for (const line of lines) {
      const frame = /^frame=\s*(\d+)/.exec(line);
      if (frame) onFrames?.(Number(frame[1]));
    }
  });
}

function encodeError(program: string, code: number, errors: string): EncodeError {
  if (/No space left on device/i.test(errors)) {
    return new EncodeError("The disk is full. Free some space, then try again.", "disk_full", errors);
  }
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
