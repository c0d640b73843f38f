import { existsSync } from "node:fs";
import type { Design } from "@/core/document/design";
import { backingOf, madeOutput, Output, type MadeOutput } from "@/core/outputs/output";
import type { Values } from "@/core/document/values";
import { database } from "@/server/db/connection";
import { listOutputSets } from "@/server/db/output-sets";
import { listOutputs } from "@/server/db/outputs";
import { isStored, localFile } from "@/server/files/storage";
import { fromCaller, needed, UsageError, type Flags } from "./arguments";
import { joinInstance } from "./instance";
import { asking, readJson, wordsOf } from "./load";

const fps = { num: 25, den: 1 };
const anyFootage = { kind: "footage" as const, media: `media:${"0".repeat(64)}` };
const plain: Readonly<Record<string, Output>> = {
  "see-through-clip": { id: "see-through-clip", name: "See-through clip", kind: "vp9-alpha", fps },
  "see-through-master": { id: "see-through-master", name: "See-through master", kind: "prores-4444", fps },
};

/** The outputs of a call: saved ones by id, sets of them by id or name, or JSON files; each once, in their order. */
export async function loadOutputs(flags: Flags, design: Design): Promise<MadeOutput[]> {
  const names = needed(flags, "output").split(",");
  const found: Output[] = [];
  for (const name of names.map((one) => one.trim())) {
    found.push(
      ...(name.endsWith(".json") ? [readOutput(name)] : await namedOutputs(name, flags.footage !== undefined)),
    );
  }
  const made = found.map((output) => madeOutput(output, design));
  return made.filter((output, i) => made.findIndex(({ id }) => id === output.id) === i);
}

function readOutput(path: string): Output {
  const parsed = Output.safeParse(readJson(path));
  if (parsed.success) return parsed.data;
  throw new UsageError(wordsOf(path, parsed.error));
}

/** What is saved here: outputs, and sets of them. */
async function saved(name: string): Promise<Output[] | undefined> {
  if (!joinInstance()) return undefined;
  try {
    return await asking(async () => {
      const all = await listOutputs(database());
      const one = all.find(({ id }) => id === name);
      if (one) return [one];
      const set = (await listOutputSets(database())).find((known) => known.id === name || known.name === name);
      return set?.outputs.flatMap((id) => all.find((output) => output.id === id) ?? []);
    });
  } catch (error) {
    if (plain[name]) return undefined;
    throw error;
  }
}

async function namedOutputs(name: string, hasFootage: boolean): Promise<Output[]> {
  const found = await saved(name);
  if (found && found.length > 0) return found;
  const known = plain[name];
  if (known) return [known];
  if (name === "finished-clip" && hasFootage)
    return [{ id: name, name: "Finished clip", kind: "h264", fps, backing: anyFootage }];
  const others = Object.keys(plain).join(", ");
  throw new UsageError(`There is no output and no set “${name}”. Everywhere there are ${others}, and files in JSON.`);
}

/** The footage of an output, as a file: the one that is named, that of the row, or the output's own; none where it needs none. */
export async function footageFor(flags: Flags, output: Output, values: Values): Promise<string | undefined> {
  const backing = backingOf(output);
  if (!backing || backing.kind === "colour") return undefined;
  if (flags.footage !== undefined) {
    const file = fromCaller(flags.footage);
    if (!existsSync(file)) throw new UsageError(`${flags.footage} does not exist.`);
    return file;
  }
  const media = backing.kind === "footage" ? backing.media : values.footage;
  const hash = media?.slice("media:".length);
  joinInstance();
  if (hash === undefined || !process.env.STORAGE_URL || !(await isStored(hash)))
    throw new UsageError(`The footage of “${output.name}” is not stored here. Name one with --footage.`);
  return localFile(hash);
}
