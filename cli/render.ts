import { loadRaster } from "@/server/files/rasters";
import { mkdir, mkdtemp, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { isWritten } from "@/core/document/field";
import { fileEnding } from "@/core/document/output";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { fileName } from "@/core/naming/file-name";
import { makeClip } from "@/render/clip";
import { soundOf } from "@/render/sound";
import { storedPath } from "@/server/files/storage";
import { fromCaller, needed, UsageError, type Flags } from "./arguments";
import { joinInstance } from "./instance";
import { loadDesign, loadOutput, loadValues } from "./load";

/** Makes every clip of a call; answers whether all were made and proved. */
export async function render(flags: Flags): Promise<boolean> {
  const { design, house } = await loadDesign(flags);
  const rows = await loadValues(flags, design);
  const { output, footage } = await loadOutput(flags);
  const formats = needed(flags, "format").split(",");
  for (const format of formats) {
    if (!design.formats.includes(format)) throw new UsageError(`The design has no format “${format}”.`);
  }
  const out = fromCaller(needed(flags, "out"));
  await mkdir(out, { recursive: true });
  const work = await mkdtemp(join(out, ".rubrick-"));
  const stop = new AbortController();
  process.once("SIGINT", () => stop.abort(new UsageError("Stopped; unfinished files are gone.")));
  const taken = new Set<string>();
  let allProved = true;
  try {
    for (const values of rows) {
      for (const format of formats) {
        const line = design.fields.find((field) => isWritten(field) && values.fields[field.id]);
        const title = line ? values.fields[line.id]! : "";
        const name = fileName({ design: design.name, title, format, output }, (candidate) => taken.has(candidate));
        taken.add(name);
        const file = join(work, `clip.${fileEnding[output.kind]}`);
        const scene = { design, values, house, format };
        const result = await makeClip({
          scene,
          output,
          footage,
          sound: output.kind === "h264" && design.sound ? soundOf(design, house, storedSound) : undefined,
          loadPicture: loadRaster,
          folder: work,
          file,
          signal: stop.signal,
        });
        const bytes = (await stat(file)).size;
        await rename(file, join(out, name));
        allProved &&= result.proof.passed;
        report(flags, { file: join(out, name), bytes, ...result });
      }
    }
  } catch (error) {
    if (error instanceof IssueError) throw new UsageError(messageOf(error.issue));
    throw error;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
  return allProved;
}

/** Sounds lie in the instance's own store. */
const storedSound = (hash: string): string => {
  joinInstance();
  return storedPath(hash);
};

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
