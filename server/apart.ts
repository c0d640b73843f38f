import { spawn, type ChildProcessWithoutNullStreams } from "node:child_process";
import type { Socket } from "node:net";
import { constants } from "node:os";
import pLimit from "p-limit";
import type { z } from "zod";
import { bundleOf } from "@/scripts/lib/programs.mjs";
import { bareEnvironment, limited, walled } from "@/render/walled";
import { Refusal } from "@/server/refusal";

/*
 * Heavy or hostile input is looked at in processes of their own: whatever it does there, what serves everybody goes on.
 */

/** What became of a program: it took too much time or memory, the machine was too busy for it, or it fell. */
export type ApartReason = "time" | "memory" | "busy" | "crashed";

/** A program that came to no answer. */
export class ApartError extends Error {
  constructor(
    message: string,
    readonly reason: ApartReason,
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
  /** Its input says all; one of its kind is kept ready, with everything loaded. */
  readonly warm?: boolean;
  /** Names of settings that it needs; nothing else of ours is its business. */
  readonly settings?: readonly string[];
  readonly shape: z.ZodType<T>;
  /** Seconds of processor time, however long a busy machine needs to give them. */
  readonly cpuS: number;
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

/** Time on the clock after which a program is given up that has not had its processor time, as a multiple of that. */
const mostPatience = 15;

type Limits = Pick<ApartJob<unknown>, "program" | "args" | "settings" | "cpuS" | "memoryMb">;

function startApart({ program, args = [], settings = [], cpuS, memoryMb }: Limits): ChildProcessWithoutNullStreams {
  const limits = [`--data=${memoryMb * 1024 * 1024}`, `--fsize=${fileBytes}`, `--cpu=${cpuS}:${cpuS + 2}`, "--core=0"];
  const node = [process.execPath, "--max-old-space-size=320", ...runs(program), ...args];
  // What needs our settings needs what they lead to: the database, and files behind a network.
  const [name, line] = settings.length === 0 ? walled(limits, node) : limited(limits, node);
  return spawn(name, line, { env: bareEnvironment(settings), stdio: ["pipe", "pipe", "pipe"] });
}

/** Programs that wait for their input with everything loaded, by what they are and may use. */
const warm = new Map<string, ChildProcessWithoutNullStreams>();

/** A program that is ready; the next of its kind is made ready after it. */
function takeWarm(job: Limits): ChildProcessWithoutNullStreams {
  const { program, args, settings, cpuS, memoryMb } = job;
  const limits = { program, args, settings, cpuS, memoryMb };
  const key = JSON.stringify(limits);
  const ready = warm.get(key);
  warm.delete(key);
  const child = ready && ready.exitCode === null && ready.signalCode === null ? ready : startApart(limits);
  child.once("close", () => {
    if (warm.has(key)) return;
    const next = startApart(limits);
    // Nobody waits for it when we end, and it ends when its input does.
    next.unref();
    for (const stream of [next.stdin, next.stdout, next.stderr]) (stream as unknown as Socket).unref();
    next.once("close", () => warm.get(key) === next && warm.delete(key));
    next.on("error", () => warm.delete(key));
    warm.set(key, next);
  });
  child.ref();
  return child;
}

/** How a program ended without an answer. */
function reasonOf(code: number | null, signal: NodeJS.Signals | null, said: string): ApartReason {
  const { SIGXCPU, SIGKILL } = constants.signals;
  // Behind walls a shell tells the signal that ended it.
  if (signal === "SIGXCPU" || signal === "SIGKILL" || code === 128 + SIGXCPU || code === 128 + SIGKILL) return "time";
  const outOfMemory = /out of memory|bad_alloc|ENOMEM|cannot allocate|allocation failed/i.test(said);
  return outOfMemory || signal === "SIGABRT" || code === 134 ? "memory" : "crashed";
}

/** Runs one of our own programs in a process of its own, within limits. Throws ApartError. */
export async function runApart<T>(job: ApartJob<T>): Promise<T> {
  const child = job.warm ? takeWarm(job) : startApart(job);
  const chunks: Buffer[] = [];
  let bytes = 0;
  let late = false;
  let said = "";
  const end = () => child.kill("SIGKILL");
  const timer = setTimeout(
    () => {
      late = true;
      end();
    },
    job.cpuS * mostPatience * 1000,
  );
  job.signal?.addEventListener("abort", end, { once: true });
  if (job.signal?.aborted) end();
  child.stdout.on("data", (chunk: Buffer) => {
    bytes += chunk.length;
    if (bytes > answerBytes) end();
    else chunks.push(chunk);
  });
  child.stderr.on("data", (chunk: Buffer) => {
    said = (said + chunk.toString()).slice(-4000);
    const told = [...chunk.toString().matchAll(/^progress (\d+) (\d+)$/gm)].pop();
    if (told) job.onProgress?.(Number(told[1]), Number(told[2]));
  });
  child.stdin.on("error", () => undefined); // It has ended without reading all; its status tells.
  child.stdin.end(job.input === undefined ? undefined : JSON.stringify(job.input));
  try {
    const { code, signal } = await new Promise<{ code: number | null; signal: NodeJS.Signals | null }>(
      (resolve, reject) => {
        child.once("error", reject);
        child.once("close", (status, by) => resolve({ code: status, signal: by }));
      },
    );
    job.signal?.throwIfAborted();
    if (late) throw new ApartError(`${job.program} had no time on this machine`, "busy");
    if (bytes > answerBytes) throw new ApartError(`${job.program} had too much to say`, "memory");
    if (code !== 0) {
      const how = `${job.program} ended with ${signal ?? `status ${code}`}: ${said.slice(-400)}`;
      throw new ApartError(how, reasonOf(code, signal, said));
    }
    return job.shape.parse(JSON.parse(Buffer.concat(chunks).toString("utf8")));
  } finally {
    clearTimeout(timer);
    job.signal?.removeEventListener("abort", end);
  }
}

/** What a program was to do with something, for whoever asked. */
interface Asked {
  readonly what: string;
  readonly verb: "read" | "check";
  /** What whoever asked may do about it. */
  readonly cure: string;
}

/** Why a program came to no answer, and what to do about it. */
export function whyApart({ reason }: ApartError, { what, verb, cure }: Asked): string {
  const doing = verb === "read" ? "Reading" : "Checking";
  return {
    time: `${what} takes too long to ${verb}. ${cure}`,
    memory: `${what} takes too much memory to ${verb}. ${cure}`,
    busy: "This machine is too busy just now. Nothing is lost; try again in a few minutes.",
    crashed: `${doing} it failed on our side. Try again; if it happens again, tell the owner.`,
  }[reason];
}

/** Whether it is due to what was given, so that trying again leads to the same. */
export const isItsOwn = ({ reason }: ApartError): boolean => reason === "time" || reason === "memory";
