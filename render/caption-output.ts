import { readFile, writeFile } from "node:fs/promises";
import type { Proof } from "@/core/document/proof";
import type { TimedWords } from "@/core/sample/words";
import { readCaptionFile } from "@/core/sound/caption-file";
import type { EncodeJob, ProofJob } from "./outputs/define";

/** Writes a clip's words as a file of captions. */
export async function encodeWords(job: EncodeJob, write: (words: readonly TimedWords[]) => string): Promise<void> {
  await writeFile(job.file, write(job.playable.words()));
  job.progress(job.plan.frames.length);
}

/** Milliseconds are all that such files tell. */
const tickS = 0.0006;

/** Reads the captions back as anybody's file of captions, and compares words and times. */
export async function proveWords(job: ProofJob, kind: "webvtt" | "srt"): Promise<Proof> {
  const { plan, playable } = job;
  const file = readCaptionFile(await readFile(job.file, "utf8"));
  const wanted = playable.words();
  const faults: string[] =
    // A clip that says nothing has an empty file.
    wanted.length === 0 ? [] : file.faults.map(({ line, message }) => `line ${line}: ${message}`);
  if (file.kind !== kind) faults.push("it is another kind of file");
  if (file.captions.length !== wanted.length)
    faults.push(`${file.captions.length} captions instead of ${wanted.length}`);
  const plain = (text: string) => text.replace(/\s+/gu, " ").trim();
  wanted.forEach(({ startS, endS, text }, i) => {
    const found = file.captions[i];
    if (!found) return;
    if (plain(found.text) !== plain(text)) faults.push(`caption ${i + 1} says something else`);
    if (Math.abs(found.startS - startS) > tickS || Math.abs(found.endS - endS) > tickS)
      faults.push(`caption ${i + 1} comes at another time`);
  });
  return {
    ...{ width: 0, height: 0, frames: 0, rate: `${plan.fps.num}/${plan.fps.den}`, sound: false, alpha: null },
    durationS: (plan.frames.length * plan.fps.den) / plan.fps.num,
    ...{ instants: [], passed: faults.length === 0, faults },
    notes: wanted.length === 0 ? ["This clip says nothing: the file has no captions."] : [],
  };
}
