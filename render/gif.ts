import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { Writable } from "node:stream";
import sharp from "sharp";
import { frameToS, type Fps } from "@/core/document/fps";
import type { Box } from "@/core/geometry/box";
import { matted } from "@/core/media/matte";
import type { Output } from "@/core/outputs/output";
import { runFfmpeg, writeTo } from "./ffmpeg";
import { placeGif } from "./gif-blocks";
import type { EncodeJob } from "./outputs/define";
import type { PictureSource } from "./painted";
import { around } from "./png";
import { runProgram } from "./program";
import { runsOf, type HeldRun } from "./runs";

export type GifOutput = Extract<Output, { kind: "gif" }>;
type Job = EncodeJob<GifOutput>;

/** What may be given up of a GIF. */
export interface GifThrift {
  readonly colours: number;
  /** Strength of coding with loss; 0 for none. */
  readonly lossy: number;
  /** Every so many frames one is shown. */
  readonly every: number;
  readonly scale: number;
}

/** Players slow down what stays for less than so many hundredths. */
const leastDelay = 2;

/** How many frames go to one picture at least, so that every player keeps the time. */
export const leastEvery = (fps: Fps): number => Math.ceil((fps.num * leastDelay) / (fps.den * 100));

const dithers = { none: "none", pattern: "bayer:bayer_scale=3", diffusion: "sierra2_4a" } as const;

interface Placed {
  readonly runs: readonly HeldRun[];
  readonly delays: readonly number[];
  readonly whole: { readonly width: number; readonly height: number };
  readonly box: Box;
}

/** Which pictures are shown for how long, and where the painted part of them stands. */
function placed({ plan, format, output }: Job, { every, scale }: GifThrift): Placed {
  const runs = runsOf(plan.frames.filter((_, frame) => frame % every === 0));
  const tick = (frame: number) => Math.round(frameToS(Math.min(frame, plan.frames.length), plan.fps) * 100);
  const delays = runs.map(({ start, count }) => tick((start + count) * every) - tick(start * every));
  const side = (length: number) => Math.max(1, Math.round(length * scale));
  const whole = { width: side(format.width), height: side(format.height) };
  const full = { x: 0, y: 0, width: format.width, height: format.height };
  const { x, y, width, height } = output.ground ? full : plan.bounds;
  const [left, top] = [Math.round(x * scale), Math.round(y * scale)];
  const box = {
    ...{ x: left, y: top },
    width: Math.max(1, Math.round((x + width) * scale) - left),
    height: Math.max(1, Math.round((y + height) * scale) - top),
  };
  return { runs, delays, whole, box };
}

/** One GIF with these losses. Delays are rounded so that nothing adds up over the clip. */
export async function encodeGif(job: Job, pictures: PictureSource, thrift: GifThrift, file: string): Promise<void> {
  const place = placed(job, thrift);
  const { palette, dither, repeats } = job.output;
  const { width, height } = place.box;
  const input = ["-f", "rawvideo", "-pix_fmt", "rgba", "-s", `${width}x${height}`, "-r", "25", "-i", "pipe:0"];
  const feed = (stream: Writable) => feedPictures(job, pictures, place, stream);
  const use = `dither=${dithers[dither]}:alpha_threshold=128`;
  const colours = `max_colors=${thrift.colours}:reserve_transparent=1`;
  const loop = ["-loop", String(repeats === 0 ? 0 : repeats === 1 ? -1 : repeats - 1)];
  // Whole pictures: what ffmpeg leaves out of them by itself shows through where something becomes see-through.
  const coder = ["-vsync", "0", "-c:v", "gif", "-gifflags", "-offsetting-transdiff", ...loop, "-y", file];
  const { signal } = job;
  if (palette === "frame") {
    const graph = `split[a][b];[a]palettegen=${colours}:stats_mode=single[p];[b][p]paletteuse=new=1:${use}`;
    await runFfmpeg([...input, "-filter_complex", graph, ...coder], { signal, feed });
  } else {
    // In two readings: in one, all pictures would lie in memory until the last is seen.
    const table = join(job.folder, "palette.png");
    await runFfmpeg([...input, "-vf", `palettegen=${colours}:stats_mode=full`, "-y", table], { signal, feed });
    const graph = `[0:v][1:v]paletteuse=${use}`;
    await runFfmpeg([...input, "-i", table, "-filter_complex", graph, ...coder], { signal, feed });
  }
  const gif = await readFile(file);
  placeGif(gif, { ...place.whole, x: place.box.x, y: place.box.y, delays: place.delays });
  await writeFile(file, gif);
  // It finds more that is the same from picture to picture, without any loss unless one is asked for.
  const lossy = Math.round(thrift.lossy);
  await runProgram("gifsicle", ["-O2", ...(lossy > 0 ? [`--lossy=${lossy}`] : []), "--batch", file], signal);
}

/** Hands the pictures over in their size, with alpha on or off. */
async function feedPictures(
  job: Job,
  pictures: PictureSource,
  { runs, whole, box }: Placed,
  stream: Writable,
): Promise<void> {
  const { bounds } = job.plan;
  const { matte, ground } = job.output;
  const { format } = job;
  await pictures.each(
    runs.map(({ picture }) => picture),
    async (pixels) => {
      if (stream.destroyed) return false;
      let picture = sharp(pixels, { raw: { width: bounds.width, height: bounds.height, channels: 4 } });
      const sized = whole.width !== format.width;
      if (ground) {
        picture = picture.extend(around(bounds, format));
        if (sized)
          picture = sharp(await picture.raw().toBuffer(), {
            raw: { width: format.width, height: format.height, channels: 4 },
          });
      }
      if (sized) picture = picture.resize(box.width, box.height, { fit: "fill", kernel: "linear" });
      const raw = ground || sized ? await picture.raw().toBuffer() : pixels;
      await writeTo(stream, matted(raw, matte, ground));
      return !stream.destroyed;
    },
    job.signal,
  );
}
