import type { Box } from "@/core/geometry/box";

/** The smallest box of pixels in which two pictures of one size differ, on even corners; undefined when in none. */
export function changedBox(before: Uint8Array, after: Uint8Array, width: number, height: number): Box | undefined {
  const a = new Uint32Array(before.buffer, before.byteOffset, width * height);
  const b = new Uint32Array(after.buffer, after.byteOffset, width * height);
  const rowDiffers = (y: number) => {
    for (let at = y * width; at < (y + 1) * width; at++) if (a[at] !== b[at]) return true;
    return false;
  };
  let top = 0;
  while (top < height && !rowDiffers(top)) top++;
  if (top === height) return undefined;
  let bottom = height - 1;
  while (!rowDiffers(bottom)) bottom--;
  let [left, right] = [width, -1];
  for (let y = top; y <= bottom; y++) {
    const row = y * width;
    for (let x = 0; x < left; x++) if (a[row + x] !== b[row + x]) left = x;
    for (let x = width - 1; x > right; x--) if (a[row + x] !== b[row + x]) right = x;
  }
  const [x, y] = [left & ~1, top & ~1];
  return { x, y, width: right + 1 - x, height: bottom + 1 - y };
}

/** A part of a picture, as pixels of its own. */
export function cutOut(pixels: Uint8Array, width: number, box: Box): Buffer {
  const part = Buffer.allocUnsafe(box.width * box.height * 4);
  for (let y = 0; y < box.height; y++) {
    const from = ((box.y + y) * width + box.x) * 4;
    part.set(pixels.subarray(from, from + box.width * 4), y * box.width * 4);
  }
  return part;
}
