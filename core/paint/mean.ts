/** Bytes of samples that are held back at a time, so that each pixel is gone through once for all of them. */
const mostHeldBytes = 96 * 1024 * 1024;

/**
 * Mean of pictures in straight-alpha RGBA, of premultiplied levels: sums weigh every colour by its alpha. Off by half
 * a level at most. Most pixels are the same in all samples, and cost comparisons only.
 */
export class MeanOf {
  private first: { readonly levels: Uint8ClampedArray; readonly whole: Uint32Array } | undefined;
  private held: { readonly levels: Uint8ClampedArray; readonly whole: Uint32Array }[] = [];
  /** How far all samples that are not held any more are from the first one together. */
  private sums: Int32Array | undefined;
  private readonly mostHeld: number;
  private count = 0;

  constructor(private readonly pixels: number) {
    this.mostHeld = Math.max(1, Math.floor(mostHeldBytes / (pixels * 4)));
  }

  /** Takes a sample; its bytes must not change from then on. */
  add(levels: Uint8ClampedArray): void {
    this.count += 1;
    const sample = { levels, whole: new Uint32Array(levels.buffer, levels.byteOffset, this.pixels) };
    if (!this.first) this.first = sample;
    else if (this.held.push(sample) > this.mostHeld) this.fold();
  }

  /** Lets go of what is held, by summing up how it differs. */
  private fold(): void {
    const sums = (this.sums ??= new Int32Array(this.pixels * 4));
    this.differing((at, r, g, b, alpha) => {
      sums[at] = sums[at]! + r;
      sums[at + 1] = sums[at + 1]! + g;
      sums[at + 2] = sums[at + 2]! + b;
      sums[at + 3] = sums[at + 3]! + alpha;
    });
    this.held = [];
  }

  /** Goes through the pixels in which a held sample differs from the first: by how much, weighed by alpha. */
  private differing(take: (at: number, r: number, g: number, b: number, alpha: number) => void): void {
    const { held, pixels } = this;
    const { levels, whole } = this.first!;
    for (let i = 0; i < pixels; i++) {
      const word = whole[i]!;
      let k = 0;
      while (k < held.length && held[k]!.whole[i] === word) k++;
      if (k === held.length) continue;
      const at = i * 4;
      const alphaBefore = levels[at + 3]!;
      const [redBefore, greenBefore, blueBefore] = [levels[at]!, levels[at + 1]!, levels[at + 2]!];
      let [r, g, b, a] = [0, 0, 0, 0];
      for (; k < held.length; k++) {
        const own = held[k]!.levels;
        const alpha = own[at + 3]!;
        r += own[at]! * alpha - redBefore * alphaBefore;
        g += own[at + 1]! * alpha - greenBefore * alphaBefore;
        b += own[at + 2]! * alpha - blueBefore * alphaBefore;
        a += alpha - alphaBefore;
      }
      take(at, r, g, b, a);
    }
  }

  /** Writes the mean of all samples; over the first of them too, which is not needed any more then. */
  write(data: Uint8ClampedArray): void {
    const { first, count } = this;
    if (!first) return;
    const { levels } = first;
    if (data !== levels) data.set(levels);
    const put = (at: number, r: number, g: number, b: number, a: number) => {
      const weight = levels[at + 3]! * count;
      const alpha = weight + a;
      const share = alpha > 0 ? 1 / alpha : 0;
      // A clamped array rounds to the nearest level itself.
      data[at] = (levels[at]! * weight + r) * share;
      data[at + 1] = (levels[at + 1]! * weight + g) * share;
      data[at + 2] = (levels[at + 2]! * weight + b) * share;
      data[at + 3] = alpha / count;
    };
    if (!this.sums) return this.differing(put);
    this.fold();
    const { sums, pixels } = this;
    for (let at = 0; at < pixels * 4; at += 4) {
      const [r, g, b, a] = [sums[at]!, sums[at + 1]!, sums[at + 2]!, sums[at + 3]!];
      if ((r | g | b | a) !== 0) put(at, r, g, b, a);
    }
  }
}
