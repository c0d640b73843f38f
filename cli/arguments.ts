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
  NAME     the id or the name of a saved output, or one of: see-through-clip, see-through-master, finished-clip
  SET      the id or the name of a saved set of outputs
  FINDING  a finding to accept although the checks would stop it, as they name it, such as text_cut:name:

  A package holds designs, the part of the house style that they use, and its files; with --whole the whole house style.
  If a package contains rows, these are rendered unless --values names others. Checking a package needs no running
  Rubrick; the exit status is 1 if it can't be imported.
  A drawing is a layered SVG, or a folder of SVG panels, one above the other in the order of their names. Each becomes a
  layer with that name.
  Every row is checked before anything is rendered. Rows that the checks stop are named and left out; then, or if a file
  fails its proof, the exit status is 1.
  A file that exists and is up to date is kept, unless --again is given, so a stopped run resumes. With --json every line
  is an object: progress, findings, files.`;

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
