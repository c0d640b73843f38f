import { execFile } from "node:child_process";
import { promisify } from "node:util";
import type { z } from "zod";

const run = promisify(execFile);

/** What a parser of uploads may take, so that no file holds up or swells what serves everybody. */
const timeMs = 12_000;
const memoryMb = 320;
const answerBytes = 8 * 1024 * 1024;

/** A parser that took too long, took too much, or fell. */
export class ParserEnded extends Error {}

/** Runs one of our own programs on a file in a process of its own, and reads its answer. Throws ParserEnded. */
export async function parseApart<T>(program: string, file: string, shape: z.ZodType<T>): Promise<T> {
  const args = [`--max-old-space-size=${memoryMb}`, "--import", "tsx", program, file];
  // Nothing of this process's secrets is its business.
  const env = { PATH: process.env.PATH, HOME: process.env.HOME, NODE_ENV: process.env.NODE_ENV };
  try {
    const options = { timeout: timeMs, killSignal: "SIGKILL", maxBuffer: answerBytes, env } as const;
    const { stdout } = await run(process.execPath, args, options);
    return shape.parse(JSON.parse(stdout));
  } catch (error) {
    throw new ParserEnded("the parser did not come to an end", { cause: error });
  }
}
