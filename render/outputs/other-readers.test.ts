import { execFile } from "node:child_process";
import { mkdtemp, readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { outputKinds } from "@/core/outputs/kinds";
import { factsOf, type OutputKind } from "@/core/outputs/output";
import { box, designWith, outputOf, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "../clip";

/* Files as readers that share no code with what wrote them see them: what other people's players and editors go by. */
const run = promisify(execFile);
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-readers-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const slide = { id: "m", kind: "slide", phase: "arrive", start: { gap: 0 }, length: 0.3 };
const design = designWith([box("panel", { moves: [slide] }), words("name", "Ada Fernsby")], { formats: ["square"] });
const tone = { kind: "colour", colour: "#203040" };
const rate = { num: 30_000, den: 1001 };

async function make(kind: OutputKind, more: object = {}) {
  const output = outputOf({ kind, ...(kind === "h264" && { backing: tone }), fps: rate, ...more });
  const file = join(folder, `${kind}.${factsOf(output).ending}`);
  const scene = { design, values: { fields: {}, lengthS: 1 }, house: testHouse, format: "square" };
  const loadPicture = () => Promise.reject(new Error("no pictures here"));
  return { ...(await makeClip({ scene, output, loadPicture, folder, file })), file };
}

/** What a program that only reads says of a file's first stream, beside the file as a whole. */
async function facts(file: string): Promise<Record<string, string>> {
  const { stdout } = await run("mediainfo", ["--Output=JSON", file]);
  const { track } = (JSON.parse(stdout) as { media: { track: Record<string, string>[] } }).media;
  return { ...track[1], container: track[0]!.Format!, streamable: track[0]!.IsStreamable ?? "" };
}

/** Milliseconds at which another demuxer finds each frame, and at which the last one ends. */
async function instants(file: string): Promise<number[]> {
  const [again, times] = [`${file}.mkv`, `${file}.times`];
  await run("mkvmerge", ["-q", "-o", again, file]);
  await run("mkvextract", ["-q", again, "timestamps_v2", `0:${times}`]);
  const lines = (await readFile(times, "utf8")).trim().split("\n");
  return lines.slice(1).map(Number);
}

const bt709 = {
  colour_primaries: "BT.709",
  transfer_characteristics: "BT.709",
  matrix_coefficients: "BT.709",
};
const avc = { ...bt709, Format: "AVC", Format_Profile: "High", ScanType: "Progressive", BitDepth: "8" };
const common = { ...avc, ChromaSubsampling: "4:2:0", colour_range: "Limited", container: "MPEG-4", streamable: "Yes" };
const films: [OutputKind, Record<string, string>][] = [
  ["h264", common],
  ["key-colour", common],
  ["prores-4444", { ...bt709, Format: "ProRes", Format_Profile: "4444", CodecID: "ap4h", ChromaSubsampling: "4:4:4" }],
  ["png-mov", { Format: "PNG", CodecID: "png ", ColorSpace: "RGBA", BitDepth: "8" }],
  ["vp9-alpha", { ...bt709, Format: "VP9", Format_Profile: "0", CodecID: "V_VP9", container: "WebM" }],
];

describe.each(films)("%s", (kind, expected) => {
  test("has the profile, the tags and every frame at its time for other readers too", async () => {
    const { file, frames } = await make(kind);
    const read = await facts(file);
    expect(read).toMatchObject({ ...expected, Width: "1080", Height: "1080", FrameRate_Mode: "CFR" });
    expect(Number(read.FrameRate)).toBeCloseTo(rate.num / rate.den, 2);
    expect(Number(read.FrameCount)).toBe(frames);
    const at = await instants(file);
    expect(at.length).toBe(frames + 1);
    // Both containers count in steps of a thousandth of a second or finer.
    at.forEach((ms, i) => expect(Math.abs(ms - (i * 1000 * rate.den) / rate.num)).toBeLessThan(1.01));
  });
});

test("levels that ordinary decoders are built for", async () => {
  for (const kind of ["h264", "key-colour"] as const) {
    const { Format_Level: level } = await facts((await make(kind)).file);
    expect(Number(level)).toBeLessThanOrEqual(4.2);
  }
});

test("whole colour on a key is the profile that was chosen, and says so", async () => {
  const { Format_Profile: profile, ChromaSubsampling: colour } = await facts(
    (await make("key-colour", { chroma: "444" })).file,
  );
  expect([profile, colour]).toEqual(["High 4:4:4 Predictive", "4:4:4"]);
});

const pictures: [OutputKind, string][] = [
  ["still", "PNG"],
  ["apng", "PNG"],
  ["gif", "GIF"],
  ["webp", "WebP"],
];
test.each(pictures)("%s is a picture of its size", async (kind, format) => {
  const read = await facts((await make(kind)).file);
  expect(read.Format).toBe(format);
  if (kind !== "webp") expect([read.Width, read.Height]).toEqual(["1080", "1080"]);
});

test("sound is 48 kHz, stereo, and as long as the clip to the sample", async () => {
  const read = await facts((await make("wav")).file);
  expect(read).toMatchObject({ Format: "PCM", SamplingRate: "48000", Channels: "2", BitDepth: "16" });
  expect(Math.abs(Number(read.SamplingCount) - (30 * 48_000 * rate.den) / rate.num)).toBeLessThanOrEqual(1);
});

test("every kind is either read here or no media at all", () => {
  const read = [...films.map(([kind]) => kind), ...pictures.map(([kind]) => kind), "wav"];
  const other = ["srt", "vtt", "web-page", "png-sequence"];
  expect([...read, ...other].sort()).toEqual(Object.keys(outputKinds).sort());
});
