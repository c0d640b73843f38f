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
  "see-through-clip": { id: "see-through-clip", name: "Transparent clip (WebM)", kind: "vp9-alpha", fps },
  "see-through-master": {
    id: "see-through-master",
    name: "Transparent master (ProRes 4444)",
    kind: "prores-4444",
    fps,
  },
};

/** How outputs and sets are named at a call: by id or by name, capitals, quotes and spaces around them aside. */
const key = (name: string): string =>
  name
    .normalize("NFC")
    .trim()
    .replace(/^["'“”‘’„‚«»]+|["'“”‘’„‚«»]+$/gu, "")
    .trim()
    .toLocaleLowerCase("en");
const isNamed = (name: string, { id, name: own }: { readonly id: string; readonly name: string }): boolean =>
  key(id) === key(name) || key(own) === key(name);

/** The outputs of a call: saved ones and sets of them by id or name, or JSON files; each once, in their order. */
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

/** What is saved here: outputs, and sets of them; nothing where there is no instance to ask. */
async function readSaved() {
  if (!joinInstance()) return { outputs: [], sets: [] };
  return asking(async () => ({ outputs: await listOutputs(database()), sets: await listOutputSets(database()) }));
}

async function namedOutputs(name: string, hasFootage: boolean): Promise<Output[]> {
  const known = Object.values(plain).find((output) => isNamed(name, output));
  const saved = await readSaved().catch((error: unknown) => {
    if (known) return { outputs: [], sets: [] };
    throw error;
  });
  const one = saved.outputs.find((output) => isNamed(name, output));
  if (one) return [one];
  const set = saved.sets.find((candidate) => isNamed(name, candidate));
  const inSet = set?.outputs.flatMap((id) => saved.outputs.find((output) => output.id === id) ?? []) ?? [];
  if (inSet.length > 0) return inSet;
  if (known) return [known];
  if (name === "finished-clip" && hasFootage)
    return [{ id: name, name: "Video (MP4)", kind: "h264", fps, backing: anyFootage }];
  const list = (all: readonly { readonly id: string; readonly name: string }[]) =>
    all.map(({ id, name: own }) => `\n  ${id} (“${own}”)`).join("");
  const others = [
    ...saved.outputs,
    ...Object.values(plain).filter(({ id }) => !saved.outputs.some((o) => o.id === id)),
  ];
  const sets = saved.sets.length > 0 ? `\nSets of outputs:${list(saved.sets)}` : "";
  throw new UsageError(
    `There is no output and no set “${name}”. Name one of these, or a JSON file.\nOutputs:${list(others)}${sets}`,
  );
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
