import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { frameCount } from "@/core/document/fps";
import { videoFrame } from "@/core/schedule/playback";
import { matrixOf } from "./footage";
import { runFfmpeg } from "./ffmpeg";
import { packVideo, readFrame } from "./frame-pack";
import { planVideo, streamEntries, type Stream } from "./video-plan";

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-plan-"));
});
afterAll(() => rm(folder, { recursive: true }));

/** Each frame wears its number in seven bars, dark or light, from the lowest bit on the left. */
const bars = (rate: string, size = "280x160", format = "yuv420p", extra = "") =>
  `nullsrc=s=${size}:r=${rate}:d=3,format=gray,geq=lum='16+220*mod(floor(N/pow(2,floor(7*X/W))),2)'${extra},format=${format}`;

async function made(name: string, source: string, ...args: string[]): Promise<string> {
  const file = join(folder, name);
  await runFfmpeg(["-f", "lavfi", "-i", source, ...args, "-y", file]);
  return file;
}

async function streamOf(file: string): Promise<Stream> {
  const args = ["-show_entries", streamEntries, "-of", "json", file];
  const { streams } = JSON.parse((await runFfmpeg(args, { program: "ffprobe" })).toString()) as { streams: Stream[] };
  return streams.find(({ codec_type: type }) => type === "video")!;
}

async function packed(file: string) {
  const stream = await streamOf(file);
  const plan = planVideo(stream);
  const target = `${file}.frames`;
  const frames = await packVideo({ file, target, plan, matrix: matrixOf(stream), mostS: 30 });
  return { plan, target, frames };
}

/** The number that a picture wears, in bars from left to right or, `upright`, from the bottom up. */
async function worn(picture: Buffer, upright = false): Promise<number> {
  const { data, info } = await sharp(picture).removeAlpha().greyscale().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  let number = 0;
  for (let bit = 0; bit < 7; bit++) {
    const along = (bit + 0.5) / 7;
    const [x, y] = upright ? [width / 2, (1 - along) * height] : [along * width, height / 2];
    if (data[Math.floor(y) * width + Math.floor(x)]! > 128) number += 2 ** bit;
  }
  return number;
}

/** Seconds at which a decoder of ffmpeg's own shows each frame. */
async function instants(file: string): Promise<number[]> {
  const args = ["-select_streams", "V:0", "-show_entries", "frame=best_effort_timestamp_time", "-of", "csv=p=0", file];
  return (await runFfmpeg(args, { program: "ffprobe" }))
    .toString()
    .split("\n")
    .map((line) => parseFloat(line))
    .filter((at) => !Number.isNaN(at));
}

const uneven = ",setpts='if(lt(N\\,30)\\,N/30\\,1+(N-30)/12)/TB'";
const sources = {
  "an even rate that is no whole number": () =>
    made("even.mp4", bars("30000/1001"), "-c:v", "libx264", "-bf", "2", "-g", "40"),
  "frames at uneven times": () =>
    made("uneven.mkv", bars("30", "280x160", "yuv420p", uneven), "-fps_mode", "vfr", "-c:v", "libx264"),
  "a film that lies on its side": async () => {
    const file = await made("lying.mp4", bars("25"), "-c:v", "libx264");
    const turned = join(folder, "turned.mp4");
    await runFfmpeg(["-i", file, "-c", "copy", "-metadata:s:v:0", "rotate=90", "-y", turned]);
    return turned;
  },
  "a see-through WebM": () =>
    made("clear.webm", bars("24", "280x160", "yuva420p"), "-c:v", "libvpx-vp9", "-deadline", "realtime"),
  "ProRes 4444 of 60 a second": () =>
    made("clear.mov", bars("60", "280x160", "yuva444p10le"), "-c:v", "prores_ks", "-profile:v", "4"),
};

describe("a frame of a video is the one that ffmpeg shows then", () => {
  test.each(Object.entries(sources))("with %s", async (name, make) => {
    const file = await make();
    const { plan, target, frames } = await packed(file);
    const shown = await instants(file);
    const rate = plan.rate.num / plan.rate.den;
    const playing = { startS: 0, endS: frames / rate, rate, first: 0, frames, again: false };
    for (let i = 0; i < 50; i++) {
      const timeS = ((i * 37) % 50) * (frames / rate / 50) + 0.001;
      const frame = videoFrame(playing, timeS);
      // The last one that has come by then, to the nearest frame of the pack.
      const expected = shown.findLastIndex((at) => Math.round(at * rate - 1e-3) <= frame);
      const number = await worn((await readFrame(target, frame))!, name.includes("side"));
      expect({ timeS, number }).toEqual({ timeS, number: expected % 128 });
    }
  });

  test("turned as ffmpeg itself turns it", async () => {
    const file = await sources["a film that lies on its side"]();
    const still = join(folder, "turned.png");
    await runFfmpeg(["-i", file, "-frames:v", "1", "-vf", "select=eq(n\\,41)", "-y", still]);
    const { target } = await packed(file);
    const [own, kept] = await Promise.all(
      [still, (await readFrame(target, 41))!].map((picture) => sharp(picture).greyscale().raw().toBuffer()),
    );
    expect(own!.reduce((sum, level, i) => sum + Math.abs(level - kept![i]!), 0) / own!.length).toBeLessThan(3);
  });

  test("and there are as many as its length and rate ask for", async () => {
    expect((await packed(await sources["ProRes 4444 of 60 a second"]())).frames).toBe(
      frameCount(3, { num: 60, den: 1 }),
    );
  });
});

