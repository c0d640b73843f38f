import { createCanvas, loadImage, Path2D } from "@napi-rs/canvas";
import { IssueError } from "@/core/issue";
import { parseFrameRef } from "@/core/sample/rasters";
import type { ContextLike, PaintHost, PathLike, Surface } from "@/core/paint/canvas";
import { PictureLevels } from "@/core/paint/levels";
import { Rasters } from "@/core/paint/rasters";
import { SurfacePool } from "@/core/paint/pool";

/** Of all pictures of a scene together: about 900 MB decoded, with their smaller copies. */
const mostPixels = 160_000_000;

/** Painting on Skia canvases in Node. Pictures are loaded beforehand with `addPicture`. */
export class NodeHost implements PaintHost {
  private readonly pool = new SurfacePool(newSurface, 24);
  private readonly rasters = new Rasters();
  private pixels = 0;

  /** Loads what painting these steps needs: pictures by content hash, frames of videos by hash and number. */
  async load(refs: Iterable<string>, bytesOf: (ref: string) => Promise<Uint8Array>): Promise<void> {
    const needed = [...refs];
    this.rasters.need(needed);
    for (const ref of needed) {
      await this.rasters.ensure(ref, async () => {
        const image = await loadImage(Buffer.from(await bytesOf(ref)));
        this.count(ref, image.width * image.height);
        return new PictureLevels(this, image, image.width, image.height);
      });
    }
  }

  /** Pictures stay decoded as long as we paint, four bytes a pixel; frames of videos come and go. */
  private count(ref: string, pixels: number): void {
    if (parseFrameRef(ref)) return;
    this.pixels += pixels;
    if (this.pixels > mostPixels) throw new IssueError({ code: "pictures_heavy", megapixels: mostPixels / 1e6 });
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
    return this.rasters.get(hash);
  }
}

function newSurface(width: number, height: number): Surface {
  const canvas = createCanvas(width, height);
  return { canvas, context: canvas.getContext("2d") as unknown as ContextLike };
}
