/**
 * Mean of pictures in straight-alpha RGBA, of premultiplied levels: sums weigh every colour by its alpha. Off by half
 * a level at most.
 */
export class MeanOf {
  private readonly sums: Float32Array;
  private count = 0;

  constructor(private readonly bytes: number) {
    this.sums = new Float32Array(bytes);
  }

  add(data: Uint8ClampedArray): void {
    const { sums, bytes } = this;
    // Four bytes at once tell quickly where nothing is.
    const whole = new Uint32Array(data.buffer, data.byteOffset, bytes / 4);
    this.count += 1;
    for (let i = 0, at = 0; at < bytes; i++, at += 4) {
      if (whole[i] === 0) continue;
      const alpha = data[at + 3]!;
      sums[at] = sums[at]! + data[at]! * alpha;
      sums[at + 1] = sums[at + 1]! + data[at + 1]! * alpha;
      sums[at + 2] = sums[at + 2]! + data[at + 2]! * alpha;
      sums[at + 3] = sums[at + 3]! + alpha;
    }
  }

  write(data: Uint8ClampedArray): void {
    const { sums, count, bytes } = this;
    for (let at = 0; at < bytes; at += 4) {
      const alpha = sums[at + 3]!;
      if (alpha === 0) {
        data[at] = data[at + 1] = data[at + 2] = data[at + 3] = 0;
        continue;
      }
      // A clamped array rounds to the nearest level itself.
      data[at] = sums[at]! / alpha;
      data[at + 1] = sums[at + 1]! / alpha;
      data[at + 2] = sums[at + 2]! / alpha;
      data[at + 3] = alpha / count;
    }
  }
}
