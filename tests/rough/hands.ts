import { createHash, randomBytes } from "node:crypto";
import stringify from "fast-json-stable-stringify";
import { cookieOf, pause, send, type Who } from "../support/api";

/*
 * People at work while everything falls over: each notes what was acknowledged, and nothing else.
 */

/** What is counted, by what was acknowledged. */
export const kindsOfWork = ["cells", "patches", "edits", "presses", "files", "clips"] as const;
export type Tally = Record<(typeof kindsOfWork)[number], number>;

/** Somebody at work. */
export interface Hand {
  readonly kind: keyof Tally;
  /** Milliseconds between two pieces. */
  readonly restMs: number;
  /** Tries one piece, the nth; whether it was acknowledged. */
  readonly piece: (n: number) => Promise<boolean>;
  /** Everything that is not as it was acknowledged, in words. */
  readonly wrong: () => Promise<readonly string[]>;
}

/** Works until told to stop. */
export async function keepAt({ kind, restMs, piece }: Hand, tally: Tally, going: () => boolean): Promise<void> {
  for (let n = 1; going(); n++) {
    if (await piece(n)) tally[kind]++;
    await pause(restMs);
  }
}

/** Calls as somebody; what breaks off, or is refused for a moment, was not acknowledged. */
export async function tried(who: Who, method: string, path: string, body?: unknown) {
  try {
    const reply = await send(method, path, { cookie: await cookieOf(who), body });
    // An answer that broke off in its middle acknowledges nothing.
    return reply.status === 200 && reply.data !== undefined ? reply : undefined;
  } catch {
    return undefined;
  }
}

/** Calls until it is acknowledged. */
export async function insisted(who: Who, method: string, path: string, body?: unknown, seconds = 120) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const reply = await tried(who, method, path, body);
    if (reply) return reply;
    if (Date.now() > end) throw new Error(`${method} ${path} was not acknowledged for ${seconds} s`);
    await pause(300);
  }
}

export const newRowId = () => randomBytes(10).toString("hex");

/** What a stored file's bytes are named by. */
export const hashOf = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

export const same = (one: unknown, other: unknown): boolean => stringify(one) === stringify(other);
