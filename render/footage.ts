import { EncodeError, runFfmpeg } from "./ffmpeg";
import type { Stream } from "./video-plan";

/** Footage that no clip can be laid over, in words for whoever chose it. */
export class FootageError extends Error {
  constructor(message: string) {
    super(message);
    this.name = "FootageError";
  }
}

/** What must be known of footage before it is converted. */
export interface Footage {
  readonly file: string;
  readonly sound: boolean;
  /** The matrix its colours were made with, as ffmpeg's scaler names it. */
  readonly matrix: "bt709" | "bt601" | "auto";
}

/** Looks into footage. Throws FootageError when it can't be read, or has no moving picture. */
export async function readFootage(file: string, signal?: AbortSignal): Promise<Footage> {
  const entries = "stream=codec_type,width,height,color_space:stream_disposition=attached_pic";
  let streams: readonly Stream[];
  try {
    const answer = await runFfmpeg(["-show_entries", entries, "-of", "json", file], { program: "ffprobe", signal });
    streams = (JSON.parse(answer.toString()) as { streams?: Stream[] }).streams ?? [];
  } catch (error) {
    if (!(error instanceof EncodeError) || error.reason === "missing") throw error;
    throw new FootageError("The footage can’t be read: it is damaged, cut off, or no video. Choose another one.");
  }
  // The cover of a sound file is a picture, but none that moves.
  const picture = streams.find(
    ({ codec_type, width, disposition }) => codec_type === "video" && width && !disposition?.attached_pic,
  );
  if (!picture) throw new FootageError("The footage has sound only and no picture. Choose a video.");
  return { file, sound: streams.some(({ codec_type }) => codec_type === "audio"), matrix: matrixOf(picture) };
}

/** Untagged pictures were made by the standard of their size: high definition by BT.709, smaller ones by BT.601. */
export function matrixOf({
  color_space: space,
  height = 0,
}: Pick<Stream, "color_space" | "height">): Footage["matrix"] {
  if (space !== undefined && space !== "unknown" && space !== "reserved") return "auto";
  return height >= 720 ? "bt709" : "bt601";
}
