import { PictureLevels } from "@/core/paint/levels";
import type { ContextLike, PaintHost, PathLike, Surface } from "@/core/paint/canvas";

/** Kept for the next frame: each of four formats needs a few sizes. */
const mostFree = 32;

/** Painting on OffscreenCanvases in a browser's worker; kept in memory, not on the graphics card, for exact pixels. */
export class BrowserHost implements PaintHost {
  private readonly free: Surface[] = [];
  private readonly pictures = new Map<string, PictureLevels>();

  async addPicture(hash: string, load: () => Promise<Blob>): Promise<void> {
    if (this.pictures.has(hash)) return;
    const image = await createImageBitmap(await load(), { colorSpaceConversion: "none" });
    this.pictures.set(hash, new PictureLevels(this, image, image.width, image.height));
  }

  newPath(): PathLike {
    return new Path2D();
  }

  surface(width: number, height: number): Surface {
    const index = this.free.findIndex(({ canvas }) => {
      const { width: w, height: h } = canvas as OffscreenCanvas;
      return w === width && h === height;
    });
    const surface = index < 0 ? newSurface(width, height) : this.free.splice(index, 1)[0]!;
    surface.context.setTransform(1, 0, 0, 1, 0, 0);
    surface.context.clearRect(0, 0, width, height);
    return surface;
  }

  release(surface: Surface): void {
    if (this.free.length < mostFree) this.free.push(surface);
  }

  picture(hash: string): PictureLevels {
    const picture = this.pictures.get(hash);
    if (!picture) throw new Error(`picture ${hash} was not loaded`);
    return picture;
  }
}

function newSurface(width: number, height: number): Surface {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("this browser gives no canvas to paint on");
  return { canvas, context: context as unknown as ContextLike };
}
