import { mkdir, mkdtemp, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { findingsOf, openStops, type Finding } from "@/core/checks/findings";
import { factsOf, madeOutput } from "@/core/outputs/output";
import type { Values } from "@/core/document/values";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { nameFactsOf } from "@/core/naming/facts";
import { fileName, nameKey } from "@/core/naming/file-name";
import { foundIn } from "@/render/checks";
import { makeClip } from "@/render/clip";
import { EncodeError } from "@/render/ffmpeg";
import { FootageError } from "@/render/footage";
import { soundOf } from "@/render/sound";
import { localFile } from "@/server/files/storage";
import { fileWords, fromCaller, needed, UsageError, type Flags } from "./arguments";
import { joinInstance, loadStored } from "./instance";
import { loadDesign, loadOutput, loadRows, type LoadedDesign, type LoadedOutput } from "./load";

/** A clip to make: a row of the call in one format. */
interface Wanted {
  readonly row: number;
  readonly format: string;
  readonly values: Values;
}

/** Makes every clip of a call that nothing stops; answers whether all were made and proved. */
export async function render(flags: Flags): Promise<boolean> {
  const loaded = await loadDesign(flags);
  const { design } = loaded;
  const rows = await loadRows(flags, design);
  const output = await loadOutput(flags);
  const formats = [
    ...new Set(
      needed(flags, "format")
        .split(",")
        .map((format) => format.trim()),
    ),
  ];
  for (const format of formats) {
    if (!design.formats.includes(format)) throw new UsageError(`The design has no format “${format}”.`);
  }
  const folder = needed(flags, "out");
  const out = fromCaller(folder);
  await mkdir(out, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(fileWords(error, folder));
  });
  const wanted: Wanted[] = [];
  let allGood = true;
  // All rows are looked at before anything is made: a wrong one is known at once, and stops no other.
  for (const [i, row] of rows.entries()) {
    if ("fault" in row) {
      refuse(flags, { row: i + 1, message: row.fault });
      allGood = false;
      continue;
    }
    for (const format of formats) {
      const clip = { row: i + 1, format, values: row.values };
      if (await mayBeMade(flags, loaded, clip)) wanted.push(clip);
      else allGood = false;
    }
  }
  return (await makeAll(flags, { loaded, output, wanted, out })) && allGood;
}

/** Tells what is found about a row in a format; false when something stops it. */
async function mayBeMade(flags: Flags, { design, house, accepted }: LoadedDesign, clip: Wanted): Promise<boolean> {
  const found = await foundIn({ design, values: clip.values, house }, [clip.format], loadStored, "row");
  const findings = findingsOf(design, found);
  const named = (flags.accept ?? "").split(",").map((check) => ({ check: check.trim() }));
  const open = openStops(findings, [...accepted, ...named]);
  for (const finding of findings) tell(flags, clip, finding, open.includes(finding));
  return open.length === 0;
}

async function makeAll(
  flags: Flags,
  {
    loaded,
    output,
    wanted,
    out,
  }: { loaded: LoadedDesign; output: LoadedOutput; wanted: readonly Wanted[]; out: string },
): Promise<boolean> {
  const work = await mkdtemp(join(out, ".rubrick-"));
  const stop = new AbortController();
  process.once("SIGINT", () => stop.abort(new UsageError("Stopped; unfinished files are gone.")));
  const taken = new Set<string>();
  let allProved = true;
  try {
    for (const clip of wanted) {
      const name = nameOf(loaded, output, clip, taken);
      try {
        const result = await makeOne(loaded, output, clip, work, stop.signal);
        const bytes = (await stat(result.file)).size;
        await rename(result.file, join(out, name));
        allProved &&= result.proof.passed;
        report(flags, { ...result, file: join(out, name), bytes });
      } catch (error) {
        const message = wordsFor(error, loaded);
        if (message === undefined) throw error;
        refuse(flags, { row: clip.row, format: clip.format, message });
        allProved = false;
      }
    }
  } finally {
    await rm(work, { recursive: true, force: true });
  }
  return allProved;
}

function nameOf({ design, house }: LoadedDesign, { output }: LoadedOutput, clip: Wanted, taken: Set<string>): string {
  const facts = {
    ...nameFactsOf(design, house, clip.values),
    ...{ release: 0, format: clip.format, output, row: clip.row, counter: taken.size + 1 },
    date: new Date().toISOString().slice(0, 10),
  };
  const name = fileName(facts, (key) => taken.has(key));
  taken.add(nameKey(name));
  return name;
}

async function makeOne(
  { design, house }: LoadedDesign,
  { output, footage }: LoadedOutput,
  { values, format }: Wanted,
  folder: string,
  signal: AbortSignal,
) {
  const file = join(folder, `clip.${factsOf(output).ending}`);
  const sound = factsOf(output).sound && design.sound ? await soundOf(design, house, storedSound) : undefined;
  const scene = { design, values, house, format };
  const result = await makeClip({
    scene,
    output: madeOutput(output, design),
    footage,
    sound,
    loadPicture: loadStored,
    folder,
    file,
    signal,
  });
  return { ...result, file };
}

/** What is wrong with one clip, in words; undefined for what is wrong with all. */
function wordsFor(error: unknown, { design }: LoadedDesign): string | undefined {
  const layerName = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  if (error instanceof IssueError) return messageOf(error.issue, layerName);
  if (error instanceof FootageError) return error.message;
  return error instanceof EncodeError && error.reason === "failed" ? error.message : undefined;
}

/** Sounds lie in the instance's own store. */
const storedSound = async (hash: string): Promise<string> => {
  joinInstance();
  return localFile(hash);
};

function refuse(flags: Flags, told: { row: number; format?: string; message: string }): void {
  const { row, format, message } = told;
  if (flags.json) console.log(JSON.stringify({ ...told, made: false }));
  else console.error(`row ${row}${format === undefined ? "" : `, ${format}`}: not made. ${message}`);
}

function tell(flags: Flags, { row, format }: Wanted, finding: Finding, open: boolean): void {
  const { id, severity, message } = finding;
  if (flags.json) console.log(JSON.stringify({ row, format, finding: id, severity, message, made: !open }));
  else console.error(`row ${row}, ${format}: ${open ? "not made" : severity}. ${message} (${id})`);
}

type Report = { file: string; bytes: number } & Awaited<ReturnType<typeof makeClip>>;

function report(flags: Flags, made: Report): void {
  if (flags.json) {
    console.log(JSON.stringify(made));
    return;
  }
  const { file, frames, painted, paintS, encodeS, wallS, bytes, proof } = made;
  const seconds = `paint ${paintS.toFixed(2)} s, encode ${encodeS.toFixed(2)} s, wall ${wallS.toFixed(2)} s`;
  console.log(`${file}\n  ${frames} frames, ${painted} painted; ${seconds}; ${bytes} bytes`);
  console.log(proof.passed ? "  proved" : `  NOT as asked: ${proof.faults.join("; ")}`);
}
