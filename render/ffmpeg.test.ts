import { describe, expect, test } from "@jest/globals";
import { EncodeError, runFfmpeg, writeTo } from "./ffmpeg";

const gray = ["-f", "rawvideo", "-pix_fmt", "gray", "-s", "64x64", "-r", "25", "-i", "pipe:0"];
const reasonOf = (args: string[], feed?: Parameters<typeof runFfmpeg>[1]) =>
  runFfmpeg(args, feed).then(
    () => "none",
    (error: EncodeError) => error.reason,
  );

describe("runFfmpeg", () => {
  test("feeds standard input and hands back standard output", async () => {
    const frame = Buffer.alloc(64 * 64, 7);
    const feed = async (input: Parameters<typeof writeTo>[0]) => writeTo(input, frame);
    expect(await runFfmpeg([...gray, "-f", "rawvideo", "pipe:1"], { feed })).toEqual(frame);
  });
  test("tells the frames of the result as they are made, also those that nobody sends", async () => {
    const seen: number[] = [];
    const held = ["-f", "lavfi", "-re", "-i", "color=d=2:s=64x64:r=1", "-vf", "fps=25", "-f", "null", "-"];
    await runFfmpeg(held, { onFrames: (count) => seen.push(count) });
    expect(seen[seen.length - 1]).toBe(50);
    expect(seen.some((count) => count > 0 && count < 50)).toBe(true);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
  });
  test("names a full disk", async () => {
    const args = ["-f", "lavfi", "-i", "testsrc=d=1:s=640x360", "-f", "rawvideo", "-y", "/dev/full"];
    expect(await reasonOf(args)).toBe("disk_full");
  });
  test("says when it failed", async () => {
    expect(await reasonOf(["-i", "/nonexistent.mp4", "-f", "null", "-"])).toBe("failed");
  });
  test("does not open network addresses, whatever a file asks for", async () => {
    expect(await reasonOf(["-i", "http://127.0.0.1:9/clip.mp4", "-f", "null", "-"])).toBe("failed");
  });
  test("is stopped at once when its signal fires, in the middle of feeding", async () => {
    const control = new AbortController();
    setTimeout(() => control.abort(new Error("enough")), 150);
    const started = performance.now();
    const feed = async (input: Parameters<typeof writeTo>[0]) => {
      while (!input.destroyed && !control.signal.aborted) await writeTo(input, Buffer.alloc(64 * 64));
    };
    await expect(runFfmpeg([...gray, "-f", "null", "-"], { feed, signal: control.signal })).rejects.toThrow("enough");
    expect(performance.now() - started).toBeLessThan(5000);
  });
});
