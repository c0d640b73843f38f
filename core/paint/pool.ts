import type { Surface } from "./canvas";

const step = 64;
const roundUp = (side: number): number => Math.ceil(side / step) * step;

interface Pooled extends Surface {
  readonly width: number;
  readonly height: number;
}

/** Surfaces kept for the next layer. One that is asked for may come out larger; what lies beyond is never read. */
export class SurfacePool {
  private readonly free: Pooled[] = [];

  constructor(
    private readonly create: (width: number, height: number) => Surface,
    private readonly most: number,
  ) {}

  take(width: number, height: number): Surface {
    let best = -1;
    for (const [i, surface] of this.free.entries()) {
      const fits = surface.width >= width && surface.height >= height;
      // A far larger one would cost more to clear than it saves.
      if (!fits || surface.width * surface.height > 4 * roundUp(width) * roundUp(height)) continue;
      const held = this.free[best];
      if (!held || surface.width * surface.height < held.width * held.height) best = i;
    }
    const [found] = best < 0 ? [] : this.free.splice(best, 1);
    if (!found) {
      const [w, h] = [roundUp(width), roundUp(height)];
      return { ...this.create(w, h), width: w, height: h } as Pooled;
    }
    found.context.setTransform(1, 0, 0, 1, 0, 0);
    found.context.clearRect(0, 0, found.width, found.height);
    return found;
  }

  give(surface: Surface): void {
    this.free.push(surface as Pooled);
    if (this.free.length > this.most) this.free.shift();
  }
}
