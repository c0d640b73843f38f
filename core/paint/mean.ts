/**
 * Mean of pictures in straight-alpha RGBA, of premultiplied levels: sums weigh every colour by its alpha. Off by half
 * a level at most.
 */
export class MeanOf {
  private readonly sums: Float32Array;
  private count = 0;

  constructor(
    private readonly width: number,
    height: number,
  ) {
    this.sums = new Float32Array(width * height * 4);
  }

  /** Takes in a picture whose touched part lies at (x, y) and is `width` wide; everything else of it is clear. */
  add(data: Uint8ClampedArray, x: number, y: number, width: number): void {
    const { sums } = this;
    this.count += 1;
    // Four bytes at once tell quickly where nothing is.
    const whole = new Uint32Array(data.buffer, data.byteOffset, data.length / 4);
    const rows = whole.length / width;
    for (let row = 0; row < rows; row++) {
      let to = ((y + row) * this.width + x) * 4;
      for (let i = row * width, end = i + width; i < end; i++, to += 4) {
        if (whole[i] === 0) continue;
        const at = i * 4;
        const alpha = data[at + 3]!;
        sums[to] = sums[to]! + data[at]! * alpha;
        sums[to + 1] = sums[to + 1]! + data[at + 1]! * alpha;
        sums[to + 2] = sums[to + 2]! + data[at + 2]! * alpha;
        sums[to + 3] = sums[to + 3]! + alpha;
      }
    }
  }

  /** Writes the mean over clear pixels of the same size. */
  write(data: Uint8ClampedArray): void {
    const { sums, count } = this;
    for (let at = 0; at < sums.length; at += 4) {
      const alpha = sums[at + 3]!;
      if (alpha === 0) continue;
      // A clamped array rounds to the nearest level itself.
      data[at] = sums[at]! / alpha;
      data[at + 1] = sums[at + 1]! / alpha;
      data[at + 2] = sums[at + 2]! / alpha;
      data[at + 3] = alpha / count;
    }
  }
}
