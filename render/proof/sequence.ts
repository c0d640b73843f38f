import { createHash } from "node:crypto";
import { mkdir, open, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { Uint8ArrayWriter, ZipReader, type Entry } from "@zip.js/zip.js";
import type { Proof } from "@/core/document/proof";
import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";
import type { PaintedFrames } from "../painted";
import { frameName, sequenceFacts, sequenceFactsName } from "../sequence";
import { HandleReader } from "../zip-files";
import { compareFrames, sizeOf, tellingFrames } from "./compare";
import type { Tolerance } from "./tolerances";

type FileEntry = Extract<Entry, { directory: false }>;

const bytesOf = (entry: FileEntry): Promise<Uint8Array> =>
  entry.getData(new Uint8ArrayWriter(), { checkSignature: true, useWebWorkers: false });

/** Reads a zip of pictures whole: every one is there, whole, and held ones are the same; chosen ones are decoded. */
export async function proveSequence(job: ProofJob, frames: PaintedFrames, tolerance: Tolerance): Promise<Proof> {
  const handle = await open(job.file, "r");
  const folder = join(job.folder, "sequence");
  await mkdir(folder, { recursive: true });
  try {
    const entries = await new ZipReader(new HandleReader(handle)).getEntries();
    return await prove(job, frames, { tolerance, folder, entries });
  } finally {
    await handle.close();
    await rm(folder, { recursive: true, force: true });
  }
}

async function prove(
  job: ProofJob,
  frames: PaintedFrames,
  { tolerance, folder, entries }: { tolerance: Tolerance; folder: string; entries: readonly Entry[] },
): Promise<Proof> {
  const { plan, signal } = job;
  const files = new Map(
    entries.flatMap((entry) => (entry.directory ? [] : [[entry.filename, entry as FileEntry] as const])),
  );
  const size = sizeOf(job);
  const wanted = plan.frames.length;
  const faults: string[] = [];
  const facts = files.get(sequenceFactsName);
  const said = facts && Buffer.from(await bytesOf(facts)).toString();
  if (!said || JSON.stringify(JSON.parse(said)) !== JSON.stringify(sequenceFacts(plan, size)))
    faults.push("its facts of rate and size are missing or wrong");
  const chosen = tellingFrames(job);
  const hashes = new Map<number, string>();
  let count = 0;
  for (let frame = 0; frame < wanted; frame++) {
    signal?.throwIfAborted();
    const entry = files.get(frameName(frame));
    const png = entry && (await bytesOf(entry).catch(() => undefined));
    if (!png) {
      faults.push(`picture ${frame} is missing or damaged`);
      break;
    }
    count++;
    const hash = createHash("sha1").update(png).digest("hex");
    const known = hashes.get(plan.frames[frame]!);
    if (known !== undefined && known !== hash) faults.push(`picture ${frame} is another than the one it holds`);
    hashes.set(plan.frames[frame]!, hash);
    if (chosen.includes(frame)) await writeFile(join(folder, frameName(frame)), png);
  }
  if (files.size !== wanted + 1) faults.push(`${files.size - 1} pictures instead of ${wanted}`);
  const pictureAt = async (i: number): Promise<Uint8Array | undefined> => {
    const file = join(folder, frameName(chosen[i]!));
    const decode = ["-i", file, "-f", "rawvideo", "-pix_fmt", "rgba", "pipe:1"];
    const pixels = await runFfmpeg(decode, { signal }).catch(() => undefined);
    return pixels?.length === size.width * size.height * 4 ? pixels : undefined;
  };
  const compared = await compareFrames(job, frames, { chosen, pictureAt, tolerance });
  if (compared.instants.length !== chosen.length) faults.push("some of its pictures can’t be read");
  faults.push(...compared.faults);
  return {
    ...{ width: size.width, height: size.height, frames: count, sound: false },
    ...{ rate: `${plan.fps.num}/${plan.fps.den}`, durationS: (count * plan.fps.den) / plan.fps.num },
    alpha: compared.alpha,
    ...{ instants: [...compared.instants], passed: faults.length === 0, faults, notes: [] },
  };
}
