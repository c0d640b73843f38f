import { open, readFile, rm, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { fileTypeFromFile } from "file-type";
import { convert } from "fontverter";
import sharp from "sharp";
import type { Uploaded } from "@/contract/media";
import { readFontFacts } from "@/core/type/font-facts";
import { EncodeError, runFfmpeg } from "@/render/ffmpeg";
import { packVideo } from "@/render/frame-pack";
import { database } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addMedia, framesMime, type Media } from "@/server/db/media";
import { log } from "@/server/log";
import { Refusal } from "@/server/refusal";
import { receiveFile } from "./receive";
import { makeWorkFolder, storeFile } from "./storage";
import { takeMark } from "./marks";

const refuse = (code: string, why: string) => new Refusal(422, code, why);
const most = {
  pixels: 60_000_000,
  side: 8192,
  svgBytes: 2 * 1024 * 1024,
  fontBytes: 20 * 1024 * 1024,
  videoS: 300,
  soundS: 1800,
};
const probeMs = 20_000;
const decodeMs = 180_000;

/** Takes a file of a request: what it is follows from its bytes, never from its name. Refuses with the reason. */
export async function takeUpload(request: Request, name: string): Promise<Uploaded> {
  const folder = await makeWorkFolder(`upload-${newId()}`);
  try {
    const path = await receiveFile(request, folder);
    const plain =
      name
        .replace(/\.[a-z0-9]{1,5}$/i, "")
        .replace(/[\u0000-\u001f]/g, "")
        .slice(0, 80)
        .trim() || "Untitled";
    return await identify(path, folder, plain);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    log.warn({ err: error }, "an upload could not be read");
    throw refuse("unreadable", "This file can’t be read. It may be damaged.");
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function identify(path: string, folder: string, name: string): Promise<Uploaded> {
  const type = await fileTypeFromFile(path);
  const mime = type?.mime ?? "";
  if (["image/png", "image/jpeg", "image/webp"].includes(mime)) return takePicture(path, folder, name);
  if (/^(video\/(mp4|quicktime|webm|x-m4v|matroska|x-matroska))$/.test(mime)) return takeVideo(path, folder, name);
  if (/^audio\/(wav|vnd\.wave|x-wav|mpeg|mp4|x-m4a|aac)$/.test(mime)) return takeSound(path, name, mime);
  if (/^font\/(ttf|otf|woff2)$/.test(mime)) return takeFont(path, folder, name);
  if (mime === "" || mime === "application/xml") {
    if (/<svg[\s>]/i.test(await beginningOf(path))) {
      if ((await stat(path)).size > most.svgBytes) throw refuse("too_large", "This SVG is larger than 2 MB.");
      return { kind: "mark", name, ...(await takeMark(path)) };
    }
  }
  const known = "PNG, JPEG, WebP, SVG, MP4, MOV, WebM, WAV, MP3, M4A, TTF, OTF and WOFF2";
  throw refuse(
    "kind",
    `This is ${mime === "" ? "no kind of file that is known here" : `a file of the kind ${mime}`}. Taken are ${known}.`,
  );
}

/** The first letters of a file, whatever its size. */
async function beginningOf(path: string): Promise<string> {
  const file = await open(path, "r");
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4000), 0, 4000, 0);
    return buffer.toString("utf8", 0, bytesRead);
  } finally {
    await file.close();
  }
}

async function record(path: string, facts: Omit<Media, "hash" | "bytes" | "isFootage">): Promise<string> {
  const stored = await storeFile(path);
  await addMedia(database(), { ...stored, ...facts, isFootage: false });
  return stored.hash;
}

/** Written anew: no profile, no hidden data, the way up that its camera meant. */
async function takePicture(path: string, folder: string, name: string): Promise<Uploaded> {
  // The header alone is read first, whatever size it promises.
  const { width = 0, height = 0, hasAlpha } = await sharp(path, { limitInputPixels: false }).metadata();
  if (width > most.side || height > most.side || width * height > most.pixels) {
    throw refuse(
      "pixels",
      `This picture has ${width} × ${height} pixels; ${most.side} a side and 60 million in all are taken.`,
    );
  }
  const source = sharp(path, { limitInputPixels: most.pixels, failOn: "error", pages: 1 });
  const upright = source.rotate().toColourspace("srgb");
  const target = join(folder, "picture");
  const encoded = hasAlpha
    ? upright.png({ compressionLevel: 7 })
    : upright.jpeg({ quality: 94, chromaSubsampling: "4:4:4" });
  const made = await encoded.toFile(target);
  const mime = hasAlpha ? "image/png" : "image/jpeg";
  const hash = await record(target, {
    kind: "picture",
    mime,
    name,
    width: made.width,
    height: made.height,
    durationS: null,
  });
  return { kind: "picture", name, picture: { hash, width: made.width, height: made.height } };
}

