import { rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { sampleValues } from "@/core/document/values";
import { outputKinds } from "@/core/outputs/kinds";
import { factsOf, madeOutput, Output, type OutputKind } from "@/core/outputs/output";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { makeClip } from "@/render/clip";
import { runFfmpeg } from "@/render/ffmpeg";
import { leastUse } from "@/render/fit";
import { encoders } from "@/render/outputs/kinds";
import { compare, round, secondsOf, type Measurement } from "./measure";

const fps = { num: 30, den: 1 };
const frames = 180;
const lengthS = 6;
const backing = { kind: "colour", colour: "#dce8e1" };
const outputOf = (settings: object) => madeOutput(Output.parse({ id: "o", name: "o", fps, ...settings }), { fps });
const plain = (kind: OutputKind) => outputOf(kind === "h264" ? { kind, backing } : { kind });

/** What an encoder takes that is given every frame whole, by kind: ffmpeg's own, with settings as near to ours as it has. */
const everyFrame: Readonly<Record<string, readonly string[]>> = {
  gif: ["-filter_complex", "split[a][b];[a]palettegen=stats_mode=full[p];[b][p]paletteuse=dither=bayer:bayer_scale=3"],
  apng: ["-c:v", "apng", "-pred", "up", "-f", "apng"],
  webp: ["-c:v", "libwebp_anim", "-lossless", "1", "-compression_level", "0", "-quality", "50"],
  "png-mov": encoders["png-mov"].settings,
};

/** Kinds beside the films: against encoders that are given every frame, in pictures a second, at limits, over long rests. */
export async function measureOutputs(folder: string): Promise<Measurement[]> {
  const loadPicture = async () => Promise.reject(new Error("this design shows no pictures"));
  const make = async (
    output: ReturnType<typeof outputOf>,
    name: "name-strap" | "countdown" = "name-strap",
    s = lengthS,
  ) => {
    const design = readDesign(name);
    const scene = { design, values: { ...sampleValues(design), lengthS: s }, house, format: "wide" };
    const file = join(folder, `kind.${factsOf(output).ending}`);
    const result = await makeClip({ scene, output, loadPicture, folder, file });
    return { ...result, bytes: (await stat(file)).size };
  };
  const lines: Measurement[] = [];
  const ready = join(folder, "ready.rgba");
  // A sixth of the frames, read again and again: each is coded by itself, or against the one before it.
  await make(plain("png-mov"));
  const some = ["-i", join(folder, "kind.mov"), "-frames:v", String(frames / 6), "-f", "rawvideo"];
  await runFfmpeg([...some, "-pix_fmt", "rgba", "-y", ready]);
  const input = ["-stream_loop", "5", "-f", "rawvideo", "-pix_fmt", "rgba", "-s", "1920x1080", "-r", "30", "-i", ready];
  for (const [kind, args] of Object.entries(everyFrame)) {
    const output = plain(kind as OutputKind);
    const { first, second } = await compare(
      3,
      async () => (await make(output)).wallS,
      () => secondsOf(() => runFfmpeg([...input, ...args, "-y", join(folder, `every.${factsOf(output).ending}`)])),
    );
    lines.push({
      name: `${kind}, wall ÷ encoding every frame`,
      value: round(first / second),
      unit: "ratio",
      target: { is: "at most", value: kind === "png-mov" ? 0.4 : 0.35 },
      detail: { rubrickS: round(first), otherS: round(second) },
    });
  }
  await rm(ready);
  for (const kind of ["png-sequence", "still"] as const) {
    const { painted, encodeS, wallS } = await make(plain(kind), "countdown");
    const pictures = kind === "still" ? 1 : painted;
    lines.push({
      name: `${kind} of the countdown, pictures a second of coding`,
      value: round(pictures / Math.max(1e-3, encodeS)),
      unit: "per second",
      ...(kind === "png-sequence" && { target: { is: "at least" as const, value: 40 } }),
      detail: { pictures, wallS: round(wallS) },
    });
  }
  lines.push(...(await fitted(make)), ...(await longRests(make)));
  return lines;
}

type Make = (
  output: ReturnType<typeof outputOf>,
  name?: "name-strap" | "countdown",
  lengthS?: number,
) => Promise<Awaited<ReturnType<typeof makeClip>> & { readonly bytes: number }>;

/** How much of a limit is used where something had to give. */
async function fitted(make: Make): Promise<Measurement[]> {
  const lines: Measurement[] = [];
  for (const kind of ["gif", "h264", "vp9-alpha"] as const) {
    const whole = await make(plain(kind));
    const limitKb = Math.max(10, Math.round(whole.bytes / 2500));
    const { bytes, wallS } = await make(outputOf({ kind, ...(kind === "h264" && { backing }), limitKb }));
    lines.push({
      name: `${kind} fitted to two fifths of its size, share of the limit that is used`,
      value: round(bytes / (limitKb * 1000)),
      unit: "share",
      target: { is: "at least", value: leastUse },
      detail: { limitKb, times: round(wallS / whole.wallS) },
    });
  }
  return lines;
}

/** Painting of five minutes with six seconds of motion, against that of thirty seconds. */
async function longRests(make: Make): Promise<Measurement[]> {
  const lines: Measurement[] = [];
  for (const kind of Object.keys(outputKinds) as OutputKind[]) {
    if (!outputKinds[kind].choices.rate || kind === "web-page") continue;
    const short = await make(plain(kind), "name-strap", 20);
    const long = await make(plain(kind), "name-strap", 300);
    lines.push({
      name: `${kind}, painting of 5 min ÷ that of 20 s`,
      value: round(long.painted / Math.max(1, short.painted)),
      unit: "ratio",
      target: { is: "at most", value: 1.5 },
      detail: { painted: long.painted, wallS: round(long.wallS) },
    });
  }
  return lines;
}
