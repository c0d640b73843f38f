import { bleedEdges } from "./bleed";
import type { PaintedFrames, PictureSource } from "./painted";

/** Painted pictures that are kept for encoders which have not had them yet, in bytes. */
const mostKeptBytes = 256 * 1024 * 1024;

/** One encoder, and how far it is. */
interface Reader {
  /** The latest of the pictures it has asked for: they are numbered in the order in which they first appear. */
  at: number;
  /** How often it will still ask for each. */
  readonly uses: Map<number, number>;
}

/**
 * One painting for several encoders. A picture is kept until all have had it; who is far ahead of the slowest waits, so
 * that never more is kept than has room. The slowest itself never waits.
 */
export class SharedPictures {
  private readonly kept = new Map<number, Promise<Buffer>>();
  private readonly readers = new Set<Reader>();
  private readonly most: number;
  private waiting: (() => void)[] = [];

  constructor(private readonly frames: PaintedFrames) {
    const { width, height } = frames.plan.bounds;
    this.most = Math.max(8, Math.floor(mostKeptBytes / Math.max(1, width * height * 4)));
  }

  /** The pictures for one more encoder; all must be there before the first begins. `close` when it has ended. */
  reader(): PictureSource & { close: () => void } {
    const reader: Reader = { at: -1, uses: new Map() };
    this.readers.add(reader);
    return {
      each: (pictures, take, signal) => this.each(reader, pictures, take, signal),
      close: () => {
        this.readers.delete(reader);
        for (const picture of this.kept.keys()) this.dropUnused(picture);
        this.wake();
      },
    };
  }

  private async each(
    reader: Reader,
    pictures: readonly number[],
    take: (pixels: Buffer, picture: number) => Promise<boolean | void>,
    signal: AbortSignal | undefined,
  ): Promise<void> {
    for (const picture of pictures) reader.uses.set(picture, (reader.uses.get(picture) ?? 0) + 1);
    for (const picture of pictures) {
      if (signal?.aborted) return;
      if (picture > reader.at) {
        reader.at = picture;
        this.wake();
      }
      while (picture > this.slowest() + this.most) await new Promise<void>((resolve) => this.waiting.push(resolve));
      // Whoever was stopped while it waited has nothing painted any more.
      if (signal?.aborted) return;
      const data = await this.picture(picture);
      reader.uses.set(picture, reader.uses.get(picture)! - 1);
      this.dropUnused(picture);
      if ((await take(data, picture)) === false) return;
      // Pixel buffers are only freed between turns of the event loop.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  private picture(picture: number): Promise<Buffer> {
    const known = this.kept.get(picture);
    if (known) return known;
    const painting = this.frames.rgba(picture).then((data) => {
      bleedEdges(data, this.frames.plan.bounds.width, this.frames.plan.bounds.height);
      return data;
    });
    this.kept.set(picture, painting);
    // One that comes again much later is painted again.
    if (this.kept.size > this.most + 1) this.kept.delete(this.kept.keys().next().value!);
    return painting;
  }

  private dropUnused(picture: number): void {
    for (const { at, uses } of this.readers) if ((uses.get(picture) ?? (at < picture ? 1 : 0)) > 0) return;
    this.kept.delete(picture);
  }

  private slowest(): number {
    return Math.min(...[...this.readers].map(({ at }) => at));
  }

  private wake(): void {
    const { waiting } = this;
    this.waiting = [];
    for (const resume of waiting) resume();
  }
}
