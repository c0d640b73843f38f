import type { PictureLevels } from "./levels";

/** Frames of videos kept decoded: a preview of several slots goes back and forth over about a second. */
const mostFrames = 72;

/**
 * Decoded pictures and frames of videos; of both the ones used longest ago go. What is to be painted is made sure of right
 * before, so that nothing goes while it is needed.
 */
export class Rasters {
  private readonly pictures = new Map<string, PictureLevels>();
  private readonly frames = new Map<string, PictureLevels>();
  private readonly loading = new Map<string, Promise<void>>();

  private pixels = 0;
  private needed: ReadonlySet<string> = new Set();

  /** `mostPixels` are those of all pictures together. */
  constructor(
    private readonly most = mostFrames,
    private readonly mostPixels = Infinity,
  ) {}

  /** What is to be painted next stays, however much it is. */
  need(refs: Iterable<string>): void {
    this.needed = new Set(refs);
  }

  /** Loads what is not there yet; the same one asked for twice is loaded once. */
  ensure(ref: string, load: () => Promise<PictureLevels>): Promise<void> {
    if (this.find(ref)) return Promise.resolve();
    let open = this.loading.get(ref);
    if (!open) {
      open = load()
        .then((levels) => this.keep(ref, levels))
        .finally(() => this.loading.delete(ref));
      this.loading.set(ref, open);
    }
    return open;
  }

  /** Throws when it was not loaded. */
  get(ref: string): PictureLevels {
    const found = this.find(ref);
    if (!found) throw new Error(`picture ${ref} was not loaded`);
    return found;
  }

  private find(ref: string): PictureLevels | undefined {
    for (const kept of [this.frames, this.pictures]) {
      const found = kept.get(ref);
      if (!found) continue;
      kept.delete(ref);
      kept.set(ref, found);
      return found;
    }
    return undefined;
  }

  private keep(ref: string, levels: PictureLevels): void {
    if (!ref.includes("/")) {
      this.pictures.set(ref, levels);
      this.pixels += levels.pixels;
      this.dropOldest();
      return;
    }
    this.frames.set(ref, levels);
    if (this.frames.size > this.most) this.frames.delete(this.frames.keys().next().value!);
  }

  private dropOldest(): void {
    for (const [ref, levels] of this.pictures) {
      if (this.pixels <= this.mostPixels) return;
      if (this.needed.has(ref)) continue;
      this.pictures.delete(ref);
      this.pixels -= levels.pixels;
    }
  }
}
