import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "@jest/globals";
import { EncodeError, runFfmpeg, writeTo } from "./ffmpeg";

const gray = ["-f", "rawvideo", "-pix_fmt", "gray", "-s", "64x64", "-r", "25", "-i", "pipe:0"];
const reasonOf = (args: string[], feed?: Parameters<typeof runFfmpeg>[1]) =>
  runFfmpeg(args, feed).then(
    () => "none",
    (error: EncodeError) => error.reason,
  );

/** Encoders whose command says this. */
const processesOf = (words: string): number[] =>
  readdirSync("/proc")
    .filter((entry) => /^\d+$/.test(entry))
    .map(Number)
    .filter((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, "latin1");
        return command.startsWith("ffmpeg") && command.includes(words);
      } catch {
        return false;
      }
    });

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
  test("names a full disk also where a kind of file ends as if nothing had been", async () => {
    const webm = ["-c:v", "libvpx-vp9", "-deadline", "realtime", "-cpu-used", "8", "-f", "webm", "-y", "/dev/full"];
    expect(await reasonOf(["-f", "lavfi", "-i", "testsrc=d=1:s=64x64", ...webm])).toBe("disk_full");
  });
  test("says when it failed", async () => {
    expect(await reasonOf(["-i", "/nonexistent.mp4", "-f", "null", "-"])).toBe("failed");
  });
  test("tells apart what was killed, unless it had run into its own limits", async () => {
    const source = "testsrc=s=62x66:r=25";
    const endless = ["-f", "lavfi", "-i", source, "-f", "null", "-"];
    const killer = setInterval(() => processesOf(source).forEach((pid) => process.kill(pid, "SIGKILL")), 200);
    expect(await reasonOf(endless).finally(() => clearInterval(killer))).toBe("killed");
    const limits = { memoryMb: 2000, processorS: 1 };
    expect(await reasonOf(endless, { limits })).toBe("failed");
  });
  test("does not open network addresses, whatever a file asks for", async () => {
    expect(await reasonOf(["-i", "http://127.0.0.1:9/clip.mp4", "-f", "null", "-"])).toBe("failed");
  });
  test("is stopped at once when its signal fires, in the middle of feeding", async () => {
    const control = new AbortController();
    setTimeout(() => control.abort(new Error("enough")), 150);
    const feed = async (input: Parameters<typeof writeTo>[0]) => {
      while (!input.destroyed && !control.signal.aborted) await writeTo(input, Buffer.alloc(64 * 64));
    };
    await expect(runFfmpeg([...gray, "-f", "null", "-"], { feed, signal: control.signal })).rejects.toThrow("enough");
  });
  test("is given up when it stands still, but not while it is we who are slow", async () => {
    const pipe = join(mkdtempSync(join(tmpdir(), "rubrick-still-")), "pipe");
    execFileSync("mkfifo", [pipe]);
    // Nobody ever writes into this file.
    expect(await reasonOf(["-i", pipe, "-f", "null", "-"], { stallMs: 400 })).toBe("stalled");
    const feed = async (input: Parameters<typeof writeTo>[0]) => {
      for (let i = 0; i < 2; i++) {
        await new Promise((resolve) => setTimeout(resolve, 700));
        await writeTo(input, Buffer.alloc(64 * 64));
      }
    };
    expect(await reasonOf([...gray, "-f", "null", "-"], { feed, stallMs: 400 })).toBe("none");
  });
  test("ends where its memory ends", async () => {
    const args = ["-f", "lavfi", "-i", "testsrc=d=0.1:s=4096x4096", "-f", "null", "-"];
    // Some versions fail without memory, others stand still: either way it ends.
    const little = { limits: { memoryMb: 300, processorS: 20 }, stallMs: 1000 };
    expect(["failed", "stalled"]).toContain(await reasonOf(args, little));
    expect(await reasonOf(args, { limits: { memoryMb: 3000, processorS: 20 } })).toBe("none");
  });
});
