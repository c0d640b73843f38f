import type { PictureLevels } from "./levels";

/** Frames of videos kept decoded: a preview of several slots goes back and forth over about a second. */
const mostFrames = 72;

/** Decoded pictures, kept for good, and frames of videos, of which the ones used longest ago go. */
export class Rasters {
  private readonly pictures = new Map<string, PictureLevels>();
  private readonly frames = new Map<string, PictureLevels>();
  private readonly loading = new Map<string, Promise<void>>();

  constructor(private readonly most = mostFrames) {}

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
    const frame = this.frames.get(ref);
    if (!frame) return this.pictures.get(ref);
    this.frames.delete(ref);
    this.frames.set(ref, frame);
    return frame;
  }

  private keep(ref: string, levels: PictureLevels): void {
    if (!ref.includes("/")) {
      this.pictures.set(ref, levels);
      return;
    }
    this.frames.set(ref, levels);
    if (this.frames.size > this.most) this.frames.delete(this.frames.keys().next().value!);
  }
}
