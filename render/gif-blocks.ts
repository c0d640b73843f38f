/* Blocks of a GIF. Source: GIF89a specification, 1990. */

export interface GifFacts {
  /** Size of the whole picture. */
  readonly width: number;
  readonly height: number;
  /** Where the pictures that were coded stand in it. */
  readonly x: number;
  readonly y: number;
  /** Hundredths of a second that each picture stays. */
  readonly delays: readonly number[];
}

/** Where the sub-blocks end that begin here. */
function afterBlocks(gif: Buffer, from: number): number {
  let at = from;
  while (gif[at] !== 0) {
    if (at >= gif.length) throw new Error("a GIF ends before its last block");
    at += gif[at]! + 1;
  }
  return at + 1;
}

const tableBytes = (flags: number): number => (flags & 0x80 ? 3 << ((flags & 7) + 1) : 0);

/** Bits that say what becomes of a picture when the next one comes: it is cleared away. */
const disposal = { mask: 0b00011100, cleared: 2 << 2 };

/**
 * Puts coded pictures of a part into their place in the whole, gives each its own delay, and has each cleared before the
 * next. Changes the bytes as they are. Throws when it has not as many pictures as delays.
 */
export function placeGif(gif: Buffer, { width, height, x, y, delays }: GifFacts): void {
  gif.writeUInt16LE(width, 6);
  gif.writeUInt16LE(height, 8);
  let pictures = 0;
  let at = 13 + tableBytes(gif[10]!);
  for (;;) {
    const kind = gif[at];
    if (kind === 0x3b) break;
    if (kind === 0x21) {
      if (gif[at + 1] === 0xf9) {
        gif[at + 3] = (gif[at + 3]! & ~disposal.mask) | disposal.cleared;
        gif.writeUInt16LE(delays[pictures] ?? 0, at + 4);
      }
      at = afterBlocks(gif, at + 2);
    } else if (kind === 0x2c) {
      gif.writeUInt16LE(gif.readUInt16LE(at + 1) + x, at + 1);
      gif.writeUInt16LE(gif.readUInt16LE(at + 3) + y, at + 3);
      pictures++;
      at = afterBlocks(gif, at + 11 + tableBytes(gif[at + 9]!));
    } else throw new Error("a GIF has a block of no known kind");
  }
  if (pictures !== delays.length) throw new Error(`a GIF has ${pictures} pictures instead of ${delays.length}`);
}
