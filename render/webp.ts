import type { Box } from "@/core/geometry/box";

/* Chunks of an animated WebP. Source: RFC 9649, WebP Image Format, 2.7. */

const u24 = (buffer: Buffer, value: number, at: number) => buffer.writeUIntLE(value, at, 3);

function chunk(type: string, data: Buffer): Buffer {
  const whole = Buffer.alloc(8 + data.length + (data.length & 1));
  whole.write(type, 0, "latin1");
  whole.writeUInt32LE(data.length, 4);
  data.copy(whole, 8);
  return whole;
}

/** Bytes before the frames. */
export const webpHeadBytes = 12 + 18 + 14;

/** What comes before the frames, once the size of all of them is known. */
export function webpHead(
  { width, height }: { readonly width: number; readonly height: number },
  repeats: number,
  framesBytes: number,
): Buffer {
  const facts = Buffer.alloc(10);
  // Moves, and is see-through.
  facts.writeUInt8(0x02 | 0x10, 0);
  u24(facts, width - 1, 4);
  u24(facts, height - 1, 7);
  const animation = Buffer.alloc(6);
  animation.writeUInt16LE(repeats, 4);
  const riff = Buffer.alloc(12);
  riff.write("RIFF", 0, "latin1");
  riff.writeUInt32LE(webpHeadBytes - 8 + framesBytes, 4);
  riff.write("WEBP", 8, "latin1");
  return Buffer.concat([riff, chunk("VP8X", facts), chunk("ANIM", animation)]);
}

/** One frame: a WebP of its own, where it lies on even corners, and how long it stays. */
export function webpFrame(webp: Buffer, box: Box, durationMs: number): Buffer {
  const data: Buffer[] = [];
  for (let at = 12; at + 8 <= webp.length;) {
    const type = webp.toString("latin1", at, at + 4);
    const length = webp.readUInt32LE(at + 4);
    const whole = 8 + length + (length & 1);
    if (["ALPH", "VP8 ", "VP8L"].includes(type)) data.push(webp.subarray(at, at + whole));
    at += whole;
  }
  const head = Buffer.alloc(16);
  u24(head, box.x / 2, 0);
  u24(head, box.y / 2, 3);
  u24(head, box.width - 1, 6);
  u24(head, box.height - 1, 9);
  u24(head, durationMs, 12);
  // Replaces what was there instead of covering it, and stays.
  head.writeUInt8(0x02, 15);
  return chunk("ANMF", Buffer.concat([head, ...data]));
}
