import { createReadStream, createWriteStream } from "node:fs";
import { open, rm, writeFile } from "node:fs/promises";
import { pipeline } from "node:stream/promises";
import { runFfmpeg } from "./ffmpeg";

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
  readonly rate: { readonly num: number; readonly den: number };
  /** See-through VP8 or VP9: its frames keep their alpha. */
  readonly alpha: "vp8" | "vp9" | undefined;
  /** Pixels; larger videos are made smaller. */
  readonly mostWidth: number;
  readonly mostHeight: number;
  /** Seconds of it that are read, whatever it says of its own length. */
  readonly mostS: number;
  readonly signal?: AbortSignal | undefined;
}

const mostPackBytes = 600 * 1024 * 1024;
const limits = { memoryMb: 1500, processorS: 240 };

/**
 * Decodes a video into a pack at a constant rate; answers the number of its frames. Frames go to the disk as they come.
 * Throws an EncodeError for what can't be decoded, a RangeError for frames that take too much space.
 */
export async function packVideo(video: VideoToPack): Promise<number> {
  const decoder = video.alpha ? ["-c:v", video.alpha === "vp9" ? "libvpx-vp9" : "libvpx"] : [];
  const fit = `scale='min(${video.mostWidth},iw)':'min(${video.mostHeight},ih)':force_original_aspect_ratio=decrease`;
  const filter = `fps=${video.rate.num}/${video.rate.den},${fit}:force_divisible_by=2:out_range=pc,setsar=1`;
  const picture = video.alpha
    ? ["-c:v", "libwebp", "-quality", "90", "-compression_level", "2"]
    : ["-c:v", "mjpeg", "-pix_fmt", "yuvj420p", "-q:v", "3"];
  // Parts with their lengths before them: the one stream of single pictures that says where each ends.
  const parts = ["-t", String(video.mostS), "-f", "mpjpeg", "pipe:1"];
  const args = [
    ...decoder,
    "-i",
    video.file,
    "-an",
    "-sn",
    "-dn",
    "-map",
    "0:v:0",
    "-vf",
    filter,
    ...picture,
    ...parts,
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
