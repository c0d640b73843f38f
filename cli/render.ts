import { mkdir, mkdtemp, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { groupBy } from "@/core/group";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { nameFactsOf } from "@/core/naming/facts";
import { fileName, nameKey } from "@/core/naming/file-name";
import { factsOf, paintingOf, type MadeOutput } from "@/core/outputs/output";
import { makeClips, type WantedFile } from "@/render/clip";
import { EncodeError } from "@/render/ffmpeg";
import { FootageError } from "@/render/footage";
import { soundOf } from "@/render/sound";
import { fileWords, fromCaller, needed, UsageError, type Flags } from "./arguments";
import { MadeFiles, printOf } from "./ledger";
import { loadDesign, type LoadedDesign } from "./load";
import { footageFor, loadOutputs } from "./outputs";
import { lookAtRows, type Wanted } from "./rows";
import { refuse, report, skip, tellProgress } from "./tell";

/** A file of a call: a clip in one output, and what it is called. */
interface Piece extends WantedFile {
  readonly clip: Wanted;
  readonly name: string;
  readonly print: string;
}

/** Everything that a run knows. */
interface Run {
  readonly flags: Flags;
  readonly loaded: LoadedDesign;
  readonly out: string;
  readonly work: string;
  readonly made: MadeFiles;
  readonly signal: AbortSignal;
  readonly taken: Set<string>;
}

/** Makes every clip of a call that nothing stops, in all its outputs; answers whether all were made and proved. */
export async function render(flags: Flags): Promise<boolean> {
  const loaded = await loadDesign(flags);
  const outputs = await loadOutputs(flags, loaded.design);
  const folder = needed(flags, "out");
  const out = fromCaller(folder);
  const { wanted, allGood } = await lookAtRows(flags, loaded);
  await mkdir(out, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(fileWords(error, folder));
  });
  const work = await mkdtemp(join(out, ".rubrick-"));
  const stop = new AbortController();
  process.once("SIGINT", () => stop.abort(new UsageError("Stopped; unfinished files are gone.")));
  const common = { flags, loaded, out, work, signal: stop.signal };
  const run: Run = { ...common, made: new MadeFiles(out), taken: new Set() };
  let good = allGood;
  try {
    for (const clip of wanted) if (!(await makeClip(run, clip, outputs))) good = false;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
  return good;
}

/** Makes one clip in all outputs, those that agree in rate and size from one painting. */
async function makeClip(run: Run, clip: Wanted, outputs: readonly MadeOutput[]): Promise<boolean> {
  let good = true;
  for (const [painting, own] of groupBy(outputs, paintingOf)) {
    const pieces: Piece[] = [];
    for (const output of own) {
      const piece = await pieceOf(run, clip, output);
      const current = run.flags.again !== true && (await run.made.isCurrent(piece.name, piece.print));
      if (current) skip(run.flags, clip, join(run.out, piece.name));
      else pieces.push(piece);
    }
    if (pieces.length > 0 && !(await makePieces(run, clip, pieces, painting))) good = false;
  }
  return good;
}

async function pieceOf({ flags, loaded, work, taken }: Run, clip: Wanted, output: MadeOutput): Promise<Piece> {
  const { design, house, release } = loaded;
  const facts = {
    ...nameFactsOf(design, house, clip.values),
    ...{ release, format: clip.format, output, row: clip.row, counter: taken.size + 1 },
    date: new Date().toISOString().slice(0, 10),
  };
  const name = fileName(facts, (key) => taken.has(key));
  taken.add(nameKey(name));
  const footage = await footageFor(flags, output, clip.values);
  const print = printOf(loaded, clip, output, footage);
  const file = join(work, `file-${taken.size}.${factsOf(output).ending}`);
  let told = 0;
  const progress = (done: number, total: number) => {
    if (done < total && performance.now() - told < 500) return;
    told = performance.now();
    tellProgress(flags, clip, { output: output.id, done, total });
  };
  return { clip, name, print, output, footage, file, progress };
}

async function makePieces(run: Run, clip: Wanted, pieces: readonly Piece[], painting: string): Promise<boolean> {
  const { flags, loaded, out, work, made, signal } = run;
  const { design, house, loadPicture, soundFile } = loaded;
  const byFile = new Map(pieces.map((piece) => [piece.file, piece]));
  let good = true;
  const fail = (error: unknown) => {
    signal.throwIfAborted();
    const message = wordsFor(error, loaded);
    if (message === undefined) throw error;
    refuse(flags, { row: clip.row, format: clip.format, message });
    good = false;
  };
  const heard = design.sound && pieces.some(({ output }) => factsOf(output).sound);
  try {
    await makeClips({
      scene: { design, values: clip.values, house, format: clip.format },
      files: pieces,
      sound: heard ? await soundOf(design, house, soundFile) : undefined,
      loadPicture,
      folder: await mkdtemp(join(work, `${painting.replace(/[^0-9]/g, "-")}-`)),
      signal,
      made: async ({ file }, result) => {
        const { name, print, output } = byFile.get(file)!;
        const bytes = (await stat(file)).size;
        await rename(file, join(out, name));
        if (result.proof.passed) await made.note(name, print);
        else good = false;
        report(flags, {
          row: clip.row,
          format: clip.format,
          output: output.id,
          ...result,
          file: join(out, name),
          bytes,
        });
      },
      failed: async (_, error) => fail(error),
    });
  } catch (error) {
    fail(error);
  }
  return good;
}

/** What is wrong with one clip, in words; undefined for what is wrong with all. */
function wordsFor(error: unknown, { design }: LoadedDesign): string | undefined {
  const layerName = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  if (error instanceof IssueError) return messageOf(error.issue, layerName);
  if (error instanceof FootageError) return error.message;
  return error instanceof EncodeError && ["failed", "killed"].includes(error.reason) ? error.message : undefined;
}
