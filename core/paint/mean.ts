/**
 * Mean of pictures in straight-alpha RGBA, of premultiplied levels: sums weigh every colour by its alpha. Off by half
 * a level at most.
 */
export class MeanOf {
  private first: { readonly levels: Uint8ClampedArray; readonly whole: Uint32Array } | undefined;
  /** How far the samples are from the first one together: most pixels never differ, and cost one comparison. */
  private readonly sums: Float32Array;
  private readonly changed: Uint8Array;
  private count = 0;

  constructor(private readonly pixels: number) {
    this.sums = new Float32Array(pixels * 4);
    this.changed = new Uint8Array(pixels);
  }

  add(data: Uint8ClampedArray): void {
    this.count += 1;
    const whole = new Uint32Array(data.buffer, data.byteOffset, this.pixels);
    if (!this.first) {
      this.first = { levels: data, whole };
      return;
    }
    const { sums, changed, pixels } = this;
    const { levels, whole: before } = this.first;
    for (let i = 0; i < pixels; i++) {
      if (whole[i] === before[i]) continue;
      changed[i] = 1;
      const at = i * 4;
      const alpha = data[at + 3]!;
      const alphaBefore = levels[at + 3]!;
      sums[at] = sums[at]! + data[at]! * alpha - levels[at]! * alphaBefore;
      sums[at + 1] = sums[at + 1]! + data[at + 1]! * alpha - levels[at + 1]! * alphaBefore;
      sums[at + 2] = sums[at + 2]! + data[at + 2]! * alpha - levels[at + 2]! * alphaBefore;
      sums[at + 3] = sums[at + 3]! + alpha - alphaBefore;
    }
  }

  write(data: Uint8ClampedArray): void {
    const { sums, changed, count, pixels } = this;
    if (!this.first) return;
    const { levels } = this.first;
    data.set(levels);
    for (let i = 0; i < pixels; i++) {
      if (changed[i] === 0) continue;
      const at = i * 4;
      const weight = levels[at + 3]! * count;
      const alpha = weight + sums[at + 3]!;
      const share = alpha > 0 ? 1 / alpha : 0;
      // A clamped array rounds to the nearest level itself.
      data[at] = (levels[at]! * weight + sums[at]!) * share;
      data[at + 1] = (levels[at + 1]! * weight + sums[at + 1]!) * share;
      data[at + 2] = (levels[at + 2]! * weight + sums[at + 2]!) * share;
      data[at + 3] = alpha / count;
    }
  }
}
