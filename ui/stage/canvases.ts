import type { Format } from "@/core/document/format";
import type { PaintedFrame } from "./protocol";

/** The canvases that a stage is shown on, by the formats they show. */
export class StageCanvases {
  private readonly all = new Map<string, HTMLCanvasElement>();

  attach(format: string, canvas: HTMLCanvasElement | null): void {
    if (canvas) this.all.set(format, canvas);
    else this.all.delete(format);
  }

  formats(): string[] {
    return [...this.all.keys()];
  }

  clear(): void {
    this.all.clear();
  }

  /** Screen pixels to one pixel of the format, as its canvas is shown just now. */
  scaleOf(id: string, format: Format | undefined): number {
    const plate = this.all.get(id)?.parentElement;
    return plate && format ? (plate.clientWidth * devicePixelRatio) / format.width : 1;
  }

  /** Shows what was painted where it belongs; where nobody looks any more it is thrown away. */
  put({ format, bitmap, bounds }: PaintedFrame, whole: Format | undefined): void {
    const canvas = this.all.get(format);
    if (!canvas || !whole) return bitmap.close();
    if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) {
      canvas.width = bitmap.width;
      canvas.height = bitmap.height;
    }
    const percent = (part: number, side: number) => `${(100 * part) / side}%`;
    canvas.style.left = percent(bounds.x, whole.width);
    canvas.style.top = percent(bounds.y, whole.height);
    canvas.style.width = percent(bounds.width, whole.width);
    canvas.style.height = percent(bounds.height, whole.height);
    canvas.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
  }
}
