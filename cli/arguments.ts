import { parseArgs } from "node:util";
import { resolve } from "node:path";

/** A wrong call: its message is all there is to say. */
export class UsageError extends Error {}

export const usage = `rubrick: clips and pictures without the interface

  rubrick render --design DESIGN --values FILE.json|FILE.csv --format wide,tall
                 --output NAME|FILE.json --out FOLDER [--length SECONDS] [--footage FILE] [--json]
  rubrick frame  --design DESIGN --values FILE.json --format wide --out FILE.png
                 [--at SECONDS] [--ground "#rrggbb"] [--length SECONDS]

  DESIGN   the id of a published design, as id or id@release, or a design's JSON file
           (with --house FILE.json for its house style)
  NAME     the id of a saved output, or one of: see-through-clip, see-through-master, finished-clip`;

const options = {
  design: { type: "string" },
  house: { type: "string" },
  values: { type: "string" },
  format: { type: "string" },
  output: { type: "string" },
  out: { type: "string" },
  length: { type: "string" },
  footage: { type: "string" },
  at: { type: "string" },
  ground: { type: "string" },
  json: { type: "boolean", default: false },
  help: { type: "boolean", short: "h", default: false },
} as const;

export type Flags = ReturnType<typeof readArguments>["flags"];

export function readArguments(args: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
    return { command: positionals[0], flags: values };
  } catch (error) {
    throw new UsageError((error as Error).message);
  }
}

export function needed(flags: Flags, name: keyof Flags): string {
  const value = flags[name];
  if (typeof value !== "string" || value === "") throw new UsageError(`--${name} is missing.`);
  return value;
}

export function numberOf(flags: Flags, name: "length" | "at"): number | undefined {
  const text = flags[name];
  if (text === undefined) return undefined;
  const value = Number(text);
  if (!Number.isFinite(value) || value < 0) throw new UsageError(`--${name} must be a number of seconds.`);
  return value;
}

/** A path as the caller meant it, from the folder they called in. */
export const fromCaller = (path: string): string => resolve(process.env.RUBRICK_CALLED_FROM ?? process.cwd(), path);
