import { createReadStream, createWriteStream, type WriteStream } from "node:fs";
import { open, rm, writeFile } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { runFfmpeg } from "./ffmpeg";
import type { VideoPlan } from "./video-plan";

/*
 * A video as single pictures in one file: "RFP1", the number of frames, where each begins and the last ends (bytes,
 * 64 bits each), then JPEG or WebP files one after the other. Numbers are little-endian. In "RFP2" all frames follow once
 * more, small, with their places behind the others'.
 */
const [plain, twice] = ["RFP1", "RFP2"] as const;
const headBytes = (pictures: number): number => 8 + 8 * (pictures + 1);
/** The longer side of small frames: for looking at them while they run. */
const smallSide = 640;

/** Puts encoded pictures into one pack. */
export function packFrames(pictures: readonly Uint8Array[]): Buffer {
  const ends = [0];
  for (const { byteLength } of pictures) ends.push(ends[ends.length - 1]! + byteLength);
  const head = Buffer.alloc(headBytes(pictures.length));
  writeHead(head, ends);
  return Buffer.concat([head, ...pictures]);
}

/** `ends`: where each picture ends, behind the head; a zero before the first. */
function writeHead(head: Buffer, ends: readonly number[], times: 1 | 2 = 1): void {
  head.write(times === 1 ? plain : twice, 0, "latin1");
  head.writeUInt32LE((ends.length - 1) / times, 4);
  for (const [i, end] of ends.entries()) head.writeBigUInt64LE(BigInt(head.length + end), 8 + 8 * i);
}

/** One frame's bytes, as an encoded picture; undefined when the pack has no such frame. Throws for other files. */
export const readFrame = async (path: string, frame: number): Promise<Buffer | undefined> =>
  (await readFrames(path, frame, 1))?.[0];

/**
 * So many frames from one on, fewer at the end; `small` ones where the pack has them. Undefined when it has no such frame.
 * Throws for other files.
 */
export async function readFrames(
  path: string,
  from: number,
  count: number,
  small = false,
): Promise<Buffer[] | undefined> {
  const file = await open(path, "r");
  try {
    const head = Buffer.alloc(8);
    await file.read(head, 0, 8, 0);
    const magic = head.toString("latin1", 0, 4);
    if (magic !== plain && magic !== twice) throw new Error(`${path} is no pack of frames`);
    const frames = head.readUInt32LE(4);
    if (!Number.isInteger(from) || from < 0 || from >= frames) return undefined;
    const read = Math.min(count, frames - from);
    const ends = Buffer.alloc(8 * (read + 1));
    await file.read(ends, 0, ends.length, 8 + 8 * (small && magic === twice ? frames + from : from));
    const places = Array.from({ length: read + 1 }, (_, i) => Number(ends.readBigUInt64LE(8 * i)));
    const bytes = Buffer.alloc(places[read]! - places[0]!);
    await file.read(bytes, 0, bytes.length, places[0]!);
    return Array.from({ length: read }, (_, i) => bytes.subarray(places[i]! - places[0]!, places[i + 1]! - places[0]!));
  } finally {
    await file.close();
  }
}

/** JPEG or WebP, by the first byte. */
export const frameMime = (bytes: Uint8Array): string => (bytes[0] === 0xff ? "image/jpeg" : "image/webp");

export interface VideoToPack {
  readonly file: string;
  /** Where the pack is written. */
  readonly target: string;
  readonly plan: VideoPlan;
  /** The matrix its colours were made with. */
  readonly matrix: "bt709" | "bt601" | "auto";
  /** Seconds of it that are read, whatever it says of its own length. */
  readonly mostS: number;
  readonly signal?: AbortSignal | undefined;
}

const mostPackBytes = 600 * 1024 * 1024;
const seeThroughPictures = ["-c:v", "libwebp", "-quality", "90", "-compression_level", "2"];
const plainPictures = ["-c:v", "mjpeg", "-pix_fmt", "yuvj420p", "-q:v", "2"];
const limits = { memoryMb: 1500, processorS: 240 };

/**
 * Decodes a video into a pack at a constant rate; answers the number of its frames. Frames go to the disk as they come.
 * Throws an EncodeError for what can't be decoded, a RangeError for frames that take too much space.
 */
