import { mkdtemp, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { runFfmpeg } from "./ffmpeg";
import { shareStills } from "./film-table";

let folder: string;
beforeAll(async () => void (folder = await mkdtemp(join(tmpdir(), "film-table-"))));
afterAll(() => rm(folder, { recursive: true, force: true }));

/** Five stills, each of one grey, as films of this kind are made. */
async function stills(name: string, codec: readonly string[], rate: string, more: readonly string[] = []) {
  const file = join(folder, name);
  const grey = `color=black:s=64x48:r=${rate}:d=10,format=gray,geq=lum='N*50',format=rgba`;
  const args = ["-f", "lavfi", "-i", grey, "-frames:v", "5", ...codec, ...more, "-y", file];
  await runFfmpeg(args);
  return file;
}

const greys = async (file: string): Promise<number[]> => {
  const raw = await runFfmpeg(["-i", file, "-vf", "format=gray,scale=1:1", "-f", "rawvideo", "pipe:1"]);
  return [...raw].map((value) => Math.round(value / 50));
};

const facts = async (file: string) => {
  const entries = "stream=nb_frames,r_frame_rate,duration:format=duration:packet=pts_time";
  const answer = await runFfmpeg(["-show_entries", entries, "-of", "json", file], { program: "ffprobe" });
  return JSON.parse(answer.toString()) as {
    packets: { pts_time: string }[];
    streams: { nb_frames: string; r_frame_rate: string; duration: string }[];
    format: { duration: string };
  };
};

const png = ["-c:v", "png"];
const prores = ["-c:v", "prores_ks", "-profile:v", "4444", "-pix_fmt", "yuva444p10le"];

describe("a film of stills", () => {
  test.each([
    ["png", png, "25", 25],
    ["prores", prores, "30000/1001", 30000 / 1001],
    ["prores-60", prores, "60", 60],
  ])("shows them as often and in the order that is asked: %s", async (name, codec, rate, perS) => {
    const file = await stills(`${name}.mov`, codec, rate);
    const { size } = await stat(file);
    const shown = [0, 0, 0, 1, 2, 2, 3, 4, ...Array.from({ length: 300 }, () => 2), 1, 0, 4, 4];
    await shareStills(file, shown);
    expect(await greys(file)).toEqual(shown);
    // Sixteen bytes or so a frame, however large the pictures are.
    expect((await stat(file)).size - size).toBeLessThan(shown.length * 16);
    const told = await facts(file);
    expect(told.streams[0]!.nb_frames).toBe(String(shown.length));
    const [num, den = 1] = told.streams[0]!.r_frame_rate.split("/").map(Number);
    expect(num! / den).toBeCloseTo(perS, 6);
    expect(Number(told.streams[0]!.duration)).toBeCloseTo(shown.length / perS, 4);
    expect(Number(told.format.duration)).toBeCloseTo(shown.length / perS, 2);
    told.packets.forEach(({ pts_time }, frame) => expect(Number(pts_time)).toBeCloseTo(frame / perS, 4));
  });
  test("has one track, and its table at its end", async () => {
    const front = await stills("front.mov", png, "25", ["-movflags", "+faststart"]);
    await expect(shareStills(front, [0, 1])).rejects.toThrow("table");
    const sound = ["-f", "lavfi", "-i", "sine=d=1"];
    const both = join(folder, "both.mov");
    await runFfmpeg(["-i", await stills("one.mov", png, "25"), ...sound, "-c:v", "copy", "-y", both]);
    await expect(shareStills(both, [0, 1])).rejects.toThrow("one track");
  });
});
