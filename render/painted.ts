import type { Writable } from "node:stream";
import type { ClipPlan } from "@/core/sample/clip";
import { rastersOf } from "@/core/sample/rasters";
import type { Scene } from "@/core/scene";
import { bleedEdges } from "./bleed";
import { writeTo } from "./ffmpeg";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

export interface PaintCount {
  painted: number;
  paintS: number;
}

/** Paints the distinct pictures of a clip as they are asked for; one asked for again later is kept until then. */
export class PaintedFrames {
  readonly count: PaintCount = { painted: 0, paintS: 0 };
  private readonly host = new NodeHost();
  private readonly painter: FramePainter;
  private readonly kept = new Map<number, Buffer>();

  constructor(
    private readonly scene: Scene,
    private readonly plan: ClipPlan,
    private readonly loadPicture: (ref: string) => Promise<Uint8Array>,
  ) {
    this.painter = new FramePainter(plan.bounds, this.host);
  }

  /** Straight-alpha RGBA of a distinct picture. */
  async rgba(picture: number): Promise<Buffer> {
    const start = performance.now();
    const sampled = this.plan.sampled[picture] ?? this.scene.sample(this.plan.distinct[picture]!);
    const { pictures, showsVideo } = this.scene;
    await this.host.load(showsVideo ? rastersOf(sampled.ops) : pictures, this.loadPicture);
    const data = this.painter.rgba(sampled);
    this.count.painted += 1;
    this.count.paintS += (performance.now() - start) / 1000;
    return data;
  }

  /** Writes these pictures one after the other. */
  async write(pictures: readonly number[], stream: Writable, signal: AbortSignal | undefined): Promise<void> {
    const uses = new Map<number, number>();
    for (const picture of pictures) uses.set(picture, (uses.get(picture) ?? 0) + 1);
    for (const picture of pictures) {
      if (signal?.aborted || stream.destroyed) return;
      let data = this.kept.get(picture);
      if (!data) {
        data = await this.rgba(picture);
        bleedEdges(data, this.plan.bounds.width, this.plan.bounds.height);
      }
      const left = uses.get(picture)! - 1;
      uses.set(picture, left);
      if (left > 0) this.kept.set(picture, data);
      else this.kept.delete(picture);
      await writeTo(stream, data);
      // Pixel buffers are only freed between turns of the event loop.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
}
