import { createCanvas, loadImage, Path2D, type Canvas } from "@napi-rs/canvas";
import { PictureLevels } from "@/core/paint/levels";
import type { ContextLike, PaintHost, PathLike, Surface } from "@/core/paint/canvas";

/** Painting on Skia canvases in Node. Pictures are loaded beforehand with `addPicture`. */
export class NodeHost implements PaintHost {
  private readonly free: Surface[] = [];
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
    const index = this.free.findIndex((surface) => {
      const canvas = surface.canvas as Canvas;
      return canvas.width === width && canvas.height === height;
    });
    const [surface] = index < 0 ? [newSurface(width, height)] : this.free.splice(index, 1);
    surface!.context.setTransform(1, 0, 0, 1, 0, 0);
    surface!.context.clearRect(0, 0, width, height);
    return surface!;
  }

  release(surface: Surface): void {
    if (this.free.length < 4) this.free.push(surface);
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
