import { spawn } from "node:child_process";
import pLimit from "p-limit";
import type { z } from "zod";
import { bundleOf } from "@/scripts/lib/programs.mjs";
import { Refusal } from "@/server/refusal";

/*
 * Heavy or hostile input is looked at in processes of their own: whatever it does there, what serves everybody goes on.
 */

/** A program that took too long, took too much, or fell. */
export class ApartError extends Error {
  constructor(
    message: string,
    readonly reason: "time" | "failed",
  ) {
    super(message);
    this.name = "ApartError";
  }
}

export interface ApartJob<T> {
  /** Path of the program from the project's root; it writes its answer to standard output as JSON. */
  readonly program: string;
  readonly args?: readonly string[];
  /** Handed to its standard input as JSON. */
  readonly input?: unknown;
  /** Names of settings that it needs; nothing else of ours is its business. */
  readonly settings?: readonly string[];
  readonly shape: z.ZodType<T>;
  readonly timeMs: number;
  readonly memoryMb: number;
  /** Told how far it is, by lines such as `progress 3 4` on its standard error. */
  readonly onProgress?: (done: number, total: number) => void;
  /** Ends it, when whoever asked has left. */
  readonly signal?: AbortSignal;
}

const answerBytes = 16 * 1024 * 1024;
/** Written files, in bytes. */
const fileBytes = 700 * 1024 * 1024;

/** So many run at once, and so many wait; whoever comes then is asked to come again. */
const turn = pLimit(2);
const mostWaiting = 24;

/** Takes a turn among all that is heavy in this process. Throws a Refusal when too many wait. */
export async function inTurn<T>(work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  if (turn.pendingCount >= mostWaiting) {
    throw new Refusal(503, "busy", "Many files are being read just now. Try again in a minute.");
  }
  return turn(async () => {
    signal?.throwIfAborted();
    return work();
  });
}

/** What Node runs of a program: its bundle where everything is built, and otherwise its source. */
const runs = (program: string): string[] =>
  process.env.NODE_ENV === "production" ? [bundleOf(program)] : ["--import", "tsx", program];

/** Runs one of our own programs in a process of its own, within limits. Throws ApartError. */
export async function runApart<T>(job: ApartJob<T>): Promise<T> {
  const limits = [`--data=${job.memoryMb * 1024 * 1024}`, `--fsize=${fileBytes}`, "--core=0"];
  const node = [process.execPath, "--max-old-space-size=320", ...runs(job.program), ...(job.args ?? [])];
  const kept = ["PATH", "HOME", "NODE_ENV", ...(job.settings ?? [])];
  const env = Object.fromEntries(kept.map((name) => [name, process.env[name]])) as NodeJS.ProcessEnv;
  const child = spawn("prlimit", [...limits, "nice", "-n", "10", ...node], { env, stdio: ["pipe", "pipe", "pipe"] });
  const chunks: Buffer[] = [];
  let bytes = 0;
  let late = false;
  const end = () => child.kill("SIGKILL");
  const timer = setTimeout(() => {
    late = true;
    end();
  }, job.timeMs);
  job.signal?.addEventListener("abort", end, { once: true });
  child.stdout.on("data", (chunk: Buffer) => {
    bytes += chunk.length;
    if (bytes > answerBytes) end();
    else chunks.push(chunk);
  });
  child.stderr.on("data", (chunk: Buffer) => {
    const told = [...chunk.toString().matchAll(/^progress (\d+) (\d+)$/gm)].pop();
    if (told) job.onProgress?.(Number(told[1]), Number(told[2]));
  });
  child.stdin.on("error", () => undefined); // It has ended without reading all; its status tells.
  child.stdin.end(job.input === undefined ? undefined : JSON.stringify(job.input));
  try {
    const code = await new Promise<number>((resolve, reject) => {
      child.once("error", reject);
      child.once("close", (status) => resolve(status ?? -1));
    });
    job.signal?.throwIfAborted();
    if (late) throw new ApartError(`${job.program} took too long`, "time");
    if (code !== 0) throw new ApartError(`${job.program} ended with status ${code}`, "failed");
    return job.shape.parse(JSON.parse(Buffer.concat(chunks).toString("utf8")));
  } finally {
    clearTimeout(timer);
    job.signal?.removeEventListener("abort", end);
  }
}
