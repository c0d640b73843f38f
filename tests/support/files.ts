import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { deflateSync } from "node:zlib";

/* Files that are sent to the running instance, most of them by hands that mean no good. */

const folder = mkdtempSync(join(tmpdir(), "rubrick-files-"));

export const svgOf = (inner: string, attributes = 'viewBox="0 0 100 50"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`;

const crcTable = Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crc(bytes: Buffer): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = crcTable[(c ^ byte) & 255]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

/** One chunk of a PNG file. Source: PNG, 5.3. */
export function pngChunk(type: string, data: Buffer): Buffer {
  const head = Buffer.alloc(4);
  head.writeUInt32BE(data.length);
  const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
  const tail = Buffer.alloc(4);
  tail.writeUInt32BE(crc(body));
  return Buffer.concat([head, body, tail]);
}

/** A PNG whose header promises so many pixels, over these (packed) data; by default far too few. */
export function pngOf(
  width: number,
  height: number,
  data = deflateSync(Buffer.alloc(4096)),
  more: Buffer[] = [],
): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 6, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const chunks = [pngChunk("IHDR", header), ...more, pngChunk("IDAT", data), pngChunk("IEND", Buffer.alloc(0))];
  return Buffer.concat([signature, ...chunks]);
}

/** A file that ffmpeg makes; its ending says of what kind. */
export function ffmpegFile(name: string, ...args: string[]): Buffer {
  const file = join(folder, name);
  execFileSync("ffmpeg", ["-v", "error", ...args, "-y", file]);
  return readFileSync(file);
}

/** A second of test bars, or of silence, as a video. */
export const videoFile = (name: string, ...args: string[]): Buffer =>
  ffmpegFile(name, "-f", "lavfi", "-i", "testsrc=s=320x180:r=25:d=1", ...args);
