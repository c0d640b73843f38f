import type { PictureLevels } from "./levels";

/** Pixels of the frames of videos that are kept decoded, with their smaller copies about 400 MB. */
const mostFramePixels = 80_000_000;

/**
 * Decoded pictures and frames of videos; of both the ones used longest ago go. What is to be painted is made sure of right
 * before, so that nothing goes while it is needed.
 */
export class Rasters {
  private readonly pictures = new Map<string, PictureLevels>();
  private readonly frames = new Map<string, PictureLevels>();
  private readonly loading = new Map<string, Promise<void>>();

  private pixels = 0;
  private framePixels = 0;
  private needed: ReadonlySet<string> = new Set();

  /** Most pixels of all frames, and of all pictures, together. */
  constructor(
    private readonly mostFrames = mostFramePixels,
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

  /** Undefined when it was not loaded; what is found counts as used now. */
  find(ref: string): PictureLevels | undefined {
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
    if (ref.includes("/")) {
      this.frames.set(ref, levels);
      this.framePixels = this.withoutOldest(this.frames, this.framePixels + levels.pixels, this.mostFrames);
    } else {
      this.pictures.set(ref, levels);
      this.pixels = this.withoutOldest(this.pictures, this.pixels + levels.pixels, this.mostPixels);
    }
  }

  /** Lets those go that were used longest ago and are not needed, until no more pixels are kept than may be; answers how many. */
  private withoutOldest(kept: Map<string, PictureLevels>, pixels: number, most: number): number {
    let left = pixels;
    for (const [ref, levels] of kept) {
      if (left <= most) break;
      if (this.needed.has(ref)) continue;
      kept.delete(ref);
      left -= levels.pixels;
    }
    return left;
  }
}
