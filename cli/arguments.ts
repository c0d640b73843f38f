import { parseArgs } from "node:util";
import { resolve } from "node:path";
import { frameRates, type Fps } from "@/core/document/fps";

/** A wrong call: its message is all there is to say. */
export class UsageError extends Error {}

export const usage = `rubrick: clips and pictures without the interface

  rubrick render --design DESIGN --values FILE.json|FILE.csv --format wide,tall
                 --output NAME|SET|FILE.json,… --out FOLDER [--length SECONDS] [--footage FILE]
                 [--accept FINDING,…] [--again] [--json]
  rubrick check  --design DESIGN --values FILE.json|FILE.csv --format wide,tall
                 [--length SECONDS] [--accept FINDING,…] [--json]
  rubrick frame  --design DESIGN --values FILE.json --format wide --out FILE.png
                 [--at SECONDS] [--rate 25] [--ground "#rrggbb"] [--length SECONDS]
  rubrick pack   --design DESIGN,… --out FILE.zip [--values FILE.json|FILE.csv] [--whole]
  rubrick pack   --drawing FILE.svg|FOLDER --out FILE.zip
  rubrick unpack FILE.zip --out FOLDER
  rubrick check  FILE.zip [--json]

  rubrick backup FILE.tar
  rubrick restore FILE.tar

  DESIGN   the id of a published design, as id or id@release, or a design's JSON file
           (with --house FILE.json for its house style), or a package: FILE.zip, FILE.zip#id where
           several designs are in it
  NAME     the id of a saved output, or one of: see-through-clip, see-through-master, finished-clip
  SET      the id or the name of a saved set of outputs
  FINDING  what may go out although the checks would stop it, as they name it, such as text_cut:name:

  A package holds designs, the part of the house style that they show, and all files of it; with --whole all of the house
  style. Where a package has rows filled in, these are made unless --values names others. Checking one needs no Rubrick
  that runs; the exit status is 1 when it can't be taken.
  A drawing is a layered SVG, or a folder of SVG panels that lie over one another in the order of their names: each becomes
  a layer of its name.
  Every row is looked at before anything is made. Rows that the checks stop are named and left out; then, or when a file
  is not as it was asked, the exit status is 1.
  A file that is there and was made from the same is left as it is, unless --again says otherwise; so a run that was
  stopped goes on. With --json every line is an object: how far a file is, what was found, what was made.`;

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
  rate: { type: "string" },
  accept: { type: "string" },
  drawing: { type: "string" },
  whole: { type: "boolean", default: false },
  again: { type: "boolean", default: false },
  json: { type: "boolean", default: false },
  help: { type: "boolean", short: "h", default: false },
} as const;

export type Flags = ReturnType<typeof readArguments>["flags"];

export function readArguments(args: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
    return { command: positionals[0], flags: values, rest: positionals.slice(1) };
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

/** The rate of a call, by the name people use, such as 29.97. */
export function rateOf(flags: Flags): Fps {
  const name = flags.rate ?? "25";
  const found = Object.hasOwn(frameRates, name) ? frameRates[name] : undefined;
  if (!found) throw new UsageError(`--rate must be one of ${Object.keys(frameRates).join(", ")}.`);
  return found;
}

const fileFaults: Readonly<Record<string, string>> = {
  ENOENT: "does not exist",
  ENOTDIR: "does not exist: a part of its path is no folder",
  EISDIR: "is a folder",
  EEXIST: "is a file, where a folder is needed",
  EACCES: "may not be read or written by you",
  EPERM: "may not be read or written by you",
  EROFS: "lies where nothing can be written",
  ENOSPC: "does not fit: the disk is full",
  ENAMETOOLONG: "has too long a name",
};

/** What is wrong with a path, in words. */
export const fileWords = (error: NodeJS.ErrnoException, path: string): string =>
  `${path} ${fileFaults[error.code ?? ""] ?? `can not be used (${error.code ?? error.message})`}.`;

/** A path as the caller meant it, from the folder they called in. */
export const fromCaller = (path: string): string => resolve(process.env.RUBRICK_CALLED_FROM ?? process.cwd(), path);
