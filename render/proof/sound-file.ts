import { open } from "node:fs/promises";
import type { Proof } from "@/core/document/proof";
import type { ProofJob } from "../outputs/define";
import { proveSound } from "./sound";

/** Reads a WAV by its own head, and its sound as that of a clip. Source: RIFF WAVE, as commonly written. */
export async function proveSoundFile(job: ProofJob): Promise<Proof> {
  const { plan } = job;
  const seconds = (plan.frames.length * plan.fps.den) / plan.fps.num;
  const handle = await open(job.file, "r");
  const head = Buffer.alloc(44);
  const { size } = await handle.stat();
  await handle.read(head, 0, 44, 0).finally(() => handle.close());
  const faults: string[] = [];
  const [channels, rate, bits] = [head.readUInt16LE(22), head.readUInt32LE(24), head.readUInt16LE(34)];
  if (head.toString("latin1", 0, 4) !== "RIFF" || head.toString("latin1", 8, 12) !== "WAVE")
    faults.push("it is no WAV");
  if (channels !== 2 || rate !== 48000 || bits !== 16)
    faults.push(`${channels} channels of ${rate} Hz and ${bits} bits instead of 2 of 48000 and 16`);
  faults.push(...(await proveSound(job, seconds)));
  return {
    ...{ width: 0, height: 0, frames: 0, rate: `${plan.fps.num}/${plan.fps.den}`, sound: true, alpha: null },
    durationS: (size - 44) / (48000 * 4),
    ...{ instants: [], passed: faults.length === 0, faults },
    notes: job.sound ? [] : ["This design has no sound: the file is silent."],
  };
}
