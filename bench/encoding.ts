import { rm } from "node:fs/promises";
import { join } from "node:path";
import { factsOf, type MadeOutput } from "@/core/outputs/output";
import { sampleValues } from "@/core/document/values";
import { readDesign } from "@/demo/designs";
import { makeFootage } from "@/demo/footage";
import { house } from "@/demo/house";
import { makeClip, makeClips } from "@/render/clip";
import { footageChain } from "@/render/chains";
import { encoders } from "@/render/outputs/kinds";
import { readFootage } from "@/render/footage";
import { runFfmpeg } from "@/render/ffmpeg";
import { compare, round, secondsOf, type Measurement } from "./measure";
import { screenshotSeconds } from "./screenshots";

const lengthS = 6;
const fps = { num: 30, den: 1 };
const frames = 180;
const backing = { kind: "colour", colour: "#dce8e1" } as const;
const outputs = {
  vp9: { id: "vp9", name: "vp9", kind: "vp9-alpha", fps },
  h264: { id: "h264", name: "h264", kind: "h264", fps, backing },
  over: { id: "over", name: "over", kind: "h264", fps, backing: { kind: "footage", media: `media:${"0".repeat(64)}` } },
  prores: { id: "prores", name: "prores", kind: "prores-4444", fps },
} satisfies Record<string, MadeOutput>;

/** Whole clips of Name strap in wide against what the encoder alone takes with the same settings. */
export async function measureEncoding(folder: string): Promise<Measurement[]> {
  const design = readDesign("name-strap");
  const scene = { design, values: { ...sampleValues(design), lengthS }, house, format: "wide" };
  const footage = join(folder, "footage.mp4");
  await makeFootage(footage);
  const loadPicture = async () => Promise.reject(new Error("this design shows no pictures"));
  const fileOf = (output: MadeOutput) => join(folder, `${output.id}.${factsOf(output).ending}`);
  const make = async (output: MadeOutput): Promise<number> =>
    (await makeClip({ scene, output, footage, loadPicture, folder, file: fileOf(output) })).wallS;
  const encode = (args: readonly string[], ending: string) =>
    secondsOf(() => runFfmpeg([...args, "-y", join(folder, `ready.${ending}`)]));

  /** All from one painting. */
  const together = (all: readonly MadeOutput[]): Promise<number> =>
    secondsOf(() =>
      makeClips({ scene, loadPicture, folder, files: all.map((output) => ({ output, file: fileOf(output) })) }),
    );
  /** What one takes by itself, but for its painting. */
  const encodingOf = async (output: MadeOutput): Promise<number> => {
    const { wallS, paintS, proofS } = await makeClip({ scene, output, loadPicture, folder, file: fileOf(output) });
    return wallS + proofS - paintS;
  };

  await make(outputs.prores);
  const raw = (pixels: string) => join(folder, `${pixels}.yuv`);
  // ProRes frames stand alone, so a few of them read again and again cost the same as all.
  for (const [pixels, count] of [
    ["yuva420p", frames],
    ["yuv420p", frames],
    ["yuva444p10le", frames / 6],
  ] as const) {
    const decoded = ["-i", fileOf(outputs.prores), "-frames:v", String(count), "-pix_fmt", pixels];
    await runFfmpeg([...decoded, "-f", "rawvideo", "-y", raw(pixels)]);
  }
  const ready = (pixels: string) => [
    "-f",
    "rawvideo",
    "-pix_fmt",
    pixels,
    "-s",
    "1920x1080",
    "-r",
    "30",
    "-i",
    raw(pixels),
  ];

  const vp9 = await compare(
    5,
    () => make(outputs.vp9),
    () => encode([...ready("yuva420p"), ...encoders["vp9-alpha"].settings], "webm"),
  );
  const h264 = await compare(
    5,
    () => make(outputs.h264),
    () => encode([...ready("yuv420p"), ...encoders.h264.settings], "mp4"),
  );
  const prores = await compare(
    5,
    () => make(outputs.prores),
    () => encode(["-stream_loop", "5", ...ready("yuva444p10le"), ...encoders["prores-4444"].settings], "mov"),
  );
  const chain = footageChain(
    await readFootage(footage),
    { ...outputs.over, id: "wide", width: 1920, height: 1080 } as never,
    "30/1",
  );
  const transcode = [
    "-stream_loop",
    "-1",
    "-i",
    footage,
    "-t",
    String(lengthS),
    "-vf",
    chain,
    ...encoders.h264.settings,
  ];
  const over = await compare(
    5,
    () => make(outputs.over),
    () => encode([...transcode, "-c:a", "aac", "-b:a", "192k"], "mp4"),
  );
  const several = await compare(
    3,
    async () => together([outputs.vp9, outputs.h264, outputs.prores]),
    async () => {
      let alone = 0;
      for (const output of [outputs.vp9, outputs.h264, outputs.prores]) alone += await encodingOf(output);
      return alone;
    },
  );
  const shotS = await screenshotSeconds(24);
  const scripted = { first: vp9.first, second: shotS * frames + vp9.second };
  for (const pixels of ["yuva420p", "yuv420p", "yuva444p10le"]) await rm(raw(pixels));

  const line = (name: string, limit: number, { first, second }: { first: number; second: number }): Measurement => ({
    name,
    value: round(first / second),
    unit: "ratio",
    target: { is: "at most", value: limit },
    detail: { rubrickS: round(first), otherS: round(second) },
  });
  return [
    line("VP9 clip, wall ÷ encoding ready YUV frames", 0.95, vp9),
    line("H.264 clip, wall ÷ encoding ready YUV frames", 0.95, h264),
    line("ProRes 4444 clip, wall ÷ encoding every frame", 0.4, prores),
    line("clip over footage, wall ÷ transcoding the footage alone", 1.1, over),
    line("three kinds of one clip together ÷ the sum of their encodings alone", 1.15, several),
    line(`VP9 clip, wall ÷ a screenshot for each of ${frames} frames (reckoned from 24)`, 0.1, scripted),
  ];
}
