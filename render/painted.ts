import type { Writable } from "node:stream";
import type { ClipPlan } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import { rastersOf } from "@/core/sample/rasters";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

export interface PaintCount {
  painted: number;
  paintS: number;
}

/** Paints the distinct pictures of a clip as they are asked for. */
export class PaintedFrames {
  readonly count: PaintCount = { painted: 0, paintS: 0 };
  private readonly host = new NodeHost();
  private readonly painter: FramePainter;

  constructor(
    private readonly playable: Playable,
    readonly plan: ClipPlan,
    private readonly loadPicture: (ref: string) => Promise<Uint8Array>,
  ) {
    this.painter = new FramePainter(plan.bounds, this.host);
  }

  /** Straight-alpha RGBA of a distinct picture, for the clip. */
  async rgba(picture: number): Promise<Buffer> {
    const start = performance.now();
    const data = await this.again(picture);
    this.count.painted += 1;
    this.count.paintS += (performance.now() - start) / 1000;
    return data;
  }

  /** The same, to be compared with. */
  async again(picture: number): Promise<Buffer> {
    const sampled = this.plan.sampled[picture] ?? this.playable.sample(this.plan.distinct[picture]!);
    const { pictures, showsVideo } = this.playable;
    await this.host.load(showsVideo ? rastersOf(sampled.ops) : pictures, this.loadPicture);
    return this.painter.rgba(sampled);
  }
}

/** Where an encoder gets the pictures of a clip from. */
export interface PictureSource {
  /** Writes these pictures one after the other. */
  write(pictures: readonly number[], stream: Writable, signal: AbortSignal | undefined): Promise<void>;
}
