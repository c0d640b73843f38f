import type { ContextLike, PaintHost, PathLike, Surface } from "@/core/paint/canvas";
import { PictureLevels } from "@/core/paint/levels";
import { Rasters } from "@/core/paint/rasters";
import { SurfacePool } from "@/core/paint/pool";

/** Of all pictures that are kept decoded: about 240 MB. One scene may need more, and has it. */
const mostPicturePixels = 60_000_000;
/** Kept for the next frame: each of four formats needs a few sizes. */
const mostFree = 32;

/** Painting on OffscreenCanvases in a browser's worker; kept in memory, not on the graphics card, for exact pixels. */
export class BrowserHost implements PaintHost {
  private readonly pool = new SurfacePool(newSurface, mostFree);
  private readonly wholes = new Map<string, Surface>();
  private readonly rasters = new Rasters(undefined, mostPicturePixels);
  private readonly small = new Rasters();
  private isLight = false;

  /** Paints with the small frames of videos while `work` runs. */
  lightly<T>(work: () => T): T {
    this.isLight = true;
    try {
      return work();
    } finally {
      this.isLight = false;
    }
  }

  /** A frame that is small, `width` pixels wide as it is. */
  loadSmall(ref: string, width: number, blobOf: () => Promise<Blob>): Promise<void> {
    return this.small.ensure(ref, async () => {
      const image = await createImageBitmap(await blobOf(), { colorSpaceConversion: "none" });
      return new PictureLevels(this, image, image.width, image.height, width);
    });
  }

  /** Small frames that are to be painted next: none of them goes for another’s sake. */
  needSmall(refs: Iterable<string>): void {
    this.small.need(refs);
  }

  load(ref: string, blobOf: (ref: string) => Promise<Blob>): Promise<void> {
    return this.rasters.ensure(ref, async () => {
      const image = await createImageBitmap(await blobOf(ref), { colorSpaceConversion: "none" });
      return new PictureLevels(this, image, image.width, image.height);
    });
  }

  /** All that is to be painted next: none of it goes for another’s sake. */
  async loadAll(refs: readonly string[], blobOf: (ref: string) => Promise<Blob>): Promise<void> {
    this.rasters.need(refs);
    await Promise.all(refs.map((ref) => this.load(ref, blobOf)));
  }

  newPath(): PathLike {
    return new Path2D();
  }

  surface(width: number, height: number): Surface {
    return this.pool.take(width, height);
  }

  release(surface: Surface): void {
    this.pool.give(surface);
  }

  /** A clear canvas of exactly this size, whose content can be handed over as a bitmap. */
  whole(width: number, height: number): Surface {
    const key = `${width}x${height}`;
    let surface = this.wholes.get(key);
    if (!surface) this.wholes.set(key, (surface = newSurface(width, height)));
    surface.context.setTransform(1, 0, 0, 1, 0, 0);
    surface.context.clearRect(0, 0, width, height);
    // A window that is resized asks for ever new sizes: the oldest go.
    if (this.wholes.size > mostFree) this.wholes.delete(this.wholes.keys().next().value!);
    return surface;
  }

  picture(hash: string): PictureLevels {
    return (this.isLight ? this.small.find(hash) : undefined) ?? this.rasters.get(hash);
  }
}

function newSurface(width: number, height: number): Surface {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("this browser gives no canvas to paint on");
  return { canvas, context: context as unknown as ContextLike };
}
