import { open, readdir, readFile, stat } from "node:fs/promises";
import { join } from "node:path";
import { runFfmpeg } from "./ffmpeg";

/*
 * A video as single pictures in one file: "RFP1", the number of frames, where each begins and the last ends (bytes,
 * 64 bits each), then JPEG or WebP files one after the other. Numbers are little-endian.
 */
const magic = "RFP1";
const headBytes = (frames: number): number => 8 + 8 * (frames + 1);

/** Puts encoded pictures into one pack. */
export function packFrames(pictures: readonly Uint8Array[]): Buffer {
  const head = Buffer.alloc(headBytes(pictures.length));
  head.write(magic, 0, "latin1");
  head.writeUInt32LE(pictures.length, 4);
  let at = head.length;
  for (const [i, picture] of pictures.entries()) {
    head.writeBigUInt64LE(BigInt(at), 8 + 8 * i);
    at += picture.byteLength;
  }
  head.writeBigUInt64LE(BigInt(at), 8 + 8 * pictures.length);
  return Buffer.concat([head, ...pictures]);
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
  /** A folder of its own, for the single frames. */
  readonly folder: string;
  readonly rate: { readonly num: number; readonly den: number };
  /** See-through VP8 or VP9: its frames keep their alpha. */
  readonly alpha: "vp8" | "vp9" | undefined;
  /** Pixels; larger videos are made smaller. */
  readonly mostWidth: number;
  readonly mostHeight: number;
  readonly signal?: AbortSignal;
}

/** Decodes a video into a pack at a constant rate. Throws an EncodeError for what can't be decoded. */
export async function packVideo(video: VideoToPack): Promise<Buffer> {
  const decoder = video.alpha ? ["-c:v", video.alpha === "vp9" ? "libvpx-vp9" : "libvpx"] : [];
  const fit = `scale='min(${video.mostWidth},iw)':'min(${video.mostHeight},ih)':force_original_aspect_ratio=decrease`;
  const filter = `fps=${video.rate.num}/${video.rate.den},${fit}:force_divisible_by=2:out_range=pc,setsar=1`;
  const picture = video.alpha
    ? ["-c:v", "libwebp", "-quality", "90", "-compression_level", "2", "frame-%06d.webp"]
    : ["-pix_fmt", "yuvj420p", "-q:v", "3", "frame-%06d.jpg"];
  const args = [...decoder, "-i", video.file, "-an", "-sn", "-dn", "-map", "0:v:0", "-vf", filter, ...picture];
  await runFfmpeg(args, { cwd: video.folder, ...(video.signal ? { signal: video.signal } : {}) });
  const names = (await readdir(video.folder)).filter((name) => name.startsWith("frame-")).sort();
  const pictures: Buffer[] = [];
  let total = 0;
  for (const name of names) {
    total += (await stat(join(video.folder, name))).size;
    if (total > mostPackBytes) throw new RangeError("the frames of this video take too much space");
    pictures.push(await readFile(join(video.folder, name)));
  }
  return packFrames(pictures);
}

const mostPackBytes = 600 * 1024 * 1024;
