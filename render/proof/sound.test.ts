import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { runFfmpeg } from "../ffmpeg";
import { orderSound } from "../order-sound";
import type { ProofJob } from "../outputs/define";
import { soundGraph, type ClipSound } from "../sound";
import { proveSound } from "./sound";

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-sound-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

/** A tone that swells, so that its place in time can be told; its peak is 0.8. */
async function tone(channels: number, seconds: number): Promise<ClipSound> {
  const file = join(folder, `tone-${channels}-${seconds}.wav`);
  const swell = `aevalsrc='0.8*sin(2*PI*440*t)*min(1,0.2+abs(sin(3*t)))':s=44100:d=${seconds}`;
  await runFfmpeg(["-f", "lavfi", "-i", swell, "-ac", "1", "-y", file], {});
  if (channels === 1) return { file, fromS: 0, untilS: seconds, gain: 1 };
  const wide = join(folder, `wide-${seconds}.wav`);
  await runFfmpeg(["-i", file, "-af", "pan=stereo|c0=c0|c1=c0", "-y", wide], {});
  return { file: wide, fromS: 0, untilS: seconds, gain: 1 };
}

/** The sound as a clip carries it. */
async function muxed(sound: ClipSound, lengthS: number, more: readonly string[] = []): Promise<string> {
  const file = join(folder, `clip-${Math.round(lengthS * 1000)}-${more.length}.m4a`);
  const graph = soundGraph({ own: { sound, input: 0 }, footage: undefined }, lengthS)!;
  const chain = [graph.replace("[sound]", ""), ...more].join();
  await runFfmpeg(
    [
      "-i",
      sound.file,
      "-filter_complex",
      `${chain}[sound]`,
      "-map",
      "[sound]",
      "-c:a",
      "aac",
      "-b:a",
      "192k",
      "-y",
      file,
    ],
    {},
  );
  return file;
}

const peaksOf = async (file: string): Promise<number[]> => {
  const raw = await runFfmpeg(["-i", file, "-map", "0:a:0", "-ac", "2", "-f", "f32le", "pipe:1"], {});
  const samples = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + (raw.length & ~7)));
  return [0, 1].map((side) =>
    samples.reduce((most, value, i) => (i % 2 === side ? Math.max(most, Math.abs(value)) : most), 0),
  );
};
const jobOf = (file: string, sound: ClipSound) => ({ file, sound }) as unknown as ProofJob;

describe.each([1, 2])("a sound of %d channels", (channels) => {
  test("keeps its level on both sides, and is proved", async () => {
    const sound = await tone(channels, 3);
    const file = await muxed(sound, 3);
    for (const peak of await peaksOf(file)) expect(peak).toBeCloseTo(0.8, 1);
    expect(await proveSound(jobOf(file, sound), 3)).toEqual([]);
  });
  test("that is softer, late or missing is refused", async () => {
    const sound = await tone(channels, 3);
    expect(await proveSound(jobOf(await muxed(sound, 3, ["volume=0.7071"]), sound), 3)).toEqual([
      expect.stringContaining("softer"),
    ]);
    const late = await muxed(sound, 3, ["adelay=120:all=1", "atrim=end=3"]);
    expect(await proveSound(jobOf(late, sound), 3)).toEqual([expect.stringContaining("late")]);
  });
});

test.each([0.1, 0.12, 0.16, 0.2, 0.28])("a clip of %d s is long enough to be proved right", async (lengthS) => {
  const sound = await tone(1, 3);
  const file = await muxed(sound, lengthS);
  expect(await proveSound(jobOf(file, sound), lengthS)).toEqual([]);
});

test("an order's sound is measured against what was uploaded for its graphics", async () => {
  const sound = await tone(1, 3);
  const parts = [
    { sound, startS: 0, lengthS: 2 },
    { sound: { ...sound, gain: 0.5 }, startS: 2.5, lengthS: 1 },
  ];
  const mixed = (await orderSound(parts, { leadS: 1.5, periodS: 5, times: 2, lengthS: 12 }, folder))!;
  expect((await peaksOf(mixed.file))[0]).toBeCloseTo(0.8, 1);
  const file = await muxed(mixed, 12);
  expect(await proveSound(jobOf(file, mixed), 12)).toEqual([]);
  const later = parts.map((part) => ({ ...part, startS: part.startS + 0.2 }));
  const shifted = { ...mixed, mixedFrom: { ...mixed.mixedFrom!, parts: later } };
  expect(await proveSound(jobOf(file, shifted), 12)).not.toEqual([]);
});
