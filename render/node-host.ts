import { createCanvas, loadImage, Path2D } from "@napi-rs/canvas";
import type { ContextLike, PaintHost, PathLike, Surface } from "@/core/paint/canvas";
import { PictureLevels } from "@/core/paint/levels";
import { SurfacePool } from "@/core/paint/pool";

/** Painting on Skia canvases in Node. Pictures are loaded beforehand with `addPicture`. */
export class NodeHost implements PaintHost {
  private readonly pool = new SurfacePool(newSurface, 24);
  private readonly pictures = new Map<string, PictureLevels>();

  async addPicture(hash: string, bytes: Uint8Array): Promise<void> {
    if (this.pictures.has(hash)) return;
    const image = await loadImage(Buffer.from(bytes));
    this.pictures.set(hash, new PictureLevels(this, image, image.width, image.height));
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

  picture(hash: string): PictureLevels {
    const picture = this.pictures.get(hash);
    if (!picture) throw new Error(`picture ${hash} was not loaded`);
    return picture;
  }
}

function newSurface(width: number, height: number): Surface {
  const canvas = createCanvas(width, height);
  return { canvas, context: canvas.getContext("2d") as unknown as ContextLike };
}