describe("colours and shapes are those of the film", () => {
  /** The mean colour of a frame, with its alpha. */
  async function meanOf(target: string, frame = 0): Promise<number[]> {
    const { channels } = await sharp((await readFrame(target, frame))!)
      .ensureAlpha()
      .stats();
    return channels.map(({ mean }) => mean);
  }
  const flat = "color=0x2d6a5f:s=320x180:r=25:d=0.4";

  test.each(["bt709", "smpte170m"])("with the matrix %s", async (space) => {
    const matrix = space === "bt709" ? "bt709" : "smpte170m";
    const filter = `scale=out_color_matrix=${matrix},format=yuv420p`;
    const tags = ["-colorspace", space, "-color_primaries", space, "-color_trc", space];
    const file = await made(`${space}.mp4`, flat, "-vf", filter, ...tags, "-c:v", "libx264", "-qp", "4");
    const still = `${file}.png`;
    await runFfmpeg(["-i", file, "-vf", "zscale=m=gbr:r=full,format=gbrp", "-frames:v", "1", "-y", still]);
    const truth = (await sharp(still).stats()).channels.map(({ mean }) => mean);
    const kept = await meanOf((await packed(file)).target);
    for (let i = 0; i < 3; i++) expect(Math.abs(kept[i]! - truth[i]!)).toBeLessThanOrEqual(1.5);
    expect(Math.abs(truth[0]! - 0x2d)).toBeLessThan(4);
  });

  test.each([
    ["ProRes 4444", "half.mov", ["-c:v", "prores_ks", "-profile:v", "4", "-pix_fmt", "yuva444p10le"]],
    ["PNG in MOV", "half-png.mov", ["-c:v", "png", "-pix_fmt", "rgba"]],
    ["VP9", "half.webm", ["-c:v", "libvpx-vp9", "-pix_fmt", "yuva420p", "-crf", "4", "-b:v", "0"]],
  ])("and what is half see-through stays so: %s", async (_, name, args) => {
    const file = await made(name, `${flat},format=rgba,colorchannelmixer=aa=0.5`, ...args);
    const { plan, target } = await packed(file);
    expect(plan.alpha).toBe(true);
    const [r, g, b, a] = await meanOf(target);
    for (const [is, asked] of [
      [r!, 0x2d],
      [g!, 0x6a],
      [b!, 0x5f],
      [a!, 127.5],
    ] as const)
      expect(Math.abs(is - asked)).toBeLessThan(4);
  });

  test("the fields of an interlaced film become whole frames", async () => {
    // A bar that goes across: fields that are laid between one another would comb its edges.
    const moving =
      "nullsrc=s=320x180:r=50:d=1,format=gray,geq=lum='if(between(X,N*6,N*6+40),235,16)',format=yuv420p,interlace=lowpass=off";
    const file = await made("fields.mp4", moving, "-c:v", "libx264", "-flags", "+ildct+ilme", "-x264opts", "tff=1");
    const { plan, target } = await packed(file);
    expect(plan.notes.join()).toContain("interlaced");
    const { data, info } = await sharp((await readFrame(target, 6))!)
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    let combed = 0;
    for (let y = 20; y < 160; y++)
      for (let x = 0; x < info.width; x++) {
        const [above, here, below] = [y - 1, y, y + 1].map((row) => data[row * info.width + x]!);
        if (Math.min(Math.abs(here! - above!), Math.abs(here! - below!)) > 100) combed++;
      }
    expect(combed).toBeLessThan(50);
  });

  test("wide pixels become square", async () => {
    const file = await made("wide.mp4", bars("25", "280x160", "yuv420p", ",setsar=3/2"), "-c:v", "libx264");
    expect((await packed(file)).plan).toMatchObject({ width: 420, height: 160 });
  });

  test("a film that changes its size is all of one size", async () => {
    const parts = await Promise.all(
      ["280x160", "140x80"].map((size, i) => made(`part-${i}.ts`, bars("25", size), "-c:v", "libx264", "-f", "mpegts")),
    );
    const file = join(folder, "sizes.ts");
    await runFfmpeg(["-i", `concat:${parts.join("|")}`, "-c", "copy", "-f", "mpegts", "-y", file]);
    const { target, frames } = await packed(file);
    const sides = await Promise.all(
      [0, frames - 1].map(async (frame) => sharp((await readFrame(target, frame))!).metadata()),
    );
    for (const side of sides) expect(side).toMatchObject({ width: 280, height: 160 });
  });

  test("brightness beyond a screen’s is brought into its range, in order, and told", async () => {
    // PQ codes of 0, 20, 203 and 1000 cd/m², in tenths of a bit. Source: SMPTE ST 2084.
    const steps = [0, 0.37, 0.58, 0.75].map((code) => Math.round(64 + code * 876));
    const levels = steps.map((step, i) => `${step}*eq(floor(4*X/W)\\,${i})`).join("+");
    const source = `nullsrc=s=320x180:r=25:d=0.4,format=yuv420p10le,geq=lum='${levels}':cb=512:cr=512`;
    const tags = ["-colorspace", "bt2020nc", "-color_primaries", "bt2020", "-color_trc", "smpte2084"];
    const file = await made("bright.mkv", source, ...tags, "-c:v", "ffv1");
    const { plan, target } = await packed(file);
    expect(plan.notes.join()).toContain("brightness");
    const { data, info } = await sharp((await readFrame(target, 1))!)
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = [0, 1, 2, 3].map((i) => data[(90 * info.width + 40 + 80 * i) * info.channels]!);
    expect(at[0]).toBeLessThan(6);
    expect(at[1]! - at[0]!).toBeGreaterThan(30);
    expect(at[2]! - at[1]!).toBeGreaterThan(30);
    expect(at[2]).toBeGreaterThan(150);
    expect(at[3]! - at[2]!).toBeGreaterThan(10);
  });
});