export async function packVideo(video: VideoToPack): Promise<number> {
  const { plan, matrix, mostS } = video;
  const small = Math.max(plan.width, plan.height) > smallSide;
  const smallFile = `${video.target}.small`;
  const coded = plan.alpha ? seeThroughPictures : plainPictures;
  // The filter has made them even; nothing is to be filled in before the first. Parts come with their lengths before them:
  // the one stream of single pictures that says where each ends.
  const parts = ["-fps_mode", "passthrough", "-t", String(mostS), "-f", "mpjpeg"];
  const filter = packFilter(plan, matrix);
  const args = [
    ...["-threads", "2", ...(plan.decoder ? ["-c:v", plan.decoder] : []), "-i", video.file, "-an", "-sn", "-dn"],
    ...(small
      ? [
          "-filter_complex",
          `[0:V:0]${filter},split[a][b];[b]scale=${smallSide}:${smallSide}:force_original_aspect_ratio=decrease:force_divisible_by=2[c]`,
          ...["-map", "[a]", ...coded, ...parts, "pipe:1", "-map", "[c]", ...smaller(coded), ...parts, smallFile],
        ]
      : ["-map", "0:V:0", "-vf", filter, ...coded, ...parts, "pipe:1"]),
  ];
  const tooMuch = new AbortController();
  const signal = video.signal ? AbortSignal.any([video.signal, tooMuch.signal]) : tooMuch.signal;
  const body = new PackBody(`${video.target}.body`, () =>
    tooMuch.abort(new RangeError("the frames of this video take too much space")),
  );
  try {
    await runFfmpeg(args, { onOutput: partReader((bytes) => body.add(bytes)), signal, limits, stallMs: 15_000 });
    const frames = body.ends.length - 1;
    if (small) {
      const readSmall = partReader((bytes) => body.add(bytes));
      for await (const chunk of createReadStream(smallFile)) readSmall(chunk as Buffer);
      if (body.ends.length !== 2 * frames + 1) throw new Error("a video was read with two lengths");
    }
    await body.writeTo(video.target, small ? 2 : 1);
    return frames;
  } finally {
    await body.remove();
    await rm(smallFile, { force: true });
  }
}

/** Of less quality: they only run by. */
const smaller = (coded: readonly string[]): string[] =>
  coded.map((part, i) => ({ "-q:v": "5", "-quality": "70" })[coded[i - 1] ?? ""] ?? part);

/** Pictures one after the other, on the disk as they come. */
class PackBody {
  readonly ends = [0];
  private readonly stream: WriteStream;

  constructor(
    private readonly path: string,
    private readonly onTooMuch: () => void,
  ) {
    this.stream = createWriteStream(path, { mode: 0o600 });
  }

  add(bytes: Buffer): void {
    const total = this.ends.at(-1)! + bytes.length;
    this.ends.push(total);
    this.stream.write(bytes);
    if (total > mostPackBytes) this.onTooMuch();
  }

  async writeTo(target: string, times: 1 | 2): Promise<void> {
    await this.end();
    const head = Buffer.alloc(headBytes(this.ends.length - 1));
    writeHead(head, this.ends, times);
    await writeFile(target, head, { mode: 0o600 });
    await pipeline(createReadStream(this.path), createWriteStream(target, { flags: "a" }));
  }

  async remove(): Promise<void> {
    await this.end();
    await rm(this.path, { force: true });
  }

  private end(): Promise<void> {
    return new Promise((resolve) => (this.stream.closed ? resolve() : this.stream.end(resolve)));
  }
}

/** Even in time, of one size, with the colours that pictures of their kind are read with. */
function packFilter({ width, height, first, toned, alpha }: VideoPlan, matrix: VideoToPack["matrix"]): string {
  const from = toned ? "bt709" : matrix;
  // JPEG's colours are always by BT.601; the see-through ones are coded from plain red, green and blue.
  const to = alpha ? "format=bgra" : "format=yuvj420p";
  // Without these flags a change of matrix takes up to four levels away.
  const exact = "flags=bicubic+accurate_rnd+full_chroma_int+full_chroma_inp";
  const scale = `scale=${width}:${height}:${exact}:in_color_matrix=${from}:out_color_matrix=bt601:out_range=pc`;
  return `${first},${scale},setsar=1,${to}`;
}

/** Cuts a stream of parts, each with its length in a heading, into the parts. Source: RFC 2046, 5.1. */
function partReader(take: (bytes: Buffer) => void): (chunk: Buffer) => void {
  let held = Buffer.alloc(0);
  return (chunk) => {
    held = Buffer.concat([held, chunk]);
    for (;;) {
      const end = held.indexOf("\r\n\r\n");
      const length = Number(/content-length: (\d+)/i.exec(held.toString("latin1", 0, Math.max(0, end)))?.[1] ?? NaN);
      if (end < 0 || !(held.length >= end + 4 + length)) return;
      take(held.subarray(end + 4, end + 4 + length));
      held = held.subarray(end + 4 + length);
    }
  };
}
