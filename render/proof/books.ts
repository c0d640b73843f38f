import sharp from "sharp";
import { readFile } from "node:fs/promises";
import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";

// It remembers files by their names, whatever is in them meanwhile.
sharp.cache(false);

/** A moving picture as another reader than its writer finds it. */
export interface Book {
  readonly width: number;
  readonly height: number;
  /** How long each of its pictures is shown, in seconds. */
  readonly lengthsS: readonly number[];
  /** Times it is shown; 0 without end. */
  readonly repeats: number;
  /** Some of its pictures as straight RGBA of the whole, by their places in order. */
  readonly pictures: (places: readonly number[]) => Promise<ReadonlyMap<number, Uint8Array>>;
}

/** Reads GIF and WebP with the libraries that browsers use. */
export async function readBySharp({ file }: Pick<ProofJob, "file">): Promise<Book> {
  const facts = await sharp(file, { pages: -1, limitInputPixels: false }).metadata();
  const height = facts.pageHeight ?? facts.height;
  const lengthsS = (facts.delay ?? [0]).map((ms) => ms / 1000);
  const count = facts.pages ?? 1;
  return {
    ...{ width: facts.width, height, repeats: facts.loop ?? 1 },
    lengthsS: Array.from({ length: count }, (_, i) => lengthsS[i] ?? 0),
    pictures: async (places) => {
      const found = new Map<number, Uint8Array>();
      for (const page of places) found.set(page, await sharp(file, { page, pages: 1 }).ensureAlpha().raw().toBuffer());
      return found;
    },
  };
}

/** Reads an animated PNG with ffmpeg. */
export async function readApng({ file, signal }: Pick<ProofJob, "file" | "signal">): Promise<Book> {
  const entries = "stream=width,height:frame=pkt_duration_time";
  const args = ["-f", "apng", "-show_entries", entries, "-of", "json", file];
  const answer = JSON.parse((await runFfmpeg(args, { program: "ffprobe", signal })).toString()) as {
    streams: { width: number; height: number }[];
    frames?: { pkt_duration_time?: string }[];
  };
  const { width = 0, height = 0 } = answer.streams[0] ?? {};
  const head = await readFile(file);
  const control = head.indexOf("acTL", 0, "latin1");
  return {
    ...{ width, height },
    repeats: control < 0 ? 1 : head.readUInt32BE(control + 8),
    lengthsS: delaysIn(head),
    pictures: async (places) => {
      const wanted = places.map((place) => `eq(n,${place})`).join("+");
      const decode = ["-f", "apng", "-i", file, "-vf", `select='${wanted}',format=rgba`, "-vsync", "0"];
      const raw = await runFfmpeg([...decode, "-f", "rawvideo", "pipe:1"], { signal });
      const bytes = width * height * 4;
      const ordered = [...places].sort((a, b) => a - b);
      const pages = ordered.map((place, i) => [place, raw.subarray(i * bytes, (i + 1) * bytes)] as const);
      return new Map(pages.filter(([, pixels]) => pixels.length === bytes));
    },
  };
}

/** The delays that an animated PNG says, frame by frame: its reader rounds those it passes on. */
function delaysIn(file: Buffer): number[] {
  const delays: number[] = [];
  for (let at = 8; at + 12 <= file.length; at += file.readUInt32BE(at) + 12) {
    if (file.toString("latin1", at + 4, at + 8) !== "fcTL") continue;
    const den = file.readUInt16BE(at + 30);
    delays.push(file.readUInt16BE(at + 28) / (den === 0 ? 100 : den));
  }
  return delays;
}
