import { yuvOf } from "@/core/media/yuv";
import { bt709, footageChain, paintedInput, rateOf, toYuv } from "./chains";
import { runFfmpeg } from "./ffmpeg";
import type { EncodeJob } from "./outputs/define";
import { writePictures, type PictureSource } from "./painted";
import { placeFrames } from "./runs";
import { soundGraph } from "./sound";

/** What a clip is laid over, and how the whole is coded. */
export interface Laying {
  /** A plain colour; the job's footage unless given. */
  readonly colour?: string | undefined;
  readonly chroma?: "420" | "444";
  readonly settings: readonly string[];
  /** Size of the finished pictures, where it is not the format's. */
  readonly size?: { readonly width: number; readonly height: number } | undefined;
  readonly file?: string;
  readonly onFrames?: (count: number) => void;
}

const aac = ["-c:a", "aac", "-b:a", "192k"];
const secondsOf = ({ plan }: EncodeJob): number => (plan.frames.length * plan.fps.den) / plan.fps.num;

/** Makes a film of the painted pictures over a colour or footage, with the sounds of both. */
export async function encodeLaid(job: EncodeJob, pictures: PictureSource, laying: Laying): Promise<void> {
  const { sent, filter } = placeFrames(job.plan.frames, rateOf(job.plan));
  const painted = paintedInput(job.plan);
  const { inputs, graph } =
    laying.colour === undefined
      ? overFootage(job, painted, filter, laying)
      : overColour(job, painted, filter, { ...laying, colour: laying.colour });
  const lengthS = secondsOf(job);
  const own = job.sound && { sound: job.sound, input: inputs.filter((arg) => arg === "-i").length };
  const under = laying.colour === undefined && job.footage?.sound ? 2 : undefined;
  const heard = soundGraph({ own, footage: under }, lengthS);
  const args = [
    ...inputs,
    ...(job.sound ? ["-i", job.sound.file] : []),
    ...["-filter_complex", heard === undefined ? graph : `${graph};${heard}`, "-map", "[clip]"],
    ...(heard === undefined ? ["-an"] : ["-map", "[sound]", ...aac]),
  ];
  await runFfmpeg([...args, ...laying.settings, "-y", laying.file ?? job.file], {
    signal: job.signal,
    feed: (input) => writePictures(pictures, sent, input, job.signal),
    onFrames: laying.onFrames ?? job.progress,
  });
}

interface Layered {
  readonly inputs: readonly string[];
  /** Ends in [clip]. */
  readonly graph: string;
}

/** As many frames as the clip has, and no more, whatever lies under it; sound has its own end. */
const cutTo = ({ plan }: EncodeJob): string => `trim=end_frame=${plan.frames.length}`;

const sizedTo = ({ size }: Laying): string => (size ? `,scale=${size.width}:${size.height}:flags=area,${bt709}` : "");

/** A ground of one colour, as a source of ffmpeg. Its levels are set by us: its own sources draw by BT.601. */
function colourGround(colour: string, { format, plan }: EncodeJob, pixels: string): string {
  const [y, u, v] = yuvOf(colour);
  const plain = `color=c=black:s=${format.width}x${format.height}:r=${rateOf(plan)}`;
  return `${plain},format=${pixels},lutyuv=y=${y}:u=${u}:v=${v},${bt709}`;
}

/** Only what is sent is blended, once for a held picture. */
function overColour(
  job: EncodeJob,
  inputs: readonly string[],
  filter: string,
  laying: Laying & { readonly colour: string },
): Layered {
  const { bounds } = job.plan;
  const { chroma = "420" } = laying;
  const over = `overlay=${bounds.x}:${bounds.y}:shortest=1:format=yuv${chroma}:eof_action=repeat,${bt709}`;
  const graph = [
    `${colourGround(laying.colour, job, `yuv${chroma}p`)}[ground]`,
    `[0:v]${toYuv(`yuva${chroma}p`)}[graphic]`,
    `[ground][graphic]${over}${sizedTo(laying)},${filter},${cutTo(job)}[clip]`,
  ].join(";");
  return { inputs, graph };
}

function overFootage(job: EncodeJob, painted: readonly string[], filter: string, laying: Laying): Layered {
  if (job.footage === undefined) throw new Error("the footage of this output was not fetched");
  const { bounds } = job.plan;
  const loop = ["-stream_loop", "-1"];
  const over = `overlay=${bounds.x}:${bounds.y}:format=yuv420:eof_action=repeat,${bt709}`;
  const graph = [
    `[0:v]${footageChain(job.footage, job.format, rateOf(job.plan))}[ground]`,
    `[1:v]${toYuv("yuva420p")},${filter}[graphic]`,
    `[ground][graphic]${over}${sizedTo(laying)},${cutTo(job)}[clip]`,
  ].join(";");
  // The sound comes in by itself: beside a picture it would shift where footage that starts again joins.
  const { file, sound } = job.footage;
  const heard = sound ? [...loop, "-vn", "-i", file] : [];
  return { inputs: [...loop, "-an", "-i", file, ...painted, ...heard], graph };
}
