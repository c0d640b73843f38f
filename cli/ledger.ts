import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import type { Values } from "@/core/document/values";
import { contentOf, type MadeOutput } from "@/core/outputs/output";
import { hashFile } from "@/server/files/storage";
import type { LoadedDesign } from "./load";

const Ledger = z.record(z.string(), z.object({ print: z.string(), hash: z.string() }));

/** What lies in a folder that clips were made into, so that a run that is done again leaves what is current. */
const fileName = ".rubrick-made.json";

/** All that a file depends on, as a digest. */
export function printOf(
  { design, house }: LoadedDesign,
  clip: { readonly values: Values; readonly format: string },
  output: MadeOutput,
  footage: string | undefined,
): string {
  const all = [design, house, clip.values, clip.format, contentOf(output), footage ?? ""];
  return createHash("sha256").update(JSON.stringify(all)).digest("hex");
}

/** Reads and writes down which files were made from what. One that can't be read is begun anew. */
export class MadeFiles {
  private readonly made: z.infer<typeof Ledger>;
  private readonly path: string;

  constructor(private readonly folder: string) {
    this.path = join(folder, fileName);
    let read: unknown;
    try {
      read = JSON.parse(readFileSync(this.path, "utf8"));
    } catch {
      read = {};
    }
    const known = Ledger.safeParse(read);
    this.made = known.success ? known.data : {};
  }

  /** Whether a file is there that was made from just this, and has not been touched since. */
  async isCurrent(name: string, print: string): Promise<boolean> {
    const known = this.made[name];
    const path = join(this.folder, name);
    if (known?.print !== print || !existsSync(path)) return false;
    return (await hashFile(path)) === known.hash;
  }

  /** Written after every file: whatever ends the run loses nothing. */
  async note(name: string, print: string): Promise<void> {
    this.made[name] = { print, hash: await hashFile(join(this.folder, name)) };
    writeFileSync(this.path, `${JSON.stringify(this.made, null, 2)}\n`);
  }
}
