/**
 * Gives clear pixels beside visible ones their neighbour's colour, still clear. Where chroma is stored for 2 × 2
 * pixels, edges would otherwise be mixed with the black of clear pixels and show a dark fringe. In place; sides are even.
 */
export function bleedEdges(rgba: Uint8Array, width: number, height: number): void {
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.byteLength >> 2);
  for (let y = 0; y < height; y += 2) {
    for (let at = y * width, end = at + width; at < end; at += 2) {
      const a = pixels[at]!;
      const b = pixels[at + 1]!;
      const c = pixels[at + width]!;
      const d = pixels[at + width + 1]!;
      if (a === 0 && b === 0 && c === 0 && d === 0) continue;
      if (a !== 0 && b !== 0 && c !== 0 && d !== 0) continue;
      // The most opaque of the four; alpha is the highest byte on the little-endian machines Node runs on.
      let best = a;
      if (b >>> 24 > best >>> 24) best = b;
      if (c >>> 24 > best >>> 24) best = c;
      if (d >>> 24 > best >>> 24) best = d;
      const colour = best & 0xffffff;
      if (a === 0) pixels[at] = colour;
      if (b === 0) pixels[at + 1] = colour;
      if (c === 0) pixels[at + width] = colour;
      if (d === 0) pixels[at + width + 1] = colour;
    }
  }
}
