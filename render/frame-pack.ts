import { createReadStream, createWriteStream } from "node:fs";
import { open, rm, writeFile } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { runFfmpeg } from "./ffmpeg";
import type { VideoPlan } from "./video-plan";

/*
 * A video as single pictures in one file: "RFP1", the number of frames, where each begins and the last ends (bytes,
 * 64 bits each), then JPEG or WebP files one after the other. Numbers are little-endian.
 */
const magic = "RFP1";
const headBytes = (frames: number): number => 8 + 8 * (frames + 1);

/** Puts encoded pictures into one pack. */
export function packFrames(pictures: readonly Uint8Array[]): Buffer {
  const ends = [0];
  for (const { byteLength } of pictures) ends.push(ends[ends.length - 1]! + byteLength);
  const head = Buffer.alloc(headBytes(pictures.length));
  writeHead(head, ends);
  return Buffer.concat([head, ...pictures]);
}

/** `ends`: where each picture ends, behind the head; a zero before the first. */
function writeHead(head: Buffer, ends: readonly number[]): void {
  head.write(magic, 0, "latin1");
  head.writeUInt32LE(ends.length - 1, 4);
  for (const [i, end] of ends.entries()) head.writeBigUInt64LE(BigInt(head.length + end), 8 + 8 * i);
}

/** One frame's bytes, as an encoded picture; undefined when the pack has no such frame. Throws for other files. */
export async function readFrame(path: string, frame: number): Promise<Buffer | undefined> {
  const file = await open(path, "r");
  try {
    const head = Buffer.alloc(8);
    await file.read(head, 0, 8, 0);
    if (head.toString("latin1", 0, 4) !== magic) throw new Error(`${path} is no pack of frames`);
    if (!Number.isInteger(frame) || frame < 0 || frame >= head.readUInt32LE(4)) return undefined;
    const ends = Buffer.alloc(16);
    await file.read(ends, 0, 16, 8 + 8 * frame);
    const from = Number(ends.readBigUInt64LE(0));
    const bytes = Buffer.alloc(Number(ends.readBigUInt64LE(8)) - from);
    await file.read(bytes, 0, bytes.length, from);
    return bytes;
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
  const { plan, matrix } = video;
  const args = [
    ...(plan.decoder ? ["-c:v", plan.decoder] : []),
    "-i",
    video.file,
    "-an",
    "-sn",
    "-dn",
    "-map",
    "0:V:0",
    "-vf",
    packFilter(plan, matrix),
    ...(plan.alpha ? seeThroughPictures : plainPictures),
    // The filter has made them even; nothing is to be filled in before the first.
    "-fps_mode",
    "passthrough",
    "-t",
    String(video.mostS),
    // Parts with their lengths before them: the one stream of single pictures that says where each ends.
    "-f",
    "mpjpeg",
    "pipe:1",
  ];
  const body = createWriteStream(`${video.target}.body`, { mode: 0o600 });
  const ends: number[] = [];
  const tooMuch = new AbortController();
  const signal = video.signal ? AbortSignal.any([video.signal, tooMuch.signal]) : tooMuch.signal;
  let total = 0;
  const readParts = partReader((bytes) => {
    total += bytes.length;
    ends.push(total);
    body.write(bytes);
    if (total > mostPackBytes) tooMuch.abort(new RangeError("the frames of this video take too much space"));
  });
  try {
    await runFfmpeg(["-threads", "2", ...args], { onOutput: readParts, signal, limits, stallMs: 15_000 });
  } finally {
    await new Promise<void>((resolve) => body.end(resolve));
  }
  const head = Buffer.alloc(headBytes(ends.length));
  writeHead(head, [0, ...ends]);
  await writeFile(video.target, head, { mode: 0o600 });
  await pipeline(createReadStream(body.path), createWriteStream(video.target, { flags: "a" }));
  await rm(body.path);
  return ends.length;
}

/** Even in time, of one size, with the colours that pictures of their kind are read with. */
function packFilter({ rate, width, height, colours, alpha }: VideoPlan, matrix: VideoToPack["matrix"]): string {
  const from = colours ? "bt709" : matrix;
  // JPEG's colours are always by BT.601; the see-through ones are coded from plain red, green and blue.
  const to = alpha ? "format=bgra" : "format=yuvj420p";
  // Without these flags a change of matrix takes up to four levels away.
  const exact = "flags=bicubic+accurate_rnd+full_chroma_int+full_chroma_inp";
  const scale = `scale=${width}:${height}:${exact}:in_color_matrix=${from}:out_color_matrix=bt601:out_range=pc`;
  return `${colours}fps=${rate.num}/${rate.den},${scale},setsar=1,${to}`;
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
