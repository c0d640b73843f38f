import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { runFfmpeg } from "./ffmpeg";
import { frameMime, packFrames, packVideo, readFrame } from "./frame-pack";
import { planVideo } from "./video-plan";

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-pack-"));
});
afterAll(() => rm(folder, { recursive: true }));

test("readFrame gives back each frame of a pack, and none beyond its end", async () => {
  const path = join(folder, "small.frames");
  await writeFile(path, packFrames([Buffer.from("one"), Buffer.from(""), Buffer.from("three")]));
  const read = await Promise.all([0, 1, 2, 3, -1, 0.5, NaN].map((frame) => readFrame(path, frame)));
  expect(read.map((bytes) => bytes?.toString())).toEqual([
    "one",
    "",
    "three",
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});
test("readFrame refuses another file", async () => {
  const path = join(folder, "other");
  await writeFile(path, "something else");
  await expect(readFrame(path, 0)).rejects.toThrow("no pack of frames");
});
test("packVideo reads no more of a video than it may, however long it says it is", async () => {
  const file = join(folder, "bars.mp4");
  await runFfmpeg(["-f", "lavfi", "-i", "testsrc=s=640x360:r=50:d=2", "-pix_fmt", "yuv420p", "-y", file]);
  const path = join(folder, "bars.frames");
  const plan = planVideo({ width: 640, height: 360, r_frame_rate: "25/1" });
  const video = { file, target: path, plan, matrix: "bt601", mostS: 10 } as const;
  expect(await packVideo(video)).toBe(50);
  const frame = (await readFrame(path, 49))!;
  expect(frameMime(frame)).toBe("image/jpeg");
  expect(await sharp(frame).metadata()).toMatchObject({ width: 640, height: 360 });
  expect(await readFrame(path, 50)).toBeUndefined();
  expect(await packVideo({ ...video, mostS: 0.4 })).toBe(10);
});
