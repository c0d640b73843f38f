import { crc32 } from "node:zlib";
import type { Fps } from "@/core/document/fps";
import type { Box } from "@/core/geometry/box";

/* Chunks of an animated PNG. Source: W3C, Portable Network Graphics (Third Edition), 11.3.6. */

const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

function chunk(type: string, data: Buffer): Buffer {
  const whole = Buffer.alloc(data.length + 12);
  whole.writeUInt32BE(data.length, 0);
  whole.write(type, 4, "latin1");
  data.copy(whole, 8);
  whole.writeUInt32BE(crc32(whole.subarray(4, 8 + data.length)), 8 + data.length);
  return whole;
}

/** The compressed pixels of a PNG, and its header. Throws when there are none. */
function partsOf(png: Buffer): { header: Buffer; data: Buffer } {
  const data: Buffer[] = [];
  let header: Buffer | undefined;
  for (let at = signature.length; at < png.length;) {
    const length = png.readUInt32BE(at);
    const type = png.toString("latin1", at + 4, at + 8);
    const body = png.subarray(at + 8, at + 8 + length);
    if (type === "IHDR") header = Buffer.from(body);
    if (type === "IDAT") data.push(body);
    at += length + 12;
  }
  if (!header || data.length === 0) throw new Error("a picture of the clip could not be coded as PNG");
  return { header, data: Buffer.concat(data) };
}

const mostTicks = 0xffff;
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * Delays of 16-bit fractions of a second that together last exactly so many frames: a long rest at an odd rate takes
 * several.
 */
export function delaysOf(frames: number, { num, den }: Fps): { readonly num: number; readonly den: number }[] {
  const delay = (count: number) => {
    const by = gcd(count * den, num);
    return { num: (count * den) / by, den: num / by };
  };
  const fits = (count: number) => {
    const { num: ticks, den: base } = delay(count);
    return ticks <= mostTicks && base <= mostTicks;
  };
  if (fits(frames)) return [delay(frames)];
  const most = Math.floor(mostTicks / den);
  const count = Math.ceil(frames / most);
  return Array.from({ length: count }, (_, i) => delay(Math.min(most, frames - i * most)));
}

export interface ApngHead {
  readonly frames: number;
  /** Times it is shown; 0 without end. */
  readonly repeats: number;
}

/** Writes an animated PNG chunk by chunk. */
export class ApngWriter {
  private sequence = 0;
  private started = false;

  constructor(private readonly head: ApngHead) {}

  /** A frame as a PNG of its own, where it lies, and how long it stays: the bytes that it adds. */
  frame(png: Buffer, box: Box, delay: { readonly num: number; readonly den: number }, over = false): Buffer {
    const { header, data } = partsOf(png);
    const control = this.control(box, delay, over);
    if (this.started) return Buffer.concat([control, chunk("fdAT", Buffer.concat([this.next(), data]))]);
    this.started = true;
    const animation = Buffer.alloc(8);
    animation.writeUInt32BE(this.head.frames, 0);
    animation.writeUInt32BE(this.head.repeats, 4);
    const first = [chunk("IHDR", header), chunk("sRGB", Buffer.from([0])), chunk("acTL", animation)];
    return Buffer.concat([signature, ...first, control, chunk("IDAT", data)]);
  }

  end(): Buffer {
    return chunk("IEND", Buffer.alloc(0));
  }

  private next(): Buffer {
    const number = Buffer.alloc(4);
    number.writeUInt32BE(this.sequence++, 0);
    return number;
  }

  private control(box: Box, delay: { readonly num: number; readonly den: number }, over: boolean): Buffer {
    const data = Buffer.alloc(22);
    data.writeUInt32BE(box.width, 0);
    data.writeUInt32BE(box.height, 4);
    data.writeUInt32BE(box.x, 8);
    data.writeUInt32BE(box.y, 12);
    data.writeUInt16BE(delay.num, 16);
    data.writeUInt16BE(delay.den, 18);
    // What was there stays, and is replaced inside the box, or covered.
    data.writeUInt8(0, 20);
    data.writeUInt8(over ? 1 : 0, 21);
    return chunk("fcTL", Buffer.concat([this.next(), data]));
  }
}
