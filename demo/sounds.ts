import { createHash } from "node:crypto";
import type { HouseSound } from "@/core/document/house";
import { synthesiseVoice } from "./voice";

const rate = 22050;
const lengthS = 4.2;

/** When the words of the spoken line begin, in seconds of the sound. */
export const voiceOnsets = [0.15, 0.42, 0.78, 0.98, 1.24, 1.72, 1.95, 2.3, 2.5, 2.72, 2.95, 3.2];

/** Mono PCM as a WAV file of 16 bits. */
export function writeWav(samples: Float32Array, samplesPerS: number): Buffer {
  const bytes = Buffer.alloc(44 + samples.length * 2);
  bytes.write("RIFF", 0);
  bytes.writeUInt32LE(36 + samples.length * 2, 4);
  bytes.write("WAVEfmt ", 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(samplesPerS, 24);
  bytes.writeUInt32LE(samplesPerS * 2, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write("data", 36);
  bytes.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((value, i) => bytes.writeInt16LE(Math.round(Math.max(-1, Math.min(1, value)) * 32767), 44 + i * 2));
  return bytes;
}

let made: Buffer | undefined;

/** The voice under the spoken line, synthesised. */
export const voiceFile = (): Buffer => (made ??= writeWav(synthesiseVoice(voiceOnsets, lengthS, rate), rate));

export const voice: HouseSound = {
  id: "voice",
  name: "Greenhouse voice",
  hash: createHash("sha256").update(voiceFile()).digest("hex"),
  durationS: lengthS,
};