interface Probe {
  readonly streams?: readonly {
    readonly codec_type?: string;
    readonly codec_name?: string;
    readonly width?: number;
    readonly height?: number;
    readonly avg_frame_rate?: string;
    readonly tags?: Readonly<Record<string, string>>;
  }[];
  readonly format?: { readonly duration?: string };
}

async function probe(path: string): Promise<Probe> {
  const args = ["-show_streams", "-show_format", "-of", "json", path];
  const out = await runFfmpeg(args, { program: "ffprobe", signal: AbortSignal.timeout(probeMs) });
  return JSON.parse(out.toString("utf8")) as Probe;
}

async function takeVideo(path: string, folder: string, name: string): Promise<Uploaded> {
  const { streams = [], format } = await probe(path);
  const stream = streams.find(({ codec_type }) => codec_type === "video");
  const durationS = Number(format?.duration ?? 0);
  if (!stream) return takeSound(path, name, "audio/mp4");
  if (!(durationS > 0)) throw refuse("damaged", "This video has no length. It may be damaged.");
  if (durationS > most.videoS)
    throw refuse("length", `This video is ${Math.round(durationS)} s long; up to ${most.videoS} s are taken.`);
  const { width = 0, height = 0 } = stream;
  if (width < 2 || height < 2 || width > 4096 || height > 4096)
    throw refuse("pixels", `This video has ${width} × ${height} pixels; 2 to 4096 a side are taken.`);
  const rate = rateOf(stream.avg_frame_rate);
  const codec = stream.codec_name === "vp9" ? "vp9" : stream.codec_name === "vp8" ? "vp8" : undefined;
  const alpha = codec && (stream.tags?.alpha_mode ?? stream.tags?.ALPHA_MODE) === "1" ? codec : undefined;
  try {
    const limits = { mostWidth: 1280, mostHeight: 1280, signal: AbortSignal.timeout(decodeMs) };
    const pack = await packVideo({ file: path, folder, rate, alpha, ...limits });
    const target = join(folder, "frames");
    await writeFile(target, pack);
    const frames = pack.readUInt32LE(4);
    if (frames === 0) throw refuse("damaged", "This video has no frame that can be decoded.");
    const first = await sharp(
      pack.subarray(Number(pack.readBigUInt64LE(8)), Number(pack.readBigUInt64LE(16))),
    ).metadata();
    const size = { width: first.width ?? width, height: first.height ?? height };
    const hash = await record(target, { kind: "frames", mime: framesMime, name, ...size, durationS });
    return { kind: "video", name, video: { hash, ...size, fps: rate, frames } };
  } catch (error) {
    if (error instanceof EncodeError && error.reason === "failed")
      throw refuse("damaged", "This video can’t be decoded.");
    if (error instanceof RangeError)
      throw refuse("too_large", "The frames of this video take too much space; make it shorter or smaller.");
    if ((error as Error).name === "TimeoutError")
      throw refuse("length", "Decoding this video takes too long; make it shorter or smaller.");
    throw error;
  }
}

/** The video's own rate, exactly, up to 30 a second. */
function rateOf(text: string | undefined): { num: number; den: number } {
  const [num, den] = (text ?? "").split("/").map(Number);
  if (!num || !den || num / den > 30.01 || num / den < 1 || num > 1_000_000) return { num: 25, den: 1 };
  return { num, den };
}

async function takeSound(path: string, name: string, mime: string): Promise<Uploaded> {
  const { streams = [], format } = await probe(path);
  const durationS = Number(format?.duration ?? 0);
  if (!streams.some(({ codec_type }) => codec_type === "audio") || !(durationS > 0))
    throw refuse("damaged", "There is no sound in this file.");
  if (durationS > most.soundS)
    throw refuse("length", `This sound is ${Math.round(durationS)} s long; up to ${most.soundS} s are taken.`);
  const hash = await record(path, { kind: "sound", mime, name, width: null, height: null, durationS });
  return { kind: "sound", name, sound: { hash, durationS } };
}

async function takeFont(path: string, folder: string, name: string): Promise<Uploaded> {
  const bytes = await readFile(path);
  if (bytes.length > most.fontBytes) throw refuse("too_large", "This font is larger than 20 MB.");
  let plain: Buffer;
  let facts: ReturnType<typeof readFontFacts>;
  try {
    plain = bytes.toString("latin1", 0, 4) === "wOF2" ? await convert(bytes, "sfnt") : bytes;
    facts = readFontFacts(plain);
  } catch {
    throw refuse("font", "This font can’t be read. It may be damaged.");
  }
  const target = join(folder, "font");
  await writeFile(target, plain);
  const hash = await record(target, {
    kind: "font",
    mime: "font/ttf",
    name,
    width: null,
    height: null,
    durationS: null,
  });
  return { kind: "font", name: facts.family, font: { ...facts, hash } };
}
