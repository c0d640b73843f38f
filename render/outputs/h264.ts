import type { Output } from "@/core/outputs/output";
import { yuvOf } from "@/core/media/yuv";
import type { Format } from "@/core/document/format";
import { bt709, footageChain, paintedInput, rateOf, toYuv } from "../chains";
import { runFfmpeg } from "../ffmpeg";
import type { PictureSource } from "../painted";
import { placeFrames } from "../runs";
import { soundGraph } from "../sound";
import { defineEncoder, type EncodeJob } from "./define";

type Job = EncodeJob<Extract<Output, { kind: "h264" }>>;

const settings = [
  "-c:v",
  "libx264",
  "-preset",
  "veryfast",
  "-crf",
  "17",
  "-pix_fmt",
  "yuv420p",
  "-movflags",
  "+faststart",
];

/** A ground of one colour, as a source of ffmpeg. Its levels are set by us: its own sources draw by BT.601. */
function colourGround(colour: string, { width, height }: Format, rate: string): string {
  const [y, u, v] = yuvOf(colour);
  return `color=c=black:s=${width}x${height}:r=${rate},format=yuv420p,lutyuv=y=${y}:u=${u}:v=${v},${bt709}`;
}

const aac = ["-c:a", "aac", "-b:a", "192k"];
const secondsOf = ({ plan }: Job): number => (plan.frames.length * plan.fps.den) / plan.fps.num;

async function encode(job: Job, pictures: PictureSource): Promise<void> {
  const { backing } = job.output;
  const { sent, filter } = placeFrames(job.plan.frames, rateOf(job.plan));
  const { inputs, graph } =
    backing.kind === "colour" ? overColour(job, backing.colour, filter) : overFootage(job, filter);
  const lengthS = secondsOf(job);
  const own = job.sound && { sound: job.sound, input: inputs.filter((arg) => arg === "-i").length };
  const under = job.footage?.sound ? 2 : undefined;
  const heard = soundGraph({ own, footage: backing.kind === "footage" ? under : undefined }, lengthS);
  const args = [
    ...inputs,
    ...(job.sound ? ["-i", job.sound.file] : []),
    ...["-filter_complex", heard === undefined ? graph : `${graph};${heard}`, "-map", "[clip]"],
    ...(heard === undefined ? ["-an"] : ["-map", "[sound]", ...aac]),
  ];
  await runFfmpeg([...args, ...settings, "-y", job.file], {
    signal: job.signal,
    feed: (input) => pictures.write(sent, input, job.signal),
    onFrames: job.progress,
  });
}

interface Layered {
  readonly inputs: readonly string[];
  /** Ends in [clip]. */
  readonly graph: string;
}

/** As many frames as the clip has, and no more, whatever lies under it; sound has its own end. */
const cutTo = ({ plan }: Job): string => `trim=end_frame=${plan.frames.length}`;

/** Only what is sent is blended, once for a held picture. */
function overColour(job: Job, colour: string, filter: string): Layered {
  const { bounds } = job.plan;
  const over = `overlay=${bounds.x}:${bounds.y}:shortest=1:format=yuv420:eof_action=repeat,${bt709}`;
  const graph = [
    `${colourGround(colour, job.format, rateOf(job.plan))}[ground]`,
    `[0:v]${toYuv("yuva420p")}[graphic]`,
    `[ground][graphic]${over},${filter},${cutTo(job)}[clip]`,
  ].join(";");
  return { inputs: paintedInput(job.plan), graph };
}

function overFootage(job: Job, filter: string): Layered {
  if (job.footage === undefined) throw new Error("the footage of this output was not fetched");
  const { bounds } = job.plan;
  const loop = ["-stream_loop", "-1"];
  const graph = [
    `[0:v]${footageChain(job.footage, job.format, rateOf(job.plan))}[ground]`,
    `[1:v]${toYuv("yuva420p")},${filter}[graphic]`,
    `[ground][graphic]overlay=${bounds.x}:${bounds.y}:format=yuv420:eof_action=repeat,${bt709},${cutTo(job)}[clip]`,
  ].join(";");
  // The sound comes in by itself: beside a picture it would shift where footage that starts again joins.
  const { file, sound } = job.footage;
  const heard = sound ? [...loop, "-vn", "-i", file] : [];
  return { inputs: [...loop, "-an", "-i", file, ...paintedInput(job.plan), ...heard], graph };
}

export const encoder = defineEncoder<"h264">({
  settings,
  decoder: [],
  // Beside the graphic all is one colour, or footage that was coded twice.
  tolerance: { colour: 4, alpha: 0, outside: 4 },
  encode,
});
