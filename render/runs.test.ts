import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { runFfmpeg, writeTo } from "./ffmpeg";
import { placeFrames, runsOf } from "./runs";

test("runsOf groups frames that show the same picture", () => {
  expect(runsOf([0, 1, 1, 1, 0, 2])).toEqual([
    { picture: 0, start: 0, count: 1 },
    { picture: 1, start: 1, count: 3 },
    { picture: 0, start: 4, count: 1 },
    { picture: 2, start: 5, count: 1 },
  ]);
});

/** What comes out of ffmpeg when only the placement's frames are sent: the picture number of every frame. */
async function decoded(frames: readonly number[], rate: string): Promise<number[]> {
  const { sent, filter } = placeFrames(frames, rate);
  const input = ["-f", "rawvideo", "-pix_fmt", "gray", "-s", "16x16", "-r", rate, "-i", "pipe:0"];
  const out = await runFfmpeg([...input, "-vf", filter, "-f", "rawvideo", "pipe:1"], {
    feed: async (stream) => {
      for (const picture of sent) await writeTo(stream, Buffer.alloc(256, picture));
    },
  });
  return Array.from({ length: out.length / 256 }, (_, i) => out[i * 256]!);
}

describe("placeFrames", () => {
  test.each(["25/1", "30000/1001", "60/1"])(
    "gives back every frame at %s from the distinct ones alone",
    async (rate) => {
      const frames = [0, 0, 0, 1, 2, 3, 4, 4, 4, 4, 4, 4, 4, 4, 3, 2, 1, 0, 0];
      expect(await decoded(frames, rate)).toEqual(frames);
    },
  );
  test("gives back any sequence", async () => {
    const sequence = fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 9 })), {
      minLength: 1,
      maxLength: 12,
    });
    await fc.assert(
      fc.asyncProperty(sequence, async (parts) => {
        const frames = parts.flatMap(([picture, count]) => Array.from({ length: count }, () => picture));
        expect(await decoded(frames, "25/1")).toEqual(frames);
      }),
      { numRuns: 20 },
    );
  });
  test("sends all frames when holds are too many to be worth it", () => {
    const frames = Array.from({ length: 400 }, (_, i) => Math.floor(i / 2));
    expect(placeFrames(frames, "25/1").sent.length).toBe(400);
  });
});
