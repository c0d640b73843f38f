import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PackageError, readPackage, type ReadPackage } from "@/render/package/read";
import { fileWords, fromCaller, UsageError } from "./arguments";

/** Whether a name of a design is a package, and which design of it is meant. */
export function packageNamed(name: string): { file: string; design: string | undefined } | undefined {
  const [, file, design] = /^(.+\.zip)(?:#([a-z0-9-]{1,40}))?$/i.exec(name) ?? [];
  return file === undefined ? undefined : { file, design };
}

/** Folders that packages were unpacked into: they go when the command ends, however it does. */
const folders: string[] = [];
process.on("exit", () => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

/** Reads a package into a folder of its own. Throws a UsageError with what is wrong with it. */
export async function openPackage(file: string, folder?: string): Promise<ReadPackage> {
  const into = folder ?? mkdtempSync(join(tmpdir(), "rubrick-package-"));
  if (folder === undefined) folders.push(into);
  try {
    return await readPackage(fromCaller(file), into);
  } catch (error) {
    if (error instanceof PackageError) throw new PackageError(`${file}: ${error.message}`);
    throw new UsageError(fileWords(error as NodeJS.ErrnoException, file));
  }
}
