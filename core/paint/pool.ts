import type { Surface } from "./canvas";

const step = 64;
const roundUp = (side: number): number => Math.ceil(side / step) * step;

interface Pooled extends Surface {
  readonly width: number;
  readonly height: number;
}

/**
 * Surfaces kept for the next layer. Sides are rounded up, so that a moving layer finds one again; the size follows
 * from what is asked alone, since a canvas of another size softens some edges differently.
 */
export class SurfacePool {
  private readonly free: Pooled[] = [];

  constructor(
    private readonly create: (width: number, height: number) => Surface,
    private readonly most: number,
  ) {}

  take(width: number, height: number): Surface {
    const [w, h] = [roundUp(width), roundUp(height)];
    const index = this.free.findIndex((surface) => surface.width === w && surface.height === h);
    const [found] = index < 0 ? [] : this.free.splice(index, 1);
    if (!found) return { ...this.create(w, h), width: w, height: h } as Pooled;
    found.context.setTransform(1, 0, 0, 1, 0, 0);
    found.context.clearRect(0, 0, w, h);
    return found;
  }

  give(surface: Surface): void {
    this.free.push(surface as Pooled);
    if (this.free.length > this.most) this.free.shift();
  }
}
